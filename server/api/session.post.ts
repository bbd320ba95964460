import { signInSchema, type Me } from '#core/document/people'
import { failure } from '../answers'
import { bodyOf, door } from '../door'
import { asks } from '../people/gate'
import { checked, signIn } from '../people/signIn'

/** Signs somebody in. */
export default door(async (event): Promise<Me> => {
  const person = await checked(event, await bodyOf(event, signInSchema))
  if (!person) throw failure(401, 'The name or the password is not right.', { why: 'wrong' })
  await signIn(event, person)
  return { asks, person }
})
