import { database } from '../../db/connect'
import { sessionsOf } from '../../db/people'
import { door } from '../../door'
import { signedIn } from '../../people/signIn'

/** Where one is signed in. */
export default door(event => {
  const { person, session } = signedIn(event)
  return sessionsOf(database(), person.id, session)
})
