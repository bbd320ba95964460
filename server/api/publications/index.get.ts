import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { listPublished } from '../../db/publications'

export default apiRoute('GET publications', () => listPublished(database()))
