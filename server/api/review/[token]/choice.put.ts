import { choicePutSchema } from '#core/document/review'
import { database } from '../../../db/connect'
import { chooseLook } from '../../../db/reviews'
import { readBody, apiHandler } from '../../../door'
import { requestedReview } from '../../../reviews/door'

/** A client chooses a colorway, or takes the choice back. */
export default apiHandler(async event => {
  const review = await requestedReview(event)
  return chooseLook(database(), review, await readBody(event, choicePutSchema))
})
