import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { welcomeBehind } from '../../db/people'

/** Answers what a link to set a password is for. */
export default apiRoute('GET welcome/[token]', ({ params }) => welcomeBehind(database(), params.token))
