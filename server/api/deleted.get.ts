import { apiRoute } from '../apiRoute'
import { database } from '../db/connect'
import { listDeleted } from '../db/purge'

/** Answers deleted things that can still be restored. */
export default apiRoute('GET deleted', () => listDeleted(database()))
