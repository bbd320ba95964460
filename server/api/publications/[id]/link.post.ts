import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { renewLink } from '../../../db/links'
import { findPublication } from '../../../db/publications'
import { withLink } from '../../../links'

/** Gives a publication a new link; the one it had leads nowhere from now on. */
export default apiRoute('POST publications/[id]/link', async ({ event, params: { id } }) => {
  const publication = (await renewLink(database(), 'brand', id)) && (await findPublication(database(), id))
  return publication ? withLink(event, 'brand', publication) : null
})
