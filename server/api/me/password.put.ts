import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { changePassword } from '../../db/people'
import { httpError } from '../../httpError'
import { hashPassword } from '../../people/password'
import { checkPassword, requireSession } from '../../people/signIn'

/** Sets another password; one is signed out everywhere else. */
export default apiRoute('PUT me/password', async ({ event, body }) => {
  const { person, session } = requireSession(event)
  const { old, password } = await body()
  if (!(await checkPassword(event, { name: person.name, password: old })))
    throw httpError(403, 'The current password is not correct.')
  await changePassword(database(), person.id, await hashPassword(password), session)
})
