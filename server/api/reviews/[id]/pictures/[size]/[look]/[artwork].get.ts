import { z } from 'zod'
import { apiHandler, readParam } from '../../../../../../door'
import { requestedPicture } from '../../../../../../reviews/door'

export default apiHandler(event => requestedPicture(event, readParam(event, 'id', z.uuid(), 'review')))
