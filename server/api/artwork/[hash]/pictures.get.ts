import { setHeaders } from 'h3'
import { hashSchema } from '#core/document/basics'
import { apiHandler, notFound, readParam } from '../../../apiHandler'
import { runInWorker } from '../../../workers/pool'
import { PICTURE_HEADERS } from '../../../headers'

/** The pictures within a drawing that are recolored, as an archive of PNG files named by their place. */
export default apiHandler(async event => {
  const archive = await runInWorker(event, 'take out pictures', { hash: readParam(event, 'hash', hashSchema) })
  if (!archive) throw notFound('artwork')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': 'application/zip' })
  return Buffer.from(archive)
})
