import { hashSchema } from '#core/document/basics'
import { apiHandler, readParam } from '../../../apiHandler'
import { cachedBytes } from '../../../cachedBytes'
import { artworkMap } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { sendMap } from '../../../sendMap'

export default apiHandler(async event => {
  const hash = readParam(event, 'hash', hashSchema)
  return sendMap(event, await cachedBytes(`map ${hash}`, () => artworkMap(database(), hash)))
})
