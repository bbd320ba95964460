import { z } from 'zod'
import { hashSchema } from '../../../../core/document/basics'
import { MANNERS } from '../../../../core/raster/manner'
import { receiveMade } from '../../../artwork/raster'
import { hashOf } from '../../../artwork/receive'
import { artworkSource, findArtwork, keepArtwork } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { bodyOf, door, missing, partOf } from '../../../door'

const asked = z.object({ manner: z.enum(MANNERS) })

export default door(async event => {
  const { manner } = await bodyOf(event, asked)
  const hash = partOf(event, 'hash', hashSchema)
  const [file, source] = await Promise.all([findArtwork(database(), hash), artworkSource(database(), hash)])
  if (!file || !source || file.kind !== 'raster') throw missing('picture')
  const known = await findArtwork(database(), hashOf(source, manner === 'flat' ? [] : [manner]))
  if (known) return known
  const received = await receiveMade(file, source, manner)
  await keepArtwork(database(), received)
  return received.file
})
