import { z } from 'zod'
import { ORDERS } from '#core/harmony/order'
import { idSchema, listOf } from './basics'
import { FIRST_GATHERING, gatheringSchema, sampleSchema } from './gathering'
import { MAX_SWATCHES } from './limits'
import { remapSchema } from './remap'
import { baseSchema, castSchema, harmonySchema, swatchSchema } from './scheme'

/** All that makes the look of a project, and nothing else: what the trail and colorways keep of it. */
export const lookSchema = z.object({
  base: baseSchema,
  harmony: harmonySchema,
  scheme: listOf(swatchSchema, { min: 1, max: MAX_SWATCHES }),
  /** The base swatch of a gathered scheme, by its id; the first where none is set. */
  baseId: idSchema.nullable().default(null),
  /** The order the scheme is shown in. */
  order: z.enum(ORDERS).default('as set'),
  cast: castSchema.nullable().default(null),
  /** True if the scheme follows from base and harmony, or was gathered. */
  derived: z.boolean().default(true),
  samples: listOf(sampleSchema, { max: MAX_SWATCHES }).default([]),
  gathering: gatheringSchema.default(FIRST_GATHERING),
  remap: remapSchema,
})
export type Look = z.infer<typeof lookSchema>

/** The names of what makes a look. */
export const LOOK_KEYS = Object.keys({
  base: true,
  harmony: true,
  scheme: true,
  baseId: true,
  order: true,
  cast: true,
  derived: true,
  samples: true,
  gathering: true,
  remap: true,
} satisfies Record<keyof Look, true>) as Array<keyof Look>
