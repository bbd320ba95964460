import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { renewLink } from '../../../db/links'
import { findReview } from '../../../db/reviews'
import { withLink } from '../../../links'

/** Gives a review a new link; the one it had leads nowhere from now on. */
export default apiRoute('POST reviews/[id]/link', async ({ event, params: { id } }) => {
  const review = (await renewLink(database(), 'review', id)) && (await findReview(database(), id))
  return review ? withLink(event, 'review', review) : null
})
