import { encodedOf, linearOf } from './linear'

/* OKLab of many pixels at once, without an object for each (Björn Ottosson, 2020). */

const LINEAR = Float64Array.from({ length: 4096 }, (_, i) => linearOf(i / 4095))

/** OKLab of a color with channels in [0, 255] (Björn Ottosson, 2020), into three places of an array. */
export const toLab = (r: number, g: number, b: number, into: Float64Array | number[]): void => {
  const lr = LINEAR[(r * 16.0588 + 0.5) | 0]!
  const lg = LINEAR[(g * 16.0588 + 0.5) | 0]!
  const lb = LINEAR[(b * 16.0588 + 0.5) | 0]!
  const l = Math.cbrt(0.4122214708 * lr + 0.5363325363 * lg + 0.0514459929 * lb)
  const m = Math.cbrt(0.2119034982 * lr + 0.6806995451 * lg + 0.1073969566 * lb)
  const s = Math.cbrt(0.0883024619 * lr + 0.2817188376 * lg + 0.6299787005 * lb)
  into[0] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s
  into[1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s
  into[2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s
}

const STEPS = 16384
const ENCODED = Float64Array.from({ length: STEPS + 2 }, (_, i) => encodedOf(i / STEPS) * 255)

/** The sRGB channel, 0 to 255, of linear light, from a table inside [0, 1]. */
const channelOf = (light: number): number => {
  if (light <= 0 || light >= 1) return encodedOf(light) * 255
  const at = light * STEPS
  const step = at | 0
  const low = ENCODED[step]!
  return low + (ENCODED[step + 1]! - low) * (at - step)
}

/**
 * The sRGB channels of an OKLab color, 0 to 255 where sRGB can show it, not rounded and not brought in, into three
 * places of an array.
 */
export const fromLab = (l: number, a: number, b: number, into: Float64Array | number[]): void => {
  const lr = l + 0.3963377774 * a + 0.2158037573 * b
  const mr = l - 0.1055613458 * a - 0.0638541728 * b
  const sr = l - 0.0894841775 * a - 1.291485548 * b
  const lc = lr * lr * lr
  const mc = mr * mr * mr
  const sc = sr * sr * sr
  into[0] = channelOf(4.0767416621 * lc - 3.3077115913 * mc + 0.2309699292 * sc)
  into[1] = channelOf(-1.2684380046 * lc + 2.6097574011 * mc - 0.3413193965 * sc)
  into[2] = channelOf(-0.0041960863 * lc - 0.7034186147 * mc + 1.707614701 * sc)
}

/** Returns whether sRGB can show a color, channels 0 to 255, but for so much of a step that is rounding. */
export const isInGamut = (color: ArrayLike<number>, rounding: number): boolean => {
  const r = color[0]!
  const g = color[1]!
  const b = color[2]!
  const max = 255 + rounding
  return r >= -rounding && g >= -rounding && b >= -rounding && r <= max && g <= max && b <= max
}

/** Number of bisection steps for the chroma that fits into sRGB. The shader does the same. */
export const HALVINGS = 6

/**
 * The sRGB channels, 0 to 255 and not rounded, of an OKLab color with as much of its chroma as there is room for at its
 * lightness and hue, into three places of an array.
 */
export const fromLabClipped = (
  l: number,
  a: number,
  b: number,
  rounding: number,
  into: Float64Array | number[],
): void => {
  fromLab(l, a, b, into)
  if (isInGamut(into, rounding)) return
  let low = 0
  let high = 1
  for (let n = 0; n < HALVINGS; n++) {
    const part = (low + high) / 2
    fromLab(l, a * part, b * part, into)
    if (isInGamut(into, rounding)) low = part
    else high = part
  }
  fromLab(l, a * low, b * low, into)
}
