import { apiRoute } from '../../../apiRoute'
import { findComments, requestedReview } from '../../../reviews/requests'

export default apiRoute('GET review/[token]/comments', async ({ event, query }) =>
  findComments(await requestedReview(event), query),
)
