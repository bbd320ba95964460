import { z } from 'zod'
import { apiHandler, readParam } from '../../../../../../apiHandler'
import { requestedPicture } from '../../../../../../reviews/requests'

export default apiHandler(event => requestedPicture(event, readParam(event, 'id', z.uuid(), 'review')))
