import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { commentPutSchema } from '#core/document/review'
import { database } from '../../../../db/connect'
import { addComment } from '../../../../db/reviews'
import { readBody, apiHandler, readParam } from '../../../../apiHandler'

/** The designer says something. */
export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid(), 'review')
  const comment = await addComment(database(), id, await readBody(event, commentPutSchema), null)
  setResponseStatus(event, 201)
  return comment
})
