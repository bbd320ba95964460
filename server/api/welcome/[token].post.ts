import { z } from 'zod'
import { nameSchema } from '#core/document/basics'
import { passwordSchema, type Me } from '#core/document/people'
import { database } from '../../db/connect'
import { setPasswordBy, welcomeBehind } from '../../db/people'
import { readBody, apiHandler } from '../../apiHandler'
import { asks } from '../../people/authorize'
import { hashPassword } from '../../people/password'
import { signIn } from '../../people/signIn'

const asked = z.object({ password: passwordSchema, name: nameSchema.optional() })

/** Sets a password by a link, and signs in. */
export default apiHandler(async (event): Promise<Me> => {
  const token = String(event.context.params?.token)
  const { password, name } = await readBody(event, asked)
  const known = await welcomeBehind(database(), token)
  const person = await setPasswordBy(database(), token, await hashPassword(password), name ?? known.name ?? 'Owner')
  await signIn(event, person)
  return { asks, person }
})
