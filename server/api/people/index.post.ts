import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { addPerson } from '../../db/people'

/** Adds somebody; tells, once, what their link to set a password ends in. */
export default apiRoute('POST people', async ({ body }) => {
  const { name, role } = await body()
  return addPerson(database(), name, role)
})
