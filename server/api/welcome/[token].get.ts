import { database } from '../../db/connect'
import { welcomeBehind } from '../../db/people'
import { apiHandler } from '../../apiHandler'

/** Answers what a link to set a password is for. */
export default apiHandler(event => welcomeBehind(database(), String(event.context.params?.token)))
