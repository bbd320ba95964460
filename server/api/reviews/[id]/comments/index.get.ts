import { z } from 'zod'
import { apiHandler, readParam } from '../../../../apiHandler'
import { requestedComments } from '../../../../reviews/requests'

export default apiHandler(event => requestedComments(event, readParam(event, 'id', z.uuid(), 'review')))
