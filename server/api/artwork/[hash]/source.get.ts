import { Readable } from 'node:stream'
import { sendStream, setHeaders } from 'h3'
import { hashSchema } from '#core/document/basics'
import { artworkPieces, findArtwork } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { apiHandler, notFound, readParam } from '../../../apiHandler'
import { PICTURE_HEADERS, SVG_HEADERS } from '../../../headers'

export default apiHandler(async event => {
  const hash = readParam(event, 'hash', hashSchema)
  const [file, source] = await Promise.all([findArtwork(database(), hash), artworkPieces(database(), hash)])
  if (!file || !source) throw notFound('artwork')
  setHeaders(event, {
    ...(file.kind === 'raster'
      ? { ...PICTURE_HEADERS, 'content-type': 'image/png' }
      : { ...SVG_HEADERS, 'cache-control': 'private, max-age=31536000, immutable' }),
    'content-length': source.size,
  })
  return sendStream(event, Readable.from(source.pieces()))
})
