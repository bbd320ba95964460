import { z } from 'zod'
import { database } from '../../../db/connect'
import { stopJob } from '../../../db/jobs'
import { door, missing, partOf } from '../../../door'

export default door(async event => {
  const job = await stopJob(database(), partOf(event, 'id', z.uuid(), 'job'))
  if (!job) throw missing('job')
  return job
})
