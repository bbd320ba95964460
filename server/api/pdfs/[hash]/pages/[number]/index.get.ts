import { setHeaders } from 'h3'
import { hashSchema } from '#core/document/basics'
import { pageNumberSchema } from '#core/document/artwork'
import { apiHandler, notFound, readParam } from '../../../../../apiHandler'
import { PICTURE_HEADERS } from '../../../../../headers'
import { runInWorker } from '../../../../../workers/pool'

export default apiHandler(async event => {
  const hash = readParam(event, 'hash', hashSchema)
  const number = Number(readParam(event, 'number', pageNumberSchema, 'page'))
  const picture = await runInWorker(event, 'show page', { hash, number })
  if (!picture) throw notFound('page')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': 'image/png' })
  return Buffer.from(picture)
})
