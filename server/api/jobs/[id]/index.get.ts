import { z } from 'zod'
import { database } from '../../../db/connect'
import { findJob } from '../../../db/jobs'
import { door, missing, partOf } from '../../../door'

export default door(async event => {
  const job = await findJob(database(), partOf(event, 'id', z.uuid(), 'job'))
  if (!job) throw missing('job')
  return job
})
