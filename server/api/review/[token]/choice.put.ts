import { choicePutSchema } from '#core/document/review'
import { database } from '../../../db/connect'
import { chooseLook } from '../../../db/reviews'
import { readBody, apiHandler } from '../../../apiHandler'
import { requestedReview } from '../../../reviews/requests'

/** A client chooses a colorway, or takes the choice back. */
export default apiHandler(async event => {
  const review = await requestedReview(event)
  return chooseLook(database(), review, await readBody(event, choicePutSchema))
})
