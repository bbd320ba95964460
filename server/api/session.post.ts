import { signInSchema, type Me } from '#core/document/people'
import { httpError } from '../httpError'
import { readBody, apiHandler } from '../apiHandler'
import { asks } from '../people/authorize'
import { checkPassword, signIn } from '../people/signIn'

/** Signs somebody in. */
export default apiHandler(async (event): Promise<Me> => {
  const person = await checkPassword(event, await readBody(event, signInSchema))
  if (!person) throw httpError(401, 'The name or the password is not right.', { why: 'wrong' })
  await signIn(event, person)
  return { asks, person }
})
