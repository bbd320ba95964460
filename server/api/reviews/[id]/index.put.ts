import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { changeReview, findReview } from '../../../db/reviews'
import { withLink } from '../../../links'

/** Sets another end, closes the choice, withdraws or deletes a review, or takes any of it back. */
export default apiRoute('PUT reviews/[id]', async ({ event, params: { id }, body }) => {
  if (!(await changeReview(database(), id, await body()))) return null
  const review = await findReview(database(), id)
  return { review: review && withLink(event, 'review', review) }
})
