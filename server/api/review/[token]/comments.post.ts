import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { commentPutSchema } from '#core/document/review'
import { database } from '../../../db/connect'
import { addComment } from '../../../db/reviews'
import { readBody, apiHandler } from '../../../apiHandler'
import { fromOf, requestedReview } from '../../../reviews/requests'

const asked = commentPutSchema.extend({ reader: z.string().max(64).default('') })

/** A client says something. */
export default apiHandler(async event => {
  const review = await requestedReview(event)
  const { reader, ...put } = await readBody(event, asked)
  const comment = await addComment(database(), review, put, fromOf(event, reader))
  setResponseStatus(event, 201)
  return comment
})
