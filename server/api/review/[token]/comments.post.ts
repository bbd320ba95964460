import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { addComment } from '../../../db/reviewComments'
import { fromOf, requestedReview } from '../../../reviews/requests'

/** A client says something. */
export default apiRoute('POST review/[token]/comments', async ({ event, body }) => {
  const review = await requestedReview(event)
  const { reader, ...put } = await body()
  return addComment(database(), review, put, fromOf(event, reader))
})
