import { z } from 'zod'
import { database } from '../../../db/connect'
import { retryJob } from '../../../db/jobs'
import { door, missing, partOf } from '../../../door'

export default door(async event => {
  const job = await retryJob(database(), partOf(event, 'id', z.uuid(), 'job'))
  if (!job) throw missing('job')
  return job
})
