import { converter, differenceCiede2000, type Lab65 } from './culori'
import { labOf, rgbOf, type Hex, type Lab } from './convert'
import { memoize } from '#core/math/memoize'

/** ΔE2000 between two colors of CIELAB (Sharma, Wu and Dalal, 2005). */
export const labDeltaE: (one: Lab65, other: Lab65) => number = differenceCiede2000()
const toLab65 = converter('lab65')
/** CIELAB (D65) of a hex color. */
export const lab65Of: (hex: Hex) => Lab65 = memoize(hex => toLab65({ mode: 'rgb', ...rgbOf(hex) }))

/**
 * ΔE2000 between two hex colors: 0 for equal ones, about 1 where a difference begins to be seen (Sharma, Wu and Dalal,
 * 2005).
 */
export const deltaE = (one: Hex, other: Hex): number => (one === other ? 0 : labDeltaE(lab65Of(one), lab65Of(other)))

/** Euclidean distance in OKLab (ΔEOK of CSS Color 4); black to white is 1. */
export const labDistance = (one: Lab, other: Lab): number =>
  Math.hypot(one.l - other.l, one.a - other.a, one.b - other.b)

/** ΔEOK of two hex colors. */
export const okDistance = (one: Hex, other: Hex): number => labDistance(labOf(one), labOf(other))

/** The color of a list that is closest to another in OKLab; of equal ones the first. Undefined where there is none. */
export const closestTo = <Color extends { hex: Hex }>(hex: Hex, colors: readonly Color[]): Color | undefined =>
  colors.reduce<Color | undefined>(
    (best, each) => (!best || okDistance(each.hex, hex) < okDistance(best.hex, hex) ? each : best),
    undefined,
  )
