import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { commentPutSchema } from '#core/document/review'
import { database } from '../../../db/connect'
import { addComment } from '../../../db/reviews'
import { bodyOf, door } from '../../../door'
import { fromOf, reviewAsked } from '../../../reviews/door'

const asked = commentPutSchema.extend({ reader: z.string().max(64).default('') })

/** A client says something. */
export default door(async event => {
  const review = await reviewAsked(event)
  const { reader, ...put } = await bodyOf(event, asked)
  const comment = await addComment(database(), review, put, fromOf(event, reader))
  setResponseStatus(event, 201)
  return comment
})
