import { getQuery, setResponseStatus } from 'h3'
import { z } from 'zod'
import { LARGEST_SVG } from '../../../core/artwork/unreadable'
import { MOST_BYTES } from '../../../core/picture/picture'
import { ARTWORK_KINDS } from '../../../core/document/artwork'
import { receiveRaster } from '../../artwork/raster'
import { receiveSvg } from '../../artwork/receive'
import { keepArtwork } from '../../db/artwork'
import { database } from '../../db/connect'
import { bytesOf, door } from '../../door'

const asked = z.object({ name: z.string().max(400).default('Artwork'), kind: z.enum(ARTWORK_KINDS).default('svg') })

export default door(async event => {
  const { name, kind } = asked.parse(getQuery(event))
  const received =
    kind === 'raster'
      ? await receiveRaster(name, await bytesOf(event, MOST_BYTES))
      : await receiveSvg(name, await bytesOf(event, LARGEST_SVG))
  await keepArtwork(database(), received)
  setResponseStatus(event, 201)
  return received.file
})
