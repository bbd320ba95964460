import { setHeaders } from 'h3'
import { hashSchema } from '../../../../core/document/basics'
import { stagePicture } from '../../../artwork/raster'
import { findArtwork } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { door, missing, partOf } from '../../../door'
import { PICTURE_HEADERS } from '../../../headers'

export default door(async event => {
  const file = await findArtwork(database(), partOf(event, 'hash', hashSchema))
  const stage = file?.kind === 'raster' ? await stagePicture(database(), file) : null
  if (!stage) throw missing('picture')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': 'image/png' })
  return stage
})
