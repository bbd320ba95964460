import { z } from 'zod'
import { KELVIN } from '../color/planck'
import { APART, EXTRACTED, REST } from '../extract/extract'
import { WIDEST_PATCH } from '../extract/patch'
import { CAST_MODES } from '../harmony/cast'
import { COUNT } from '../harmony/derive'
import { LADDERS, RUNGS } from '../harmony/ladder'
import { ORDERS } from '../harmony/order'
import { HARMONIES } from '../harmony/harmony'
import { ROLES } from '../harmony/proportion'
import { REACH } from '../raster/area'
import { ALSO } from '../artwork/reading'
import { MATCHES } from '../remap/match'
import { TOLERANCE } from '../remap/near'
import { NEUTRALS } from '../remap/remap'
import { SHADINGS } from '../remap/shading'
import { WHEELS } from '../color/wheel'
import { upgraded } from './upgrade'

export const hexSchema = z.string().regex(/^#[\da-f]{6}$/, 'A color has to be written like #2e4f7f.')
export const idSchema = z.string().min(1).max(64)
export const nameSchema = z
  .string()
  .trim()
  .min(1, 'A name needs at least one letter.')
  .max(120, 'A name may have up to 120 letters.')
export const hashSchema = z.string().regex(/^[\da-f]{64}$/)

/** The base color: its value, the HSB hue it is remembered by, and how it was typed. */
export const baseSchema = z.object({ hex: hexSchema, hue: z.number().min(0).max(360), typed: z.string().max(200) })

const part = z.number().min(0).max(1)

/** The most swatches a scheme has. */
export const MOST_SWATCHES = 12

/** How the scheme is derived from its base. Angles in degrees. */
export const harmonySchema = z.object({
  kind: z.enum(HARMONIES),
  wheel: z.enum(WHEELS),
  spread: z.number().min(0).max(180),
  turn: z.number().min(-360).max(360),
  count: z.number().int().min(COUNT.least).max(COUNT.most),
  /** The angles of a free harmony, relative to the base. */
  free: z.array(z.number()).max(MOST_SWATCHES),
})

/** The most references and artworks a project holds. */
export const MOST_REFERENCES = 60
export const MOST_ARTWORK = 200

/** How a swatch was made beside the harmony. */
export const MADE = [
  'ring',
  'ladder',
  'complement',
  'in-between',
  'neutral',
  'copy',
  'alternative',
  'recent',
  'deal',
] as const

/**
 * Where a swatch came from: derived by the harmony at a place of it, measured by a sample, taken, at a color, from a
 * list, the artwork or the inspiration shelf, or made in Compose.
 */
export const originSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('harmony'), place: z.number().int().min(0).max(40).default(0) }),
  z.object({ kind: z.literal('made'), how: z.enum(MADE) }),
  z.object({ kind: z.literal('sample'), sample: idSchema }),
  z.object({ kind: z.enum(['list', 'ink', 'shelf']), title: z.string().max(200), hex: hexSchema }),
])

const hue = z.number().min(0).max(360)

export const swatchSchema = z.object({
  id: idSchema,
  hex: hexSchema,
  /** The HSB hue, in degrees, it is remembered by while it is gray. */
  hue: hue.default(0),
  name: z.string().max(120),
  role: z.enum(ROLES),
  share: part,
  /** The wheel angle it stands at, relative to the base and besides the turn of the whole. */
  offset: z.number(),
  /** A locked swatch keeps its color whatever the others do. */
  locked: z.boolean().default(false),
  from: originSchema.default({ kind: 'harmony', place: 0 }),
  /**
   * Its color set by hand instead of by where it came from, and the angle (turn and offset) it was set at: turned
   * further, it goes along. `over` a cast, which is then not laid over it.
   */
  own: z.object({ hex: hexSchema, hue, at: z.number(), over: z.boolean() }).nullable().default(null),
  /** A freed swatch does not follow when the whole turns or opens. */
  freed: z.boolean().default(false),
})

/**
 * A common tint over the scheme: a color, or the light of a color temperature in kelvin, laid over by a blend mode
 * with a strength.
 */
export const castSchema = z.object({
  mode: z.enum(CAST_MODES),
  strength: part,
  of: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('color'), hex: hexSchema }),
    z.object({ kind: z.literal('light'), kelvin: z.number().min(KELVIN.least).max(KELVIN.most) }),
  ]),
})

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
  patch: z.number().min(0).max(WIDEST_PATCH),
  hex: hexSchema,
  found: z.object({ x: part, y: part, hex: hexSchema }).nullable(),
})

const within = z.number().min(-1).max(1)

/**
 * How colors are taken from the references: from which, how many, how far apart, where the lean pad stands, and how
 * far they are pulled into a harmony.
 */
export const gatheringSchema = z.object({
  of: z.array(idSchema).max(MOST_REFERENCES),
  count: z.number().int().min(EXTRACTED.least).max(EXTRACTED.most),
  apart: z.union([z.literal(APART.usual), z.literal(APART.wide)]),
  lean: z.object({ x: within, y: within }),
  pull: z.object({ kind: z.enum(HARMONIES), amount: part }),
})

/** What artwork is: a drawing of shapes, or a picture of pixels. */
export const ARTWORK_KINDS = ['svg', 'raster'] as const
const artworkKind = z.enum(ARTWORK_KINDS).default('svg')

/** Artwork of the project; its file is stored by content hash. */
export const artworkSchema = z.object({
  kind: artworkKind,
  id: idSchema,
  name: nameSchema,
  hash: hashSchema,
  width: z.number().positive(),
  height: z.number().positive(),
})

/** What an ink becomes: a swatch, or null where it is left as is; and whether that was matched or set by hand. */
export const targetSchema = z.object({ to: idSchema.nullable(), by: z.enum(['match', 'hand']) })

const targetsSchema = z.record(hexSchema, targetSchema)

/** The most shapes one touch-up colors, the most touch-ups of an artwork, and the most colors of a set. */
export const MOST_TOUCHED = 5000
export const MOST_TOUCHES = 300

/** The most shapes of an artwork that are touched up altogether. */
export const MOST_SHAPES_TOUCHED = 20_000

/** The most areas one touch-up colors, and of one picture altogether. */
export const MOST_AREAS = 60
export const MOST_AREAS_TOUCHED = 250
export const MOST_IN_SET = 1000

/** The most sets a project keeps; the oldest go. */
export const MOST_SETS = 20

/** A color that points to a swatch, or to a rung of its ladder: it follows when the scheme changes. */
export const followingSchema = z.object({
  swatch: idSchema,
  rung: z
    .object({
      ladder: z.enum(LADDERS),
      step: z.number().int().min(0).max(RUNGS.most),
      of: z.number().int().min(RUNGS.least).max(RUNGS.most),
    })
    .nullable(),
})

/**
 * A contiguous area of a raster picture: a point, in parts of its width and height, and how far it reaches from its
 * ink, in hundredths of ΔEOK.
 */
export const areaSchema = z.object({ x: part, y: part, reach: z.number().min(REACH.least).max(REACH.most) })

/**
 * A touch-up: shapes, by their place among the elements of the file, whose fill or stroke is colored by hand, or which
 * are made more or less opaque; or areas of a raster picture.
 */
export const touchSchema = z
  .object({
    id: idSchema,
    shapes: z.array(z.number().int().min(0)).max(MOST_TOUCHED),
    areas: z.array(areaSchema).max(MOST_AREAS).default([]),
    paint: z.enum(['fill', 'stroke']),
    to: followingSchema.nullable(),
    opacity: part.nullable(),
  })
  .refine(({ shapes, areas }) => shapes.length + areas.length > 0, 'A touch-up needs a shape or an area.')

/** A set of colors results can be restricted to: a shelf scheme, a library, or a list. */
export const colorSetSchema = z.object({
  id: idSchema,
  title: nameSchema,
  colors: z
    .array(z.object({ hex: hexSchema, name: z.string().max(120) }))
    .min(1)
    .max(MOST_IN_SET),
})

/** How the artwork is remapped. */
export const remapSchema = z.object({
  targets: targetsSchema,
  /**
   * How groups follow their swatch, and those that do so in a way of their own, or are led by a chosen ink; by swatch.
   */
  shading: z.enum(SHADINGS),
  groups: z
    .record(idSchema, z.object({ shading: z.enum(SHADINGS).optional(), lead: hexSchema.optional() }))
    .default({}),
  match: z.enum(MATCHES).default('values'),
  /** The seed of the last deal of targets; 0 for the best match. */
  seed: z.number().int().min(0).default(0),
  neutrals: z.enum(NEUTRALS).default('inks'),
  /** How near inks have to be to go together, in hundredths of ΔEOK. */
  tolerance: z.number().min(TOLERANCE.least).max(TOLERANCE.most).default(0),
  /**
   * The result turned, in degrees, and made more or less saturated and bright, in [-1, 1], without a change of the
   * scheme.
   */
  adjust: z
    .object({ turn: z.number().min(-180).max(180), saturation: within, brightness: within })
    .default({ turn: 0, saturation: 0, brightness: 0 }),
  /** The set of colors results are restricted to, by its id. */
  restrict: idSchema.nullable().default(null),
  /** Targets of single artworks that differ from those of all, by artwork. */
  exceptions: z.record(idSchema, targetsSchema).default({}),
  /** Touch-ups by artwork, in the order they were made; the later lies on top. */
  touches: z.record(idSchema, z.array(touchSchema).max(MOST_TOUCHES)).default({}),
})

/** How artwork is remapped before anyone says otherwise. */
export const FIRST_REMAP: Remap = remapSchema.parse({ targets: {}, shading: 'relative' })

/** How colors are taken from references before anyone says otherwise. */
export const FIRST_GATHERING: Gathering = {
  of: [],
  count: EXTRACTED.usual,
  apart: APART.usual,
  lean: REST,
  pull: { kind: 'analogous with accent', amount: 0 },
}

const documentSchema = z.object({
  name: nameSchema,
  base: baseSchema,
  harmony: harmonySchema,
  scheme: z.array(swatchSchema).min(1).max(MOST_SWATCHES),
  /** The base swatch of a gathered scheme, by its id; the first where nothing is said. */
  lead: idSchema.nullable().default(null),
  /** The order the scheme is shown in. */
  order: z.enum(ORDERS).default('as set'),
  cast: castSchema.nullable().default(null),
  /** How many rungs a ladder has. */
  rungs: z.number().int().min(RUNGS.least).max(RUNGS.most).default(RUNGS.usual),
  /** Whether the scheme follows from base and harmony, or was gathered. */
  derived: z.boolean().default(true),
  references: z.array(referenceSchema).max(MOST_REFERENCES).default([]),
  samples: z.array(sampleSchema).max(MOST_SWATCHES).default([]),
  gathering: gatheringSchema.default(FIRST_GATHERING),
  artwork: z.array(artworkSchema).max(MOST_ARTWORK),
  remap: remapSchema,
  /** The sets of colors results can be restricted to. */
  sets: z.array(colorSetSchema).max(MOST_SETS).default([]),
  /** The state of the trail it is in. */
  at: idSchema.nullable().default(null),
})

/** A project as it is stored; one stored by an earlier version is brought up to date. */
export const projectSchema = z.preprocess(upgraded, documentSchema)

/** What the trail keeps of a project: all that makes its look, and nothing else. */
export const lookSchema = documentSchema.pick({
  base: true,
  harmony: true,
  scheme: true,
  lead: true,
  order: true,
  cast: true,
  derived: true,
  samples: true,
  gathering: true,
  remap: true,
})

export type Look = z.infer<typeof lookSchema>
export type Cast = z.infer<typeof castSchema>
export type Base = z.infer<typeof baseSchema>
export type Harmony = z.infer<typeof harmonySchema>
export type Swatch = z.infer<typeof swatchSchema>
export type Origin = z.infer<typeof originSchema>
export type Reference = z.infer<typeof referenceSchema>
export type Region = z.infer<typeof regionSchema>
export type Sample = z.infer<typeof sampleSchema>
export type Gathering = z.infer<typeof gatheringSchema>
export type Artwork = z.infer<typeof artworkSchema>
export type Target = z.infer<typeof targetSchema>
export type Remap = z.infer<typeof remapSchema>
export type Following = z.infer<typeof followingSchema>
export type Touch = z.infer<typeof touchSchema>
export type ColorSet = z.infer<typeof colorSetSchema>
export type Project = z.infer<typeof projectSchema>

/** What is kept of an artwork file beside its bytes: its size and its inks by falling area. */
export const inkSchema = z.object({ hex: hexSchema, area: z.number().min(0).max(1.001), uses: z.number().int().min(0) })
export type InkRecord = z.infer<typeof inkSchema>

export const artworkFileSchema = z.object({
  kind: artworkKind,
  hash: hashSchema,
  name: nameSchema,
  width: z.number().positive(),
  height: z.number().positive(),
  inks: z.array(inkSchema),
  /**
   * What is recolored besides the colors on the page, and the inks of each picture within the file; empty for one that
   * is left.
   */
  also: z.array(z.enum(ALSO)).default([]),
  pictureInks: z.array(z.array(hexSchema)).default([]),
  removed: z.array(z.object({ what: z.string(), line: z.number().int() })),
  notes: z.array(z.string()),
})
export type ArtworkFile = z.infer<typeof artworkFileSchema>

/** What is known of a picture file: its size as it is seen (turned upright), and the smaller one it is worked on at. */
export const pictureFileSchema = z.object({
  hash: hashSchema,
  name: nameSchema,
  width: z.number().int().positive(),
  height: z.number().int().positive(),
  notes: z.array(z.string()),
})
export type PictureFile = z.infer<typeof pictureFileSchema>

/** How a picture is kept: as it came, at the size it is worked on, small. */
export const PICTURE_FORMS = ['source', 'working', 'thumbnail'] as const
export type PictureForm = (typeof PICTURE_FORMS)[number]

/** A stored project: the document and the version it has reached. */
export const storedProjectSchema = z.object({
  id: z.uuid(),
  version: z.number().int().min(1),
  updatedAt: z.string(),
  document: projectSchema,
})
export type StoredProject = z.infer<typeof storedProjectSchema>
