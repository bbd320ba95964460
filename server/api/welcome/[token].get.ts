import { database } from '../../db/connect'
import { welcomeBehind } from '../../db/people'
import { door } from '../../door'

/** What a link to set a password is for. */
export default door(event => welcomeBehind(database(), String(event.context.params?.token)))
