import { setHeaders, setResponseStatus } from 'h3'
import { hashSchema } from '#core/document/basics'
import { artworkMap } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { apiHandler, readParam } from '../../../apiHandler'
import { cachedBytes } from '../../../cachedBytes'

export default apiHandler(async event => {
  const hash = readParam(event, 'hash', hashSchema)
  const map = await cachedBytes(`map ${hash}`, () => artworkMap(database(), hash))
  setHeaders(event, {
    'cache-control': 'private, max-age=31536000, immutable',
    ...(map ? { 'content-type': 'application/octet-stream', 'content-encoding': 'gzip' } : {}),
  })
  if (!map) setResponseStatus(event, 204)
  return map
})
