import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { jobsOf } from '../../../db/jobs'

export default apiRoute('GET projects/[id]/jobs', ({ params }) => jobsOf(database(), params.id))
