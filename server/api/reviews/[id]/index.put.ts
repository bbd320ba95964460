import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { changeReview, findReview } from '../../../db/reviews'

/** Sets another end, closes the choice, withdraws or deletes a review, or takes any of it back. */
export default apiRoute('PUT reviews/[id]', async ({ params: { id }, body }) =>
  (await changeReview(database(), id, await body())) ? { review: await findReview(database(), id) } : null,
)
