import { z } from 'zod'
import { database } from '../../../db/connect'
import { jobsOf } from '../../../db/jobs'
import { apiHandler, readParam } from '../../../apiHandler'

export default apiHandler(event => jobsOf(database(), readParam(event, 'id', z.uuid())))
