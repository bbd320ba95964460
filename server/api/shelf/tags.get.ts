import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { listTags } from '../../db/shelf'

export default apiRoute('GET shelf/tags', () => listTags(database()))
