import { apiRoute } from '../apiRoute'
import { httpError } from '../httpError'
import { asks } from '../people/authorize'
import { checkPassword, signIn } from '../people/signIn'

/** Signs somebody in. */
export default apiRoute('POST session', async ({ event, body }) => {
  const person = await checkPassword(event, await body())
  if (!person) throw httpError(401, 'The name or the password is not correct.', { why: 'wrong' })
  await signIn(event, person)
  return { asks, person }
})
