import { z } from 'zod'
import { idSchema, nameSchema, hashSchema, hexSchema, part } from './basics'
import { MAX_FOLDER_LENGTH } from './limits'
import { ALSO } from '#core/svg/reading'
import { MANNERS } from '#core/raster/manner'

/** The kinds of artwork: a drawing of shapes, or a picture of pixels. */
export const ARTWORK_KINDS = ['svg', 'raster'] as const
export const artworkKindSchema = z.enum(ARTWORK_KINDS).default('svg')

/** Artwork of the project; its file is stored by content hash. */
export const artworkSchema = z.object({
  kind: artworkKindSchema,
  id: idSchema,
  name: nameSchema,
  hash: hashSchema,
  width: z.number().positive(),
  height: z.number().positive(),
  /** The folder it came in, as a path with slashes; absent where it came by itself. */
  folder: z.string().min(1).max(MAX_FOLDER_LENGTH).optional(),
  /** True if somebody chose it to stand for the set on proofs and in the line-up. */
  represents: z.literal(true).optional(),
})
export type Artwork = z.infer<typeof artworkSchema>

/** The stored record of an artwork file: its size and its inks by falling area. */
export const inkSchema = z.object({
  hex: hexSchema,
  area: z.number().min(0).max(1.001),
  uses: z.number().int().min(0),
  /** Its index in the ink map; earlier versions did not store it. */
  at: z.number().int().min(0).optional(),
  /**
   * The inks it lies beside that cover no more than it, with their part of all boundaries, and where they mix; earlier
   * versions did not know the last.
   */
  beside: z.array(z.tuple([hexSchema, part, part.optional()])).default([]),
})
export type InkRecord = z.infer<typeof inkSchema>

export const artworkFileSchema = z.object({
  kind: artworkKindSchema,
  hash: hashSchema,
  name: nameSchema,
  width: z.number().positive(),
  height: z.number().positive(),
  inks: z.array(inkSchema),
  /**
   * Parts recolored besides the colors on the page, and the inks of each picture within the file; empty for one that
   * is left.
   */
  also: z.array(z.enum(ALSO)).default([]),
  pictureInks: z.array(z.array(hexSchema)).default([]),
  /** The nature of a raster picture, which decides how it is taken apart and painted. */
  manner: z.enum(MANNERS).default('flat'),
  removed: z.array(z.object({ what: z.string(), line: z.number().int() })),
  notes: z.array(z.string()),
})
export type ArtworkFile = z.infer<typeof artworkFileSchema>
