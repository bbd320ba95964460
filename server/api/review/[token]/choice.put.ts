import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { chooseLook } from '../../../db/reviews'
import { requestedReview } from '../../../reviews/requests'

/** A client chooses a colorway, or takes the choice back. */
export default apiRoute('PUT review/[token]/choice', async ({ event, body }) => {
  const review = await requestedReview(event)
  return chooseLook(database(), review, await body())
})
