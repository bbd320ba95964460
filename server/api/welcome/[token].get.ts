import { database } from '../../db/connect'
import { welcomeBehind } from '../../db/people'
import { apiHandler } from '../../apiHandler'

/** What a link to set a password is for. */
export default apiHandler(event => welcomeBehind(database(), String(event.context.params?.token)))
