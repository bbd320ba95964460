import { z } from 'zod'
import { hashSchema, hexSchema } from '../../../../core/document/basics'
import { GIVEN, MANNERS } from '../../../../core/raster/manner'
import { hashMade, receiveMade, stagePicture } from '../../../artwork/raster'
import { artworkSource, findArtwork, keepArtwork } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { bodyOf, door, missing, partOf } from '../../../door'

const asked = z.object({
  manner: z.enum(MANNERS),
  inks: z
    .array(hexSchema)
    .min(GIVEN.least)
    .max(GIVEN.most)
    .transform(inks => [...new Set(inks)].sort())
    .optional(),
})

export default door(async event => {
  const { manner, inks } = await bodyOf(event, asked)
  const hash = partOf(event, 'hash', hashSchema)
  const [file, source] = await Promise.all([findArtwork(database(), hash), artworkSource(database(), hash)])
  if (!file || !source || file.kind !== 'raster') throw missing('picture')
  const known = await findArtwork(database(), hashMade(source, manner, inks))
  if (known) return known
  const stage = (await stagePicture(database(), file)) ?? source
  const received = await receiveMade(file, source, stage, manner, inks)
  await keepArtwork(database(), received)
  return received.file
})
