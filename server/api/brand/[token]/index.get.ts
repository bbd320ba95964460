import { apiRoute, NOT_MODIFIED } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { publishedBrand } from '../../../db/publications'
import { isKnown, requestedPublication } from '../../../publications/requests'

/** The publication behind a link: its version, what that changed, its swatches and files. */
export default apiRoute('GET brand/[token]', async ({ event }) => {
  const { id, tag } = await requestedPublication(event)
  return isKnown(event, tag) ? NOT_MODIFIED : publishedBrand(database(), id)
})
