import { database } from '../../db/connect'
import { listTags } from '../../db/shelf'
import { apiHandler } from '../../door'

export default apiHandler(() => listTags(database()))
