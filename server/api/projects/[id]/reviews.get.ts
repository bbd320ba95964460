import { z } from 'zod'
import { database } from '../../../db/connect'
import { reviewsOf } from '../../../db/reviews'
import { apiHandler, readParam } from '../../../apiHandler'

export default apiHandler(event => reviewsOf(database(), readParam(event, 'id', z.uuid())))
