import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { changePublication, findPublication } from '../../../db/publications'
import { withLink } from '../../../links'

/** Withdraws or deletes a publication, or takes either back. */
export default apiRoute('PUT publications/[id]', async ({ event, params: { id }, body }) => {
  if (!(await changePublication(database(), id, await body()))) return null
  const publication = await findPublication(database(), id)
  return { publication: publication && withLink(event, 'brand', publication) }
})
