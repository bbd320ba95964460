import { z } from 'zod'
import { hashSchema, hexSchema, idSchema, listOf, nameSchema, part, within } from './basics'
import { MAX_PATCH_WIDTH } from '#core/extract/patch'
import { MAX_REFERENCES } from './limits'
import { EXTRACTED, APART, REST, TAKEN_BY } from '#core/extract/extract'
import { HARMONIES } from '#core/harmony/harmony'

/** A part of a picture, in parts of its width and height. */
export const regionSchema = z.object({ x: part, y: part, width: part, height: part })

/**
 * A reference picture; its file is stored by content hash. `place` is where it lies on the board, in parts of its
 * width.
 */
export const referenceSchema = z.object({
  id: idSchema,
  name: nameSchema,
  hash: hashSchema,
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  place: z.object({ x: z.number().min(-1).max(2), y: z.number().min(-1).max(4) }),
  region: regionSchema.nullable().default(null),
})

/**
 * A sample on a reference: where, how wide a patch (in parts of the picture's width, 0 for one pixel), what it
 * measures, and where the extraction put it.
 */
export const sampleSchema = z.object({
  id: idSchema,
  reference: idSchema,
  x: part,
  y: part,
  patch: z.number().min(0).max(MAX_PATCH_WIDTH),
  hex: hexSchema,
  found: z.object({ x: part, y: part, hex: hexSchema }).nullable(),
})

/**
 * Settings for taking colors from the references: from which, how many, how far apart, by what, where the lean pad stands, and how
 * far they are pulled into a harmony.
 */
export const gatheringSchema = z.object({
  of: listOf(idSchema, { max: MAX_REFERENCES }),
  count: z.number().int().min(EXTRACTED.min).max(EXTRACTED.max),
  apart: z.union([z.literal(APART.usual), z.literal(APART.wide)]),
  by: z.enum(TAKEN_BY),
  lean: z.object({ x: within, y: within }),
  pull: z.object({ kind: z.enum(HARMONIES), amount: part }),
})

/** Default settings for taking colors from references. */
export const FIRST_GATHERING: Gathering = {
  of: [],
  count: EXTRACTED.usual,
  apart: APART.usual,
  by: 'eye',
  lean: REST,
  pull: { kind: 'analogous with accent', amount: 0 },
}
export type Reference = z.infer<typeof referenceSchema>
export type Region = z.infer<typeof regionSchema>
export type Sample = z.infer<typeof sampleSchema>
export type Gathering = z.infer<typeof gatheringSchema>
