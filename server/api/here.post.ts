import { apiRoute } from '../apiRoute'
import { database } from '../db/connect'
import { noteHere } from '../db/presence'

/** Notes which project is open in a window, or that it is closed; who else is there. */
export default apiRoute('POST here', async ({ event, body }) =>
  noteHere(database(), await body(), event.context.person?.id ?? null),
)
