import { setResponseStatus } from 'h3'
import { database } from '../db/connect'
import { closeSessions } from '../db/people'
import { door } from '../door'
import { takeCookie } from '../people/cookie'
import { signedIn } from '../people/signIn'

/** Signs out here. */
export default door(async event => {
  const { person, session } = signedIn(event)
  await closeSessions(database(), person.id, session)
  takeCookie(event)
  setResponseStatus(event, 204)
  return null
})
