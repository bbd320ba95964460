import { apiHandler } from '../../../../../../apiHandler'
import { requestedPicture, requestedReview } from '../../../../../../reviews/requests'

export default apiHandler(async event => requestedPicture(event, await requestedReview(event)))
