import { door } from '../door'
import { sendNews } from '../reviews/stream'

/** What happens on all reviews, as it happens. */
export default door(event => sendNews(event, 'all'))
