import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { setDeleted } from '../../../db/projects'

export default apiRoute('DELETE projects/[id]', ({ params }) => setDeleted(database(), params.id, true))
