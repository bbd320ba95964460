import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { reviewPage } from '../../../db/reviews'
import { requestedReview } from '../../../reviews/requests'

/** Answers what is behind a link. */
export default apiRoute('GET review/[token]', async ({ event }) => reviewPage(database(), await requestedReview(event)))
