import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { findJob } from '../../../db/jobs'

export default apiRoute('GET jobs/[id]', ({ params }) => findJob(database(), params.id))
