import { z } from 'zod'
import { hexSchema, idSchema, listOf, recordOf } from '#core/document/basics'
import { SVG_WAYS } from '#core/document/handOver'
import { MAX_ARTWORK, MAX_COLORWAYS } from '#core/document/limits'
import { SCHEME_FORMAT_KINDS } from '#core/formats/formats'

/* The options of a hand over: of which artwork, in which colorways, as which files. */

/** The key of the project as it is now, among the colorways. */
export const NOW = 'now'

/** Width of a picture in pixels, or its scale against the artwork's own size. */
export const PNG_WIDTH = { min: 16, max: 12_000 } as const
export const PNG_SCALE = { min: 0.1, max: 20 } as const
/** The most pixels of one picture. */
export const MAX_PIXELS_OUT = 144_000_000

const sizeSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('width'), pixels: z.number().int().min(PNG_WIDTH.min).max(PNG_WIDTH.max) }),
  z.object({ by: z.literal('scale'), times: z.number().min(PNG_SCALE.min).max(PNG_SCALE.max) }),
])
export type PictureSize = z.infer<typeof sizeSchema>

export const GRADIENT_FILES = ['css', 'svg', 'png'] as const
export const PAGE_FILES = ['pdf', 'png'] as const
/** Artwork that came as pages of a PDF: as the same PDF, as SVG of each page. */
export const PDF_WAYS = ['pdf', 'svg'] as const
/** The most spot colors that get a new name, and the longest name of one. */
const MAX_SPOTS = 64
const MAX_SPOT_NAME = 127

export const wantedSchema = z.object({
  artwork: listOf(idSchema, { max: MAX_ARTWORK * (MAX_COLORWAYS + 1) }),
  looks: z
    .array(idSchema)
    .min(1, 'No colorway is chosen.')
    .max(MAX_COLORWAYS + 1),
  /** Artwork as SVG: with other color tokens and nothing else, or with its colors as custom properties of CSS. */
  svg: z.enum(SVG_WAYS).nullable(),
  pdf: listOf(z.enum(PDF_WAYS), { max: PDF_WAYS.length }).default(['pdf']),
  /** The new names of spot colors that stay plates of their own where they change, by their names; others become process inks. */
  spots: recordOf(z.string().max(MAX_SPOT_NAME), z.string().min(1).max(MAX_SPOT_NAME), { max: MAX_SPOTS }).default({}),
  /** Artwork as pictures in these sizes, clear or on a ground. */
  png: listOf(sizeSchema, { max: 8 }),
  ground: hexSchema.nullable(),
  sheet: listOf(z.enum(PAGE_FILES), { max: PAGE_FILES.length }),
  mood: listOf(z.enum(PAGE_FILES), { max: PAGE_FILES.length }),
  scheme: listOf(z.enum(SCHEME_FORMAT_KINDS), { max: SCHEME_FORMAT_KINDS.length }),
  ladders: z.boolean(),
  /** True if swatches that no artwork uses are left out. */
  onlyUsed: z.boolean(),
  gradients: listOf(z.enum(GRADIENT_FILES), { max: GRADIENT_FILES.length }),
})
export type Wanted = z.infer<typeof wantedSchema>

/** Options as they were chosen last, for whichever artwork and colorways. */
export type Remembered = Omit<Wanted, 'artwork' | 'looks'>

/** The default options: artwork as SVG and a picture, the sheet, the scheme. */
export const FIRST_WANTED: Remembered = {
  svg: 'tokens',
  pdf: ['pdf'],
  spots: {},
  png: [{ by: 'scale', times: 1 }],
  ground: null,
  sheet: ['pdf'],
  mood: [],
  scheme: ['css', 'tokens'],
  ladders: false,
  onlyUsed: true,
  gradients: [],
}

/** Reads remembered options; the defaults where the text holds none that are valid. */
export const readWanted = (text: string): Remembered => {
  try {
    const {
      artwork: _,
      looks: __,
      ...how
    } = wantedSchema.parse({
      ...FIRST_WANTED,
      ...(JSON.parse(text) as object),
      ...{ artwork: [], looks: [NOW] },
    })
    return how
  } catch {
    return FIRST_WANTED // from another version, or no options at all
  }
}
