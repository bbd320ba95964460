import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { personSchema } from '#core/document/people'
import { database } from '../../../db/connect'
import { changePerson } from '../../../db/people'
import { readBody, apiHandler, readParam } from '../../../apiHandler'

const asked = personSchema.omit({ id: true }).partial().extend({ gone: z.boolean().optional() })

/** Gives somebody another name or role, takes them out, or lets them in again. */
export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid(), 'person')
  await changePerson(database(), id, await readBody(event, asked))
  setResponseStatus(event, 204)
  return null
})
