import { z } from 'zod'
import { hexSchema, idSchema, listOf, nameSchema, part, recordOf, within } from './basics'
import { LADDERS, RUNGS } from '#core/harmony/ladder'
import { REACH } from '#core/raster/area'
import { MAX_AREAS, MAX_BY_ARTWORK, MAX_BY_SWATCH, MAX_INKS, MAX_IN_SET, MAX_TOUCHED, MAX_TOUCHES } from './limits'
import { SHADINGS } from '#core/remap/shading'
import { HOLD } from '#core/remap/hold'
import { MATCHES } from '#core/remap/match'
import { MEANT } from '#core/remap/intent'
import { NEUTRALS } from '#core/remap/recolor'
import { TOLERANCE } from '#core/remap/families'

/** The target of an ink: a swatch, or null where it is left as is; and whether that was matched or set by hand. */
export const targetSchema = z.object({ to: idSchema.nullable(), by: z.enum(['match', 'hand']) })

export const targetsSchema = recordOf(hexSchema, targetSchema, { max: MAX_INKS })

/** A color that points to a swatch, or to a rung of its ladder: it follows when the scheme changes. */
export const followingSchema = z.object({
  swatch: idSchema,
  rung: z
    .object({
      ladder: z.enum(LADDERS),
      step: z.number().int().min(0).max(RUNGS.max),
      /** Number of rungs of the ladder; a `step` of as many is its end: white, gray or near-black. */
      rungs: z.number().int().min(1).max(RUNGS.max),
      /** True if shades end in black, as they did in earlier versions. */
      toBlack: z.boolean().optional(),
    })
    .nullable(),
})

/**
 * A contiguous area of a raster picture: a point, in parts of its width and height, and how far it reaches from its
 * ink, in hundredths of ΔEOK.
 */
export const areaSchema = z.object({ x: part, y: part, reach: z.number().min(REACH.min).max(REACH.max) })

/**
 * A touch-up: shapes, by their place among the elements of the file, whose fill or stroke is colored by hand, or which
 * are made more or less opaque; or areas of a raster picture.
 */
export const touchSchema = z
  .object({
    id: idSchema,
    shapes: listOf(z.number().int().min(0), { max: MAX_TOUCHED }),
    areas: listOf(areaSchema, { max: MAX_AREAS }).default([]),
    paint: z.enum(['fill', 'stroke']),
    to: followingSchema.nullable(),
    opacity: part.nullable(),
  })
  .refine(({ shapes, areas }) => shapes.length + areas.length > 0, 'A touch-up needs a shape or an area.')

/** A set of colors results can be restricted to: a shelf scheme, a library, or a list. */
export const colorSetSchema = z.object({
  id: idSchema,
  title: nameSchema,
  colors: listOf(z.object({ hex: hexSchema, name: z.string().max(120) }), { min: 1, max: MAX_IN_SET }),
})

/** Weights of shares and roles, and of the hues inks had, where inks are matched by the picture. */
export const meantSchema = z.object({ shares: part, hues: part })

/** The remapping of the artwork. */
export const remapSchema = z.object({
  targets: targetsSchema,
  /**
   * The shading of groups, and those that do so in a way of their own, or are led by a chosen ink; by swatch.
   */
  shading: z.enum(SHADINGS),
  groups: recordOf(idSchema, z.object({ shading: z.enum(SHADINGS).optional(), lead: hexSchema.optional() }), {
    max: MAX_BY_SWATCH,
  }).default({}),
  /** The hold: how closely inks keep their swatch where the shading moves them as the picture needs it. */
  hold: part.default(HOLD.rest),
  match: z.enum(MATCHES).default('values'),
  /** The seed of the last deal of targets; 0 for the best match. */
  seed: z.number().int().min(0).default(0),
  meant: meantSchema.default(MEANT),
  /** The same for single artworks, by artwork; what they are matched to are exceptions. */
  meantIn: recordOf(idSchema, meantSchema, { max: MAX_BY_ARTWORK }).default({}),
  neutrals: z.enum(NEUTRALS).default('inks'),
  /** Maximum distance of inks that go together, in hundredths of ΔEOK. */
  tolerance: z.number().min(TOLERANCE.min).max(TOLERANCE.max).default(0),
  /**
   * The result turned, in degrees, and made more or less saturated and bright, in [-1, 1], without a change of the
   * scheme.
   */
  adjust: z
    .object({ turn: z.number().min(-180).max(180), saturation: within, brightness: within })
    .default({ turn: 0, saturation: 0, brightness: 0 }),
  /** The set of colors results are restricted to, by its id. */
  restrict: idSchema.nullable().default(null),
  /** True if that holds for what is left as it is, too. */
  restrictLeft: z.boolean().default(false),
  /** Targets of single artworks that differ from those of all, by artwork. */
  exceptions: recordOf(idSchema, targetsSchema, { max: MAX_BY_ARTWORK }).default({}),
  /** Touch-ups by artwork, in the order they were made; the later lies on top. */
  touches: recordOf(idSchema, listOf(touchSchema, { max: MAX_TOUCHES }), { max: MAX_BY_ARTWORK }).default({}),
})

/** The default remapping. */
export const FIRST_REMAP: Remap = {
  ...{ targets: {}, match: 'picture', seed: 0, meant: MEANT, meantIn: {}, exceptions: {}, touches: {} },
  ...{ shading: 'held', groups: {}, hold: HOLD.rest, neutrals: 'inks', tolerance: 0 },
  ...{ adjust: { turn: 0, saturation: 0, brightness: 0 }, restrict: null, restrictLeft: false },
}
export type Target = z.infer<typeof targetSchema>
export type Remap = z.infer<typeof remapSchema>
export type Following = z.infer<typeof followingSchema>
export type Touch = z.infer<typeof touchSchema>
export type ColorSet = z.infer<typeof colorSetSchema>
