import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { setDeleted } from '../../../db/projects'

export default apiRoute('POST projects/[id]/restore', ({ params }) => setDeleted(database(), params.id, false))
