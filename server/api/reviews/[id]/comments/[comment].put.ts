import { z } from 'zod'
import { database } from '../../../../db/connect'
import { resolveThread } from '../../../../db/reviews'
import { readBody, apiHandler, readParam } from '../../../../apiHandler'

/** Resolves a thread, or opens it again. */
export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid(), 'review')
  const comment = readParam(event, 'comment', z.uuid(), 'comment')
  const { resolved } = await readBody(event, z.object({ resolved: z.boolean() }))
  return resolveThread(database(), id, comment, resolved)
})
