import { setResponseStatus } from 'h3'
import { database } from '../../db/connect'
import { closeSessions } from '../../db/people'
import { apiHandler } from '../../apiHandler'
import { clearSessionCookie } from '../../people/cookie'
import { requireSession } from '../../people/signIn'

/** Signs out everywhere. */
export default apiHandler(async event => {
  await closeSessions(database(), requireSession(event).person.id, null)
  clearSessionCookie(event)
  setResponseStatus(event, 204)
  return null
})
