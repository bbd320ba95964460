import { setHeader } from 'h3'
import { hashSchema } from '#core/document/basics'
import { findArtwork } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { apiHandler, notFound, readParam } from '../../../apiHandler'

export default apiHandler(async event => {
  const file = await findArtwork(database(), readParam(event, 'hash', hashSchema))
  if (!file) throw notFound('artwork')
  setHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return file
})
