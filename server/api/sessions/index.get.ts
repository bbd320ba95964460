import { database } from '../../db/connect'
import { sessionsOf } from '../../db/people'
import { apiHandler } from '../../apiHandler'
import { requireSession } from '../../people/signIn'

/** Where one is signed in. */
export default apiHandler(event => {
  const { person, session } = requireSession(event)
  return sessionsOf(database(), person.id, session)
})
