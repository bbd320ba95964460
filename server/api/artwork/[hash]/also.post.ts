import { z } from 'zod'
import { ALSO } from '../../../../core/artwork/reading'
import { hashSchema } from '../../../../core/document/basics'
import { hashOf, receiveAgain } from '../../../artwork/receive'
import { artworkSource, findArtwork, keepArtwork } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { bodyOf, door, missing, partOf } from '../../../door'

const asked = z.object({
  also: z
    .array(z.enum(ALSO))
    .max(ALSO.length)
    .transform(also => ALSO.filter(each => also.includes(each))),
})

export default door(async event => {
  const { also } = await bodyOf(event, asked)
  const hash = partOf(event, 'hash', hashSchema)
  const [file, source] = await Promise.all([findArtwork(database(), hash), artworkSource(database(), hash)])
  if (!file || !source || file.kind !== 'svg') throw missing('drawing')
  const known = await findArtwork(database(), hashOf(source, also))
  if (known) return known
  const received = await receiveAgain(file, source, also)
  await keepArtwork(database(), received)
  return received.file
})
