import { database } from '../../../db/connect'
import { listFolders } from '../../../db/shelf'
import { apiHandler } from '../../../door'

export default apiHandler(() => listFolders(database()))
