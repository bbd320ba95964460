import { database } from '../db/connect'
import { listDeleted } from '../db/purge'
import { apiHandler } from '../apiHandler'

/** What was deleted and can still be brought back. */
export default apiHandler(() => listDeleted(database()))
