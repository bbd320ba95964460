import { setHeaders } from 'h3'
import { zipSync } from 'fflate'
import { decoded } from '../../../../core/artwork/encoding'
import { embeddedBytes, embeddedIn } from '../../../../core/artwork/embedded'
import { readMarkup } from '../../../../core/artwork/markup'
import { hashSchema } from '../../../../core/document/basics'
import { plainPicture, plainPng } from '../../../../render/pictures'
import { artworkSource, findArtwork } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { door, missing, partOf } from '../../../door'
import { PICTURE_HEADERS } from '../../../headers'

/** The pictures within a drawing that are recolored, as an archive of PNG files named by their place. */
export default door(async event => {
  const hash = partOf(event, 'hash', hashSchema)
  const [file, source] = await Promise.all([findArtwork(database(), hash), artworkSource(database(), hash)])
  if (!file || !source) throw missing('artwork')
  const { pictures } = embeddedIn(readMarkup(decoded(source).text))
  const all: Record<string, Uint8Array> = {}
  for (const [place, inks] of file.pictureInks.entries()) {
    const bytes = inks.length && pictures[place] ? embeddedBytes(pictures[place]) : null
    if (bytes) all[place] = await plainPng(await plainPicture(bytes))
  }
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': 'application/zip' })
  return Buffer.from(zipSync(all, { level: 0 }))
})
