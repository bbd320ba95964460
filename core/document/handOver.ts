import { z } from 'zod'
import { hexSchema, idSchema, listOf, nameSchema, part } from './basics'
import { MAX_MOOD_PICTURES, MAX_STOPS } from './limits'
import { HUE_WAYS, GRADIENT_KINDS, GRADIENT_SPACES } from '#core/harmony/gradient'

/** A stop of a gradient: where it stands, the swatch it has the color of, and the color it had last, should that go. */
export const stopSchema = z.object({ at: part, swatch: idSchema, hex: hexSchema })

/**
 * A gradient of swatches: it follows when the scheme changes. The angle is in degrees, clockwise, 0 upward, as in
 * CSS.
 */
export const gradientSchema = z.object({
  id: idSchema,
  name: nameSchema,
  kind: z.enum(GRADIENT_KINDS),
  angle: z.number().min(0).max(360),
  space: z.enum(GRADIENT_SPACES),
  way: z.enum(HUE_WAYS),
  stops: listOf(stopSchema, { min: 2, max: MAX_STOPS }),
})
export type Gradient = z.infer<typeof gradientSchema>
export type Stop = z.infer<typeof stopSchema>

/** Arrangements of pictures and colors on a mood page; its shapes; how colors stand on it. */
export const ARRANGEMENTS = ['foot', 'mast', 'quilt', 'lead', 'stairs', 'border', 'drift', 'window', 'ledger'] as const
export const MOOD_SHAPES = ['square', 'portrait', 'landscape', 'story'] as const
export const MOOD_COLORS = ['blocks', 'circles', 'strips'] as const

/** A picture on a mood page: which reference, what of it lies in the middle of its frame, and how much closer it is. */
export const moodPictureSchema = z.object({
  reference: idSchema,
  x: part,
  y: part,
  zoom: z.number().min(1).max(6),
})
export type MoodPicture = z.infer<typeof moodPictureSchema>

/** The mood page of a project. */
export const moodSchema = z.object({
  arrangement: z.enum(ARRANGEMENTS),
  shape: z.enum(MOOD_SHAPES),
  colors: z.enum(MOOD_COLORS),
  names: z.boolean(),
  pictures: listOf(moodPictureSchema, { max: MAX_MOOD_PICTURES }),
})
export type Mood = z.infer<typeof moodSchema>

export const FIRST_MOOD: Mood = { arrangement: 'lead', shape: 'landscape', colors: 'blocks', names: true, pictures: [] }

/** Ways drawings are written: with other color values and nothing else, or with custom properties of CSS. */
export const SVG_WAYS = ['tokens', 'properties'] as const
