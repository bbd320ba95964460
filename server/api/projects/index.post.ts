import { setResponseStatus } from 'h3'
import { database } from '../../db/connect'
import { createFromText } from '../../documents'
import { apiHandler, jsonAnswer, readJsonText, MAX_DOCUMENT_BYTES, MAX_HERE_BYTES } from '../../apiHandler'
import { runInWorker } from '../../workers/pool'

export default apiHandler(async event => {
  const text = await readJsonText(event, MAX_DOCUMENT_BYTES)
  const made =
    text.length > MAX_HERE_BYTES
      ? jsonAnswer(event, (await runInWorker(event, 'create document', { text })) ?? '')
      : await createFromText(database(), text)
  setResponseStatus(event, 201)
  return made
})
