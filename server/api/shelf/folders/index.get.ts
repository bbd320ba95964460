import { database } from '../../../db/connect'
import { listFolders } from '../../../db/shelf'
import { apiHandler } from '../../../apiHandler'

export default apiHandler(() => listFolders(database()))
