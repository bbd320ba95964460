import { apiRoute } from '../apiRoute'
import { database } from '../db/connect'
import { closeSessions } from '../db/people'
import { clearSessionCookie } from '../people/cookie'
import { requireSession } from '../people/signIn'

/** Signs out here. */
export default apiRoute('DELETE session', async ({ event }) => {
  const { person, session } = requireSession(event)
  await closeSessions(database(), person.id, session)
  clearSessionCookie(event)
})
