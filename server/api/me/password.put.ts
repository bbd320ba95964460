import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { passwordSchema, signInSchema } from '#core/document/people'
import { failure } from '../../answers'
import { database } from '../../db/connect'
import { changePassword } from '../../db/people'
import { bodyOf, door } from '../../door'
import { hashPassword } from '../../people/password'
import { checked, signedIn } from '../../people/signIn'

const asked = z.object({ old: signInSchema.shape.password, password: passwordSchema })

/** Sets another password; one is signed out everywhere else. */
export default door(async event => {
  const { person, session } = signedIn(event)
  const { old, password } = await bodyOf(event, asked)
  if (!(await checked(event, { name: person.name, password: old })))
    throw failure(403, 'The old password is not right.')
  await changePassword(database(), person.id, await hashPassword(password), session)
  setResponseStatus(event, 204)
  return null
})
