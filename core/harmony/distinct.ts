import { hexOfLch, lchOf, type Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'

/** The least ΔE2000 between any two swatches of a scheme. */
export const MIN_DIFFERENCE = 5

const LIGHTNESS_STEPS = Array.from({ length: 50 }, (_, i) => 0.02 + i * 0.02)
const CHROMA_SCALES = [1, 0.75, 0.5, 0.25, 0]

/** Returns whether a color keeps at least `least` ΔE2000 from all the others. */
export const isDistinct = (hex: Hex, others: readonly Hex[], min = MIN_DIFFERENCE): boolean =>
  others.every(other => deltaE(hex, other) >= min)

/**
 * The color nearest to the one wanted (in OKLab) that keeps its hue and stands at least `least` ΔE2000 from all the
 * others; the wanted color itself where it already does. Lightness moves first, chroma where lightness alone does not
 * do. Where nothing of this hue is free, the most distant candidate is returned.
 */
export const distinctColor = (wanted: Hex, others: readonly Hex[], min = MIN_DIFFERENCE): Hex => {
  if (isDistinct(wanted, others, min)) return wanted
  const { l, c, h } = lchOf(wanted)
  const candidates = CHROMA_SCALES.flatMap(scale =>
    LIGHTNESS_STEPS.map(step => ({ l: step, c: c * scale, away: Math.hypot(step - l, c - c * scale) })),
  ).sort((one, other) => one.away - other.away)
  let [best, room] = [wanted, 0]
  for (const candidate of candidates) {
    const hex = hexOfLch({ l: candidate.l, c: candidate.c, h })
    const own = Math.min(...others.map(other => deltaE(hex, other)))
    if (own >= min) return hex
    if (own > room) [best, room] = [hex, own]
  }
  return best
}
