import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { changePerson } from '../../../db/people'

/** Gives somebody another name or role, takes them out, or lets them in again. */
export default apiRoute('PUT people/[id]', async ({ params, body }) =>
  changePerson(database(), params.id, await body()),
)
