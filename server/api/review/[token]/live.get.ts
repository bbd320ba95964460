import { apiHandler } from '../../../apiHandler'
import { requestedReview } from '../../../reviews/requests'
import { sendNews } from '../../../live/stream'

/** Events on a review, as they happen. */
export default apiHandler(async event => sendNews(event, { review: await requestedReview(event) }))
