import { setHeaders } from 'h3'
import { hashSchema } from '../../../../core/document/basics'
import { artworkSource, findArtwork } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { door, missing, partOf } from '../../../door'
import { PICTURE_HEADERS, SVG_HEADERS } from '../../../headers'

export default door(async event => {
  const hash = partOf(event, 'hash', hashSchema)
  const [file, source] = await Promise.all([findArtwork(database(), hash), artworkSource(database(), hash)])
  if (!file || !source) throw missing('artwork')
  setHeaders(
    event,
    file.kind === 'raster'
      ? { ...PICTURE_HEADERS, 'content-type': 'image/png' }
      : { ...SVG_HEADERS, 'cache-control': 'private, max-age=31536000, immutable' },
  )
  return source
})
