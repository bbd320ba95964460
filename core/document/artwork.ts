import { z } from 'zod'
import { idSchema, nameSchema, hashSchema, hexSchema, part } from './basics'
import { MAX_FOLDER_LENGTH } from './limits'
import { MAX_PAGES, SPACE_KINDS } from '#core/pdf/limits'
import { ALSO } from '#core/svg/reading'
import { MANNERS } from '#core/raster/manner'

/** The kinds of artwork: a drawing of shapes, or a picture of pixels. */
export const ARTWORK_KINDS = ['svg', 'raster'] as const
export const artworkKindSchema = z.enum(ARTWORK_KINDS).default('svg')

/** The page of a PDF that artwork is: the hash of the file, and the number of the page in it, from 1. */
export const pdfPageSchema = z.object({ pdf: hashSchema, number: z.number().int().min(1).max(MAX_PAGES) })
export type PdfPage = z.infer<typeof pdfPageSchema>

/** The number of a page as a part of an address. */
export const pageNumberSchema = z.string().regex(/^[1-9]\d?$/)

/** A PDF as it is stored: its pages in points, what was taken out of it in words, and whether it is made for a press. */
export const pdfFileSchema = z.object({
  hash: hashSchema,
  name: nameSchema,
  pages: z
    .array(z.object({ width: z.number().positive(), height: z.number().positive() }))
    .min(1)
    .max(MAX_PAGES),
  removed: z.array(z.string()),
  isForPress: z.boolean(),
})
export type PdfFile = z.infer<typeof pdfFileSchema>

/** Artwork of the project; its file is stored by content hash. */
export const artworkSchema = z.object({
  kind: artworkKindSchema,
  id: idSchema,
  name: nameSchema,
  hash: hashSchema,
  width: z.number().positive(),
  height: z.number().positive(),
  /** The page of a PDF that it is. */
  page: pdfPageSchema.optional(),
  /** The folder it came in, as a path with slashes; absent where it came by itself. */
  folder: z.string().min(1).max(MAX_FOLDER_LENGTH).optional(),
  /** True if somebody chose it to stand for the set on proofs and in the line-up. */
  represents: z.literal(true).optional(),
})
export type Artwork = z.infer<typeof artworkSchema>

/** An ink in a PDF: its color space, its values there, and the names of its spot colors. */
export const inkInPdfSchema = z.object({
  space: z.enum(SPACE_KINDS),
  values: z.array(z.number()).max(32),
  spots: z.array(z.string()).max(32).optional(),
})
export type InkInPdf = z.infer<typeof inkInPdfSchema>

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
  /** True if it stays as it is unless somebody sends it elsewhere: letters in black ink alone. */
  stays: z.literal(true).optional(),
  /** The ways it is written in the PDF it comes from. */
  inPdf: z.array(inkInPdfSchema).optional(),
})
export type InkRecord = z.infer<typeof inkSchema>

export const artworkFileSchema = z.object({
  kind: artworkKindSchema,
  hash: hashSchema,
  name: nameSchema,
  width: z.number().positive(),
  height: z.number().positive(),
  inks: z.array(inkSchema),
  page: pdfPageSchema.optional(),
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
