import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { renewLink } from '../../../db/reviews'
import { linkTo } from '../../../reviews/requests'

/** Gives a review a new link; the one it had leads nowhere from now on. */
export default apiRoute('POST reviews/[id]/link', async ({ params }) => {
  const token = await renewLink(database(), params.id)
  return token === null ? null : { link: linkTo(token) }
})
