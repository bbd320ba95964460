import { setHeader } from 'h3'
import { hashSchema } from '#core/document/basics'
import { findArtwork } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { door, missing, partOf } from '../../../door'

export default door(async event => {
  const file = await findArtwork(database(), partOf(event, 'hash', hashSchema))
  if (!file) throw missing('artwork')
  setHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return file
})
