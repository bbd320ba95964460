import { database } from '../../../db/connect'
import { reviewPage } from '../../../db/reviews'
import { apiHandler, notFound } from '../../../apiHandler'
import { requestedReview } from '../../../reviews/requests'

/** Answers what is behind a link. */
export default apiHandler(async event => {
  const page = await reviewPage(database(), await requestedReview(event))
  if (!page) throw notFound('review')
  return page
})
