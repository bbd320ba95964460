import { z } from 'zod'
import { artworkSchema } from './artwork'
import { idSchema, listOf, nameSchema, timeSchema } from './basics'
import { MAX_ARTWORK, MAX_COLORWAYS } from './limits'
import { lookSchema } from './look'

/** A frozen look of a project, with the artwork it was frozen on. It does not change when the project does. */
export const colorwaySchema = z.object({
  id: idSchema,
  name: nameSchema,
  note: z.string().max(2000),
  time: timeSchema,
  look: lookSchema,
  artwork: listOf(artworkSchema, { max: MAX_ARTWORK }),
})
export type Colorway = z.infer<typeof colorwaySchema>

/** The colorways of a project in their order; which of them is chosen, and which is open to be edited. */
export const lineUpSchema = z.object({
  colorways: listOf(colorwaySchema, { max: MAX_COLORWAYS }),
  chosen: idSchema.nullable(),
  open: idSchema.nullable(),
})
export type LineUp = z.infer<typeof lineUpSchema>

export const FIRST_LINE_UP: LineUp = { colorways: [], chosen: null, open: null }
