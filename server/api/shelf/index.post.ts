import { setResponseStatus } from 'h3'
import { shelfPutSchema } from '#core/document/shelf'
import { database } from '../../db/connect'
import { putOnShelf } from '../../db/shelf'
import { readBody, apiHandler } from '../../apiHandler'

export default apiHandler(async event => {
  const stored = await putOnShelf(database(), await readBody(event, shelfPutSchema))
  setResponseStatus(event, 201)
  return stored
})
