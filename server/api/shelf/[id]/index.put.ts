import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { saveOver } from '../../../db/shelf'

/** Saves other colors over those of a scheme, as it was seen in a version. */
export default apiRoute('PUT shelf/[id]', async ({ params, body }) => {
  const { version, ...put } = await body()
  return saveOver(database(), params.id, version, put)
})
