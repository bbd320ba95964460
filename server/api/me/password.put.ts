import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { passwordSchema, signInSchema } from '#core/document/people'
import { httpError } from '../../httpError'
import { database } from '../../db/connect'
import { changePassword } from '../../db/people'
import { readBody, apiHandler } from '../../apiHandler'
import { hashPassword } from '../../people/password'
import { checkPassword, requireSession } from '../../people/signIn'

const asked = z.object({ old: signInSchema.shape.password, password: passwordSchema })

/** Sets another password; one is signed out everywhere else. */
export default apiHandler(async event => {
  const { person, session } = requireSession(event)
  const { old, password } = await readBody(event, asked)
  if (!(await checkPassword(event, { name: person.name, password: old })))
    throw httpError(403, 'The old password is not right.')
  await changePassword(database(), person.id, await hashPassword(password), session)
  setResponseStatus(event, 204)
  return null
})
