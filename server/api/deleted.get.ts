import { database } from '../db/connect'
import { listDeleted } from '../db/purge'
import { apiHandler } from '../apiHandler'

/** Answers deleted things that can still be restored. */
export default apiHandler(() => listDeleted(database()))
