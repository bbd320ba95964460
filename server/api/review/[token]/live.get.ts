import { door } from '../../../door'
import { reviewAsked } from '../../../reviews/door'
import { sendNews } from '../../../live/stream'

/** What happens on a review, as it happens. */
export default door(async event => sendNews(event, { review: await reviewAsked(event) }))
