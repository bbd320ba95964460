import { hexOfHsb, hexOfLch, hsbOf, lchOf, rgbOf, type Hex } from './convert'
import { fromLab, isInGamut, toLab } from './oklab'

/* Relative chroma: OKLCH chroma as a fraction of what sRGB holds at its lightness and hue. */

/** By how little of 255 a channel may be outside of sRGB. */
const OUTSIDE = 0.25
/** No color of sRGB has more OKLCH chroma; it is halved so often on the way to the most. */
const MOST = 0.34
const HALVINGS = 10

/**
 * The highest number up to one where something still holds that holds below it and not above, as near as halving
 * comes.
 */
const highest = (max: number, holds: (value: number) => boolean): number => {
  let [low, high] = [0, max]
  for (let n = 0; n < HALVINGS; n++) {
    const middle = (low + high) / 2
    if (holds(middle)) low = middle
    else high = middle
  }
  return low
}

const rgb = new Float64Array(3)

/** The most OKLCH chroma that sRGB holds at a lightness in [0, 1] and a hue in degrees. */
export const maxChroma = (l: number, hue: number): number => {
  const [cos, sin] = [Math.cos((hue * Math.PI) / 180), Math.sin((hue * Math.PI) / 180)]
  return highest(MOST, c => {
    fromLab(l, c * cos, c * sin, rgb)
    return isInGamut(rgb, OUTSIDE)
  })
}

/** Lightnesses and hues the mean of what sRGB holds is worked out at; between them it is read linearly. */
const LEVELS = 40
const HUES = 24
let meansKnown: Float64Array | null = null
/** The mean, over all hues, of the most OKLCH chroma that sRGB holds at a lightness in [0, 1]. */
export const meanChroma = (l: number): number => {
  meansKnown ??= Float64Array.from({ length: LEVELS + 1 }, (_, i) => {
    const all = Array.from({ length: HUES }, (_, n) => maxChroma(i / LEVELS, (n * 360) / HUES))
    return all.reduce((sum, each) => sum + each, 0) / HUES
  })
  const at = Math.min(1, Math.max(0, l)) * LEVELS
  const below = Math.min(LEVELS - 1, Math.floor(at))
  const [one, other] = [meansKnown[below]!, meansKnown[below + 1]!]
  return one + (other - one) * (at - below)
}

/** Some hues hold much more chroma than others: at most so many times what they hold in the mean is asked for. */
const FAIR = 1.05

const partOf = (c: number, max: number): number => (max > 1e-6 ? Math.min(1, c / max) : 0)

/** Strength of a color, in [0, 1]: 1 is as strong as sRGB holds at its lightness and hue, 0 is gray. */
export const relativeChromaOf = (hex: Hex): number => {
  const { l, c, h } = lchOf(hex)
  return partOf(c, maxChroma(l, h))
}

/** Minimum and maximum OKLCH chroma of a result, whatever its hue allows. */
export interface Bounds {
  had?: number
  max?: number
}

/**
 * The OKLCH chroma of a strength where a hue holds so much: one that holds far more than others is given no more than is
 * fair.
 */
const chromaOf = (l: number, strength: number, available: number, { had = 0, max = Infinity }: Bounds): number =>
  Math.min(max, strength * available, Math.max(had, strength * FAIR * meanChroma(l)))

/** The color of a lightness in [0, 1], a strength in [0, 1] and an OKLCH hue in degrees. */
export const colorOf = (l: number, strength: number, hue: number, bounds: Bounds = {}): Hex =>
  hexOfLch({ l, c: chromaOf(l, strength, maxChroma(l, hue), bounds), h: hue })

/* Tints, tones and shades of one HSB hue are not all of one OKLCH hue: on a wheel of HSB hues, colors keep to theirs. */

const lab = new Float64Array(3)
/**
 * OKLab lightness of a pure color, channels in [0, 1], with HSB saturation and brightness; its chroma is left in
 * `lab`.
 */
const lightnessOf = (pure: readonly number[], s: number, b: number): number => {
  const [r = 0, g = 0, blue = 0] = pure
  toLab(255 * b * (1 - s + s * r), 255 * b * (1 - s + s * g), 255 * b * (1 - s + s * blue), lab)
  return lab[0]!
}
const chroma = (): number => Math.hypot(lab[1]!, lab[2]!)

const pureOf = (hue: number): readonly number[] => {
  const { r, g, b } = rgbOf(hexOfHsb({ h: hue, s: 1, b: 1 }))
  return [r, g, b]
}

/** Tolerance in OKLab of a search for lightness or chroma, and its maximum number of steps. */
const CLOSE = 1e-4
const STEPS = 8
/** Lightness rises with about this power of brightness; the first step goes by it. */
const RISES = 0.73
/** It never rises with more, nor, in the darks, with less: what looks so is the grain of the table behind it. */
const [FLATTEST, STEEPEST] = [0.3, 1.1]

/**
 * The brightness at which a saturation of a hue has a lightness, at most 1: by steps along the power law through the
 * last two, which lie close to the curve.
 */
const brightnessFor = (pure: readonly number[], s: number, l: number): number => {
  let [before, had] = [1, lightnessOf(pure, s, 1)]
  if (had <= l) return 1
  if (l <= 0) return 0
  let b = (l / had) ** (1 / RISES)
  for (let n = 0; n < STEPS; n++) {
    const has = lightnessOf(pure, s, b)
    if (Math.abs(has - l) < CLOSE || b === before) break
    const power = Math.min(STEEPEST, Math.max(FLATTEST, Math.log(has / had) / Math.log(b / before)))
    ;[before, had] = [b, has]
    b = Math.min(1, b * (l / has) ** (1 / power))
  }
  return b
}

/** The highest saturation of a hue that reaches a lightness, and the OKLCH chroma there. */
const purest = (pure: readonly number[], l: number): { s: number; c: number } => {
  const isDark = lightnessOf(pure, 1, 1) >= l
  const s = isDark ? 1 : highest(1, each => lightnessOf(pure, each, 1) >= l)
  lightnessOf(pure, s, isDark ? brightnessFor(pure, 1, l) : 1)
  return { s, c: chroma() }
}

/** Strength of a color, in [0, 1], among those of its lightness and HSB hue. */
export const relativeChromaOfHsbHue = (hex: Hex): number => {
  const { l, c } = lchOf(hex)
  return partOf(c, purest(pureOf(hsbOf(hex).h), l).c)
}

/** The color of an HSB hue, in degrees, with a lightness and a strength, both in [0, 1]. */
export const colorOfHsbHue = (l: number, strength: number, hue: number, bounds: Bounds = {}): Hex => {
  const pure = pureOf(hue)
  const max = purest(pure, l)
  const wanted = chromaOf(l, strength, max.c, bounds)
  let [low, high, s, b] = [{ s: 0, c: 0 }, max, max.s, brightnessFor(pure, max.s, l)]
  if (wanted < max.c) {
    // between two saturations with less and more chroma, where the straight line has what is wanted
    for (let n = 0; n < STEPS; n++) {
      s = low.s + ((high.s - low.s) * (wanted - low.c)) / Math.max(1e-9, high.c - low.c)
      b = brightnessFor(pure, s, l)
      lightnessOf(pure, s, b)
      const c = chroma()
      if (Math.abs(c - wanted) < CLOSE) break
      if (c < wanted) low = { s, c }
      else high = { s, c }
    }
  }
  return hexOfHsb({ h: hue, s, b })
}
