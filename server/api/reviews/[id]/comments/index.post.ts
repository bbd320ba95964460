import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { commentPutSchema } from '#core/document/review'
import { database } from '../../../../db/connect'
import { addComment } from '../../../../db/reviews'
import { bodyOf, door, partOf } from '../../../../door'

/** The designer says something. */
export default door(async event => {
  const id = partOf(event, 'id', z.uuid(), 'review')
  const comment = await addComment(database(), id, await bodyOf(event, commentPutSchema), null)
  setResponseStatus(event, 201)
  return comment
})
