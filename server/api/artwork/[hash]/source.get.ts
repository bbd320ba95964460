import { setHeaders } from 'h3'
import { hashSchema } from '../../../../core/project/schema'
import { artworkSource } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { door, missing, partOf } from '../../../door'
import { SVG_HEADERS } from '../../../headers'

export default door(async event => {
  const source = await artworkSource(database(), partOf(event, 'hash', hashSchema))
  if (!source) throw missing('artwork')
  setHeaders(event, { ...SVG_HEADERS, 'cache-control': 'private, max-age=31536000, immutable' })
  return source
})
