import { setResponseStatus } from 'h3'
import { personSchema } from '#core/document/people'
import { database } from '../../db/connect'
import { addPerson } from '../../db/people'
import { readBody, apiHandler } from '../../apiHandler'

/** Adds somebody; tells, once, what their link to set a password ends in. */
export default apiHandler(async event => {
  const { name, role } = await readBody(event, personSchema.omit({ id: true }))
  const made = await addPerson(database(), name, role)
  setResponseStatus(event, 201)
  return made
})
