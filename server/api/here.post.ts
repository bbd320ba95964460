import { herePutSchema } from '#core/document/live'
import { database } from '../db/connect'
import { noteHere } from '../db/presence'
import { bodyOf, door } from '../door'

/** Notes which project is open in a window, or that it is closed; who else is there. */
export default door(async event =>
  noteHere(database(), await bodyOf(event, herePutSchema), event.context.person?.id ?? null),
)
