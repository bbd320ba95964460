import { contrastOf } from '#core/color/contrast'
import { hexOfLch, lchOf, type Hex, type Lch } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { ladder, LADDERS } from '#core/harmony/ladder'

/** The chromas that are tried, as parts of the color's own; how often a lightness is halved, and its last steps. */
const CHROMAS = Array.from({ length: 13 }, (_, i) => 1.1 - i * 0.1).filter(part => part >= 0)
const HALVINGS = 9
const [FINE, FINE_STEPS] = [0.001, 12]

/** The lightness nearest to one, lighter or darker, at which a chroma of a hue has a contrast ratio; null where none has. */
const passingAt = ({ l, c, h }: Lch, way: 1 | -1, passes: (hex: Hex) => boolean): Hex | null => {
  let [low, high] = [0, way > 0 ? 1 - l : l]
  if (!passes(hexOfLch({ l: l + way * high, c, h }))) return null
  for (let n = 0; n < HALVINGS; n++) {
    const middle = (low + high) / 2
    if (passes(hexOfLch({ l: l + way * middle, c, h }))) high = middle
    else low = middle
  }
  // colors are whole numbers: the first that passes lies within a step or two
  for (let n = -FINE_STEPS; n <= FINE_STEPS; n++) {
    const hex = hexOfLch({ l: Math.min(1, Math.max(0, l + way * (high + n * FINE))), c, h })
    if (passes(hex)) return hex
  }
  return null
}

/**
 * The color nearest to one (in ΔE2000) of its own hue that has a contrast ratio with another, lighter or darker, more or
 * less colorful; null where not even white or black reaches it. One that has it is returned.
 */
export const nearestPassing = (hex: Hex, against: Hex, ratio: number): Hex | null => {
  const passes = (each: Hex): boolean => contrastOf(each, against) >= ratio
  if (passes(hex)) return hex
  const { l, c, h } = lchOf(hex)
  return CHROMAS.flatMap(part =>
    ([1, -1] as const).flatMap(way => passingAt({ l, c: c * part, h }, way, passes) ?? []),
  ).reduce<Hex | null>((best, each) => (best === null || deltaE(hex, each) < deltaE(hex, best) ? each : best), null)
}

/**
 * The rung of a color's ladder, its tints, tones and shades, that is nearest to it (in ΔE2000) and has a contrast ratio
 * with another; null where none has. `count` is how many rungs each of the three has.
 */
export const nearestRung = (hex: Hex, against: Hex, ratio: number, count: number): Hex | null =>
  LADDERS.flatMap(kind => ladder(hex, kind, count))
    .filter(rung => contrastOf(rung, against) >= ratio)
    .reduce<Hex | null>((best, rung) => (best === null || deltaE(hex, rung) < deltaE(hex, best) ? rung : best), null)
