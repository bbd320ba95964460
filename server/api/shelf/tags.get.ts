import { database } from '../../db/connect'
import { listTags } from '../../db/shelf'
import { door } from '../../door'

export default door(() => listTags(database()))
