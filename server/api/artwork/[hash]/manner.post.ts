import { z } from 'zod'
import { hashSchema, hexSchema } from '#core/document/basics'
import { GIVEN, MANNERS } from '#core/raster/manner'
import { bodyOf, door, missing, partOf } from '../../../door'
import { inHands } from '../../../hands/hands'

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
  const file = await inHands(event, 'take as made of', { hash: partOf(event, 'hash', hashSchema), manner, inks })
  if (!file) throw missing('picture')
  return file
})
