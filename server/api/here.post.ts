import { herePutSchema } from '#core/document/live'
import { database } from '../db/connect'
import { noteHere } from '../db/presence'
import { readBody, apiHandler } from '../apiHandler'

/** Notes which project is open in a window, or that it is closed; who else is there. */
export default apiHandler(async event =>
  noteHere(database(), await readBody(event, herePutSchema), event.context.person?.id ?? null),
)
