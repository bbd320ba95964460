import { z } from 'zod'
import { database } from '../../../db/connect'
import { changeReview, findReview } from '../../../db/reviews'
import { readBody, apiHandler, notFound, readParam } from '../../../apiHandler'

const asked = z.object({
  endsAt: z.iso.datetime().optional(),
  closed: z.boolean().optional(),
  withdrawn: z.boolean().optional(),
  deleted: z.boolean().optional(),
})

/** Sets another end, closes the choice, withdraws or deletes a review, or takes any of it back. */
export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid(), 'review')
  if (!(await changeReview(database(), id, await readBody(event, asked)))) throw notFound('review')
  return { review: await findReview(database(), id) }
})
