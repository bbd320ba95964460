import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { findOnShelf } from '../../../db/shelf'

export default apiRoute('GET shelf/[id]', ({ params }) => findOnShelf(database(), params.id))
