import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { nameSchema } from '#core/document/basics'
import { database } from '../../../db/connect'
import { makeFolder } from '../../../db/shelf'
import { readBody, apiHandler } from '../../../apiHandler'

export default apiHandler(async event => {
  const { name } = await readBody(event, z.object({ name: nameSchema }))
  setResponseStatus(event, 201)
  return makeFolder(database(), name)
})
