import { database } from '../../../db/connect'
import { reviewPage } from '../../../db/reviews'
import { door, missing } from '../../../door'
import { reviewAsked } from '../../../reviews/door'

/** What is behind a link. */
export default door(async event => {
  const page = await reviewPage(database(), await reviewAsked(event))
  if (!page) throw missing('review')
  return page
})
