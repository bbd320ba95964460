import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { sessionsOf } from '../../db/people'
import { requireSession } from '../../people/signIn'

/** Where one is signed in. */
export default apiRoute('GET sessions', ({ event }) => {
  const { person, session } = requireSession(event)
  return sessionsOf(database(), person.id, session)
})
