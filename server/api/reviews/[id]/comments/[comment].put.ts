import { z } from 'zod'
import { database } from '../../../../db/connect'
import { resolveThread } from '../../../../db/reviews'
import { bodyOf, door, partOf } from '../../../../door'

/** Resolves a thread, or opens it again. */
export default door(async event => {
  const id = partOf(event, 'id', z.uuid(), 'review')
  const comment = partOf(event, 'comment', z.uuid(), 'comment')
  const { resolved } = await bodyOf(event, z.object({ resolved: z.boolean() }))
  return resolveThread(database(), id, comment, resolved)
})
