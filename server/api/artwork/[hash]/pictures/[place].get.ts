import { setHeaders } from 'h3'
import { z } from 'zod'
import { decoded } from '../../../../../core/artwork/encoding'
import { embeddedBytes, embeddedIn } from '../../../../../core/artwork/embedded'
import { readMarkup } from '../../../../../core/artwork/markup'
import { hashSchema } from '../../../../../core/project/schema'
import { plainPicture, plainPng } from '../../../../../render/pictures'
import { artworkSource, findArtwork } from '../../../../db/artwork'
import { database } from '../../../../db/connect'
import { door, missing, partOf } from '../../../../door'
import { PICTURE_HEADERS } from '../../../../headers'

export default door(async event => {
  const hash = partOf(event, 'hash', hashSchema)
  const place = partOf(event, 'place', z.coerce.number().int().min(0))
  const [file, source] = await Promise.all([findArtwork(database(), hash), artworkSource(database(), hash)])
  const picture = source && file?.pictureInks[place]?.length ? embeddedIn(readMarkup(decoded(source).text)).pictures[place] : undefined
  const bytes = picture && embeddedBytes(picture)
  if (!bytes) throw missing('picture')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': 'image/png' })
  return plainPng(await plainPicture(bytes))
})
