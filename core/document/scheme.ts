import { z } from 'zod'
import { hexSchema, hue, idSchema, listOf, part } from './basics'
import { HARMONIES } from '#core/harmony/harmony'
import { WHEELS } from '#core/color/wheel'
import { COUNT } from '#core/harmony/derive'
import { MAX_TONES, TONE_PLANS } from '#core/harmony/tone'
import { MAX_SWATCHES } from './limits'
import { ROLES } from '#core/harmony/proportion'
import { CAST_MODES } from '#core/harmony/cast'
import { KELVIN } from '#core/color/planck'

/** The base color: its value, the HSB hue it is remembered by, and how it was typed. */
export const baseSchema = z.object({ hex: hexSchema, hue: z.number().min(0).max(360), typed: z.string().max(200) })

/** The derivation of the scheme from its base. Angles in degrees. */
export const harmonySchema = z.object({
  kind: z.enum(HARMONIES),
  wheel: z.enum(WHEELS),
  spread: z.number().min(0).max(180),
  turn: z.number().min(-360).max(360),
  count: z.number().int().min(COUNT.min).max(COUNT.max),
  /** The distribution of lightness and chroma over the swatches, and the tones of the picture where it is like that. */
  plan: z.enum(TONE_PLANS),
  profile: listOf(z.object({ l: part, strength: part, area: part }), { max: MAX_TONES }),
  /** The angles of a free harmony, relative to the base. */
  free: listOf(z.number(), { max: MAX_SWATCHES }),
})

/** The ways a swatch was made beside the harmony. */
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
  own: z.object({ hex: hexSchema, hue, angle: z.number(), over: z.boolean() }).nullable().default(null),
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
    z.object({ kind: z.literal('light'), kelvin: z.number().min(KELVIN.min).max(KELVIN.max) }),
  ]),
})
export type Cast = z.infer<typeof castSchema>
export type Base = z.infer<typeof baseSchema>
export type Harmony = z.infer<typeof harmonySchema>
export type Swatch = z.infer<typeof swatchSchema>
export type Origin = z.infer<typeof originSchema>
