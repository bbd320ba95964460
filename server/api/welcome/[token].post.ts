import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { setPasswordBy, welcomeBehind } from '../../db/people'
import { asks } from '../../people/authorize'
import { hashPassword } from '../../people/password'
import { signIn } from '../../people/signIn'

/** Sets a password by a link, and signs in. */
export default apiRoute('POST welcome/[token]', async ({ event, params: { token }, body }) => {
  const { password, name } = await body()
  const known = await welcomeBehind(database(), token)
  const person = await setPasswordBy(database(), token, await hashPassword(password), name ?? known.name ?? 'Owner')
  await signIn(event, person)
  return { asks, person }
})
