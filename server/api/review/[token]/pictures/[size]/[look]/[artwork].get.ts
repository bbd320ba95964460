import { apiHandler } from '../../../../../../door'
import { requestedPicture, requestedReview } from '../../../../../../reviews/door'

export default apiHandler(async event => requestedPicture(event, await requestedReview(event)))
