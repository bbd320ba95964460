import { apiHandler } from '../../../apiHandler'
import { requestedReview } from '../../../reviews/requests'
import { sendNews } from '../../../live/stream'

/** Events on a review, as it happens. */
export default apiHandler(async event => sendNews(event, { review: await requestedReview(event) }))
