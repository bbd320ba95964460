import { apiHandler } from '../../../apiHandler'
import { requestedComments, requestedReview } from '../../../reviews/requests'

export default apiHandler(async event => requestedComments(event, await requestedReview(event)))
