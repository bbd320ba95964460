import { getQuery, setResponseStatus } from 'h3'
import { z } from 'zod'
import { MOST_BYTES } from '../../../core/picture/picture'
import { database } from '../../db/connect'
import { keepPicture } from '../../db/pictures'
import { bytesOf, door } from '../../door'
import { receivePicture } from '../../pictures/receive'

const asked = z.object({ name: z.string().max(400).default('Reference') })

export default door(async event => {
  const { name } = asked.parse(getQuery(event))
  const received = await receivePicture(name, await bytesOf(event, MOST_BYTES))
  await keepPicture(database(), received)
  setResponseStatus(event, 201)
  return received.file
})
