import { getQuery, setResponseStatus } from 'h3'
import { z } from 'zod'
import { MAX_BYTES } from '#core/picture/picture'
import { door } from '../../door'
import { inHands } from '../../hands/hands'
import { withBodyAsFile } from '../../incoming'

const asked = z.object({ name: z.string().max(400).default('Reference') })

export default door(async event => {
  const { name } = asked.parse(getQuery(event))
  const file = await withBodyAsFile(event, MAX_BYTES, (path, size) =>
    inHands(event, 'take reference', { name, path }, size),
  )
  setResponseStatus(event, 201)
  return file
})
