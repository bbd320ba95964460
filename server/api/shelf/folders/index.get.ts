import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { listFolders } from '../../../db/shelf'

export default apiRoute('GET shelf/folders', () => listFolders(database()))
