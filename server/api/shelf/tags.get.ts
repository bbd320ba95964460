import { database } from '../../db/connect'
import { listTags } from '../../db/shelf'
import { apiHandler } from '../../apiHandler'

export default apiHandler(() => listTags(database()))
