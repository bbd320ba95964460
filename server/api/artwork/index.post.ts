import { getQuery, setResponseStatus } from 'h3'
import { z } from 'zod'
import { LARGEST_SVG } from '../../../core/artwork/unreadable'
import { receiveSvg } from '../../artwork/receive'
import { keepArtwork } from '../../db/artwork'
import { database } from '../../db/connect'
import { bytesOf, door } from '../../door'

const asked = z.object({ name: z.string().max(400).default('Artwork') })

export default door(async event => {
  const { name } = asked.parse(getQuery(event))
  const received = await receiveSvg(name, await bytesOf(event, LARGEST_SVG))
  await keepArtwork(database(), received)
  setResponseStatus(event, 201)
  return received.file
})
