import { MAX_DOCUMENT_BYTES, MAX_HERE_BYTES, readJsonText } from '../../apiHandler'
import { apiRoute } from '../../apiRoute'
import { database } from '../../db/connect'
import { createFromText } from '../../documents'
import { runInWorker } from '../../workers/pool'

export default apiRoute('POST projects', async ({ event }) => {
  const text = await readJsonText(event, MAX_DOCUMENT_BYTES)
  return text.length > MAX_HERE_BYTES
    ? runInWorker(event, 'create document', { text })
    : createFromText(database(), text)
})
