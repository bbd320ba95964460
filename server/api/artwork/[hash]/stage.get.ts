import { setHeaders } from 'h3'
import { hashSchema } from '#core/document/basics'
import { apiHandler, notFound, readParam } from '../../../apiHandler'
import { runInWorker } from '../../../workers/pool'
import { PICTURE_HEADERS } from '../../../headers'

export default apiHandler(async event => {
  const stage = await runInWorker(event, 'show picture', { hash: readParam(event, 'hash', hashSchema) })
  if (!stage) throw notFound('picture')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': 'image/png' })
  return Buffer.from(stage)
})
