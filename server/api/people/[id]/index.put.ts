import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { personSchema } from '#core/document/people'
import { database } from '../../../db/connect'
import { changePerson } from '../../../db/people'
import { bodyOf, door, partOf } from '../../../door'

const asked = personSchema.omit({ id: true }).partial().extend({ gone: z.boolean().optional() })

/** Gives somebody another name or role, takes them out, or lets them in again. */
export default door(async event => {
  const id = partOf(event, 'id', z.uuid(), 'person')
  await changePerson(database(), id, await bodyOf(event, asked))
  setResponseStatus(event, 204)
  return null
})
