import { lchOf, type Hex } from '#core/color/convert'
import { distinctColor, isDistinct } from './distinct'
import type { Tone } from './tone'

/* Rules for the distance between colors of a scheme, and for their chroma. */

/** By how much lightness is changed at a time, and between what, to keep colors apart. */
const NUDGE = 0.005
const [DARKEST, LIGHTEST] = [0.07, 0.985]
/**
 * Maximum lightness difference from the base at which a color is on its level: above a base that is darker than this,
 * below a lighter one.
 */
const [LEVEL, TURNING] = [0.01, 0.8]

/**
 * The color of a tone and hue, as little lighter or darker as keeps it `least` ΔE2000 from the others, of which there
 * is one at least; where nothing does, as `distinctColor` finds it.
 */
export const clearColor = (
  { l, relativeChroma }: Tone,
  at: (l: number, relativeChroma: number) => Hex,
  others: readonly Hex[],
  min: number,
): Hex => {
  const wanted = at(l, relativeChroma)
  if (isDistinct(wanted, others, min)) return wanted
  // always to the same side first, away from the base: the nearer side would change while hues turn
  const base = lchOf(others[0] as Hex).l
  const isBelow = Math.abs(l - base) > LEVEL ? l < base : base > TURNING
  for (const way of isBelow ? [-NUDGE, NUDGE] : [NUDGE, -NUDGE])
    for (let there = l + way; there <= LIGHTEST && there >= DARKEST; there += way) {
      const hex = at(there, relativeChroma)
      if (isDistinct(hex, others, min)) return hex
    }
  return distinctColor(wanted, others)
}

/** The least ΔE2000 from those before it of the swatch at a place of a scheme that is to be spread. */
export const minDifferenceAt = (place: number): number => (place >= 7 ? 5 : place >= 5 ? 7 : 10.5)

/**
 * The most OKLCH chroma of a companion and of an accent: so many times that of the base, for what sRGB holds at one
 * lightness looks much louder than what it holds at another; or so much, where the base has little.
 */
const LOUDEST = { companion: { times: 1.15, min: 0.105 }, accent: { times: 1.3, min: 0.15 } } as const

/** The most OKLCH chroma of a companion or an accent beside a base of a chroma. */
export const maxCompanionChroma = (part: keyof typeof LOUDEST, base: number): number =>
  Math.max(LOUDEST[part].times * base, LOUDEST[part].min)

/** The most chroma others have where an accent stands out, in parts of the accent's. */
export const QUIETER = 0.92
