import { database } from '../../../db/connect'
import { listFolders } from '../../../db/shelf'
import { door } from '../../../door'

export default door(() => listFolders(database()))
