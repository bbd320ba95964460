import { z } from 'zod'
import type { Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'

/**
 * A scheme of the inspiration shelf: its own name, what it shows, how it feels and what it is made for, and its
 * colors, the dominant one first.
 */
export const inspirationSchema = z.object({
  id: z.string(),
  name: z.string(),
  subject: z.string(),
  mood: z.string(),
  fields: z.array(z.string()).min(1),
  colors: z
    .array(z.object({ hex: z.string().regex(/^#[\da-f]{6}$/), name: z.string(), share: z.number().min(0).max(1) }))
    .min(4),
})
export type Inspiration = z.infer<typeof inspirationSchema>

/** A query to the shelf: words, a color to be near, colors to fit. All that are given have to hold. */
export interface InspirationQuery {
  words: string
  near: Hex | null
  fits: readonly Hex[]
}

/** Maximum distance in ΔE2000 of a color that is near the one asked for. */
const NEAR = 14

/** Maximum mean distance of the colors to be fitted from the nearest of a scheme. */
const FITS = 17

const nearest = ({ colors }: Inspiration, hex: Hex): number => Math.min(...colors.map(color => deltaE(color.hex, hex)))

const wordsOf = ({ name, subject, mood, fields, colors }: Inspiration): string[] =>
  [name, subject, mood, ...fields, ...colors.map(color => color.name)]
    .join(' ')
    .toLowerCase()
    .split(/[^\p{L}\d]+/u)

/** Distance of a scheme from a query: 0 is nearest; null where it does not answer. */
const distanceTo = (scheme: Inspiration, { words, near, fits }: InspirationQuery): number | null => {
  const asked = words
    .toLowerCase()
    .split(/[^\p{L}\d]+/u)
    .filter(Boolean)
  const own = wordsOf(scheme)
  if (!asked.every(word => own.some(each => each.startsWith(word)))) return null
  const away = near === null ? 0 : nearest(scheme, near)
  const fit = fits.length ? fits.reduce((sum, hex) => sum + nearest(scheme, hex), 0) / fits.length : 0
  return away > NEAR || fit > FITS ? null : away + fit
}

/** The schemes that answer a query, nearest first; in their own order where nothing is asked but words. */
export const searched = (schemes: readonly Inspiration[], query: InspirationQuery): Inspiration[] =>
  schemes
    .flatMap(scheme => {
      const away = distanceTo(scheme, query)
      return away === null ? [] : [{ scheme, away }]
    })
    .sort((one, other) => one.away - other.away)
    .map(({ scheme }) => scheme)
