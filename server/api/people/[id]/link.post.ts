import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { welcomeAgain } from '../../../db/people'

/** A new link for somebody to set a password. */
export default apiRoute('POST people/[id]/link', async ({ params }) => ({
  token: await welcomeAgain(database(), params.id),
}))
