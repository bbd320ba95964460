import { setResponseStatus } from 'h3'
import { database } from '../../db/connect'
import { closeSessions } from '../../db/people'
import { door } from '../../door'
import { takeCookie } from '../../people/cookie'
import { signedIn } from '../../people/signIn'

/** Signs out everywhere. */
export default door(async event => {
  await closeSessions(database(), signedIn(event).person.id, null)
  takeCookie(event)
  setResponseStatus(event, 204)
  return null
})
