import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { retryJob } from '../../../db/jobs'

export default apiRoute('POST jobs/[id]/retry', ({ params }) => retryJob(database(), params.id))
