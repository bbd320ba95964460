import { z } from 'zod'
import { database } from '../../../db/connect'
import { retryJob } from '../../../db/jobs'
import { apiHandler, notFound, readParam } from '../../../apiHandler'

export default apiHandler(async event => {
  const job = await retryJob(database(), readParam(event, 'id', z.uuid(), 'job'))
  if (!job) throw notFound('job')
  return job
})
