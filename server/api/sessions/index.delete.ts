import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { closeSessions } from '../../db/people'
import { clearSessionCookie } from '../../people/cookie'
import { requireSession } from '../../people/signIn'

/** Signs out everywhere. */
export default apiRoute('DELETE sessions', async ({ event }) => {
  await closeSessions(database(), requireSession(event).person.id, null)
  clearSessionCookie(event)
})
