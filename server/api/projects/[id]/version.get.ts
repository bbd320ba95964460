import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { versionOf } from '../../../db/projects'

/** The version a project has reached. */
export default apiRoute('GET projects/[id]/version', async ({ params }) => {
  const version = await versionOf(database(), params.id)
  return version === null ? null : { version }
})
