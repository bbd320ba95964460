import { setResponseStatus } from 'h3'
import { database } from '../db/connect'
import { closeSessions } from '../db/people'
import { apiHandler } from '../apiHandler'
import { clearSessionCookie } from '../people/cookie'
import { requireSession } from '../people/signIn'

/** Signs out here. */
export default apiHandler(async event => {
  const { person, session } = requireSession(event)
  await closeSessions(database(), person.id, session)
  clearSessionCookie(event)
  setResponseStatus(event, 204)
  return null
})
