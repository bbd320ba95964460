import { z } from 'zod'
import { database } from '../../../db/connect'
import { saveFromText } from '../../../documents'
import {
  apiHandler,
  jsonAnswer,
  readJsonText,
  MAX_DOCUMENT_BYTES,
  MAX_HERE_BYTES,
  notFound,
  readParam,
} from '../../../apiHandler'
import { runInWorker } from '../../../workers/pool'

export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid())
  const text = await readJsonText(event, MAX_DOCUMENT_BYTES)
  const by = event.context.person?.name ?? null
  const isLarge = text.length > MAX_HERE_BYTES
  const saved = isLarge
    ? await runInWorker(event, 'save document', { id, text, by })
    : await saveFromText(database(), id, text, by)
  if (saved === null) throw notFound('project')
  return typeof saved === 'string' ? jsonAnswer(event, saved) : saved
})
