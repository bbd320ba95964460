import { database } from '../db/connect'
import { listDeleted } from '../db/purge'
import { door } from '../door'

/** What was deleted and can still be brought back. */
export default door(() => listDeleted(database()))
