import { choicePutSchema } from '#core/document/review'
import { database } from '../../../db/connect'
import { chooseLook } from '../../../db/reviews'
import { bodyOf, door } from '../../../door'
import { reviewAsked } from '../../../reviews/door'

/** A client chooses a colorway, or takes the choice back. */
export default door(async event => {
  const review = await reviewAsked(event)
  return chooseLook(database(), review, await bodyOf(event, choicePutSchema))
})
