import { z } from 'zod'
import { ROLES } from '#core/harmony/proportion'
import { hexSchema, listOf, nameSchema, part } from './basics'
import { MAX_ON_SHELF, MAX_TAGS } from './limits'
import { truncate, onOneLine } from './names'

/** A swatch of a scheme on the shelf. */
export const keptSwatchSchema = z.object({
  hex: hexSchema,
  name: z.string().max(120),
  role: z.enum(ROLES),
  share: part,
})
export type KeptSwatch = z.infer<typeof keptSwatchSchema>

/** A tag as it is stored: on one line, at most 40 letters, in lower case; empty where the text is. */
export const toTag = (text: string): string => truncate(onOneLine(text), 40).toLowerCase()

/** A tag: a word or a few, in lower case. */
export const tagSchema = z.string().overwrite(toTag).min(1, 'A tag needs at least one character.')

/** Where a scheme on the shelf came from: out of what of which project, or a file. */
export const SHELF_ORIGINS = ['band', 'trail', 'colorway', 'reference', 'file'] as const
export const shelfOriginSchema = z.object({
  kind: z.enum(SHELF_ORIGINS),
  /** Its name there: a state, a colorway, a picture, a file. */
  title: z.string().max(200),
  project: z.object({ id: z.uuid(), name: z.string().max(120) }).nullable(),
})

/** The details of a scheme on the shelf. */
export const shelfDetailsSchema = z.object({
  name: nameSchema,
  note: z.string().max(2000).default(''),
  tags: listOf(tagSchema, { max: MAX_TAGS })
    .transform(tags => [...new Set(tags)])
    .default([]),
  folder: z.uuid().nullable().default(null),
  favorite: z.boolean().default(false),
})
export type ShelfDetails = z.infer<typeof shelfDetailsSchema>

/** A scheme that is put on the shelf. */
export const shelfPutSchema = shelfDetailsSchema.extend({
  swatches: listOf(keptSwatchSchema, { min: 1, max: MAX_ON_SHELF }),
  origin: shelfOriginSchema,
})
export type ShelfPut = z.infer<typeof shelfPutSchema>

/** A scheme as it stands on the shelf; its version goes up with its colors. */
export const shelfSchemeSchema = shelfPutSchema.extend({
  id: z.uuid(),
  version: z.number().int().min(1),
  updatedAt: z.iso.datetime(),
})
export type ShelfScheme = z.infer<typeof shelfSchemeSchema>

/** An earlier version of a scheme. */
export const shelfVersionSchema = z.object({
  version: z.number().int().min(1),
  swatches: z.array(keptSwatchSchema),
  keptAt: z.iso.datetime(),
})
export type ShelfVersion = z.infer<typeof shelfVersionSchema>

/** A folder of the shelf, and the number of schemes in it. */
export const shelfFolderSchema = z.object({ id: z.uuid(), name: nameSchema, count: z.number().int().min(0) })
export type ShelfFolder = z.infer<typeof shelfFolderSchema>

/** The orders of the shelf. */
export const SHELF_ORDERS = ['newest', 'name'] as const

/**
 * A query to the shelf; all that is given has to hold. A scheme is near a color where one of its colors is; it holds
 * colors where each has one of its own all but the same; it fits colors where they have some of its own near them on average.
 */
export const shelfQuerySchema = z.object({
  words: z.string().max(100).overwrite(onOneLine).default(''),
  tags: z.array(tagSchema).max(MAX_TAGS).default([]),
  /** A folder, `none` for what is in no folder, or nothing. */
  folder: z.union([z.uuid(), z.literal('none')]).optional(),
  favorite: z.boolean().default(false),
  near: hexSchema.optional(),
  holds: z.array(hexSchema).max(12).default([]),
  fits: z.array(hexSchema).max(12).default([]),
  order: z.enum(SHELF_ORDERS).default('newest'),
})
export type ShelfQuery = z.infer<typeof shelfQuerySchema>
