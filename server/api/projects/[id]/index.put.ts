import { MAX_DOCUMENT_BYTES, MAX_HERE_BYTES, readJsonText } from '../../../apiHandler'
import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { sizeOfProject } from '../../../db/projects'
import { saveFromText } from '../../../documents'
import { runInWorker } from '../../../workers/pool'

export default apiRoute('PUT projects/[id]', async ({ event, params: { id } }) => {
  const text = await readJsonText(event, MAX_DOCUMENT_BYTES)
  const by = event.context.person?.name ?? null
  const isLarge = text.length > MAX_HERE_BYTES || (await sizeOfProject(database(), id)) > MAX_HERE_BYTES
  return isLarge ? runInWorker(event, 'save document', { id, text, by }) : saveFromText(database(), id, text, by)
})
