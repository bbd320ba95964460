import { apiHandler } from '../../../door'
import { requestedComments, requestedReview } from '../../../reviews/door'

export default apiHandler(async event => requestedComments(event, await requestedReview(event)))
