import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { stopJob } from '../../../db/jobs'

export default apiRoute('POST jobs/[id]/stop', ({ params }) => stopJob(database(), params.id))
