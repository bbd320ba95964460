import { z } from 'zod'
import { apiHandler, readParam } from '../../../../door'
import { requestedComments } from '../../../../reviews/door'

export default apiHandler(event => requestedComments(event, readParam(event, 'id', z.uuid(), 'review')))
