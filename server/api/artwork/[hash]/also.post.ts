import { z } from 'zod'
import { ALSO } from '#core/artwork/reading'
import { hashSchema } from '#core/document/basics'
import { bodyOf, door, missing, partOf } from '../../../door'
import { inHands } from '../../../hands/hands'

const asked = z.object({
  also: z
    .array(z.enum(ALSO))
    .max(ALSO.length)
    .transform(also => ALSO.filter(each => also.includes(each))),
})

export default door(async event => {
  const { also } = await bodyOf(event, asked)
  const file = await inHands(event, 'read again', { hash: partOf(event, 'hash', hashSchema), also })
  if (!file) throw missing('drawing')
  return file
})
