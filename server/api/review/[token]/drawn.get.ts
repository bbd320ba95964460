import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { drawnPictures } from '../../../db/reviews'
import { requestedReview } from '../../../reviews/requests'

/** The pictures of a review that can be had by now; those that are looked for are drawn first. */
export default apiRoute('GET review/[token]/drawn', async ({ event, query }) => ({
  paths: await drawnPictures(database(), await requestedReview(event), query.asked),
}))
