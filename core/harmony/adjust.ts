import {
  degrees,
  hexOf,
  hexOfHsb,
  hexOfLch,
  hsbOf,
  withHue,
  isNeutral,
  labOf,
  lchOf,
  NEUTRAL_CHROMA,
  rgbOf,
  type Hex,
  type Hued,
  unit,
} from '#core/color/convert'
import { FLARE, luminanceOf } from '#core/color/contrast'
import { seeded } from '#core/math/random'

/** The measures of saturation and brightness. */
export const MEASURES = ['hsb', 'perceptual'] as const
export type Measure = (typeof MEASURES)[number]

/** Adjustments of a whole scheme. All are fractions: -1 to 1, or 0 to 1 where there is only one way. */
export interface Adjustments {
  measure: Measure
  saturation: number
  brightness: number
  evenSaturation: number
  evenLightness: number
  redCyan: number
  greenMagenta: number
  blueYellow: number
  drain: number
  tintNeutrals: number
  /** Maximum random change of saturation and brightness, and its seed. */
  nudge: { saturation: number; brightness: number; seed: number }
}

/** Adjustments that change nothing. */
export const AT_REST: Adjustments = {
  measure: 'hsb',
  saturation: 0,
  brightness: 0,
  evenSaturation: 0,
  evenLightness: 0,
  redCyan: 0,
  greenMagenta: 0,
  blueYellow: 0,
  drain: 0,
  tintNeutrals: 0,
  nudge: { saturation: 0, brightness: 0, seed: 1 },
}

/** Saturation scaled by 1 + amount: of HSB, or OKLCH chroma at constant lightness and hue. */
export const saturate = ({ hex, hue }: Hued, amount: number, measure: Measure): Hued => {
  if (amount === 0) return { hex, hue }
  if (measure === 'perceptual') {
    const { l, c, h } = lchOf(hex)
    return withHue(hexOfLch({ l, c: c * (1 + amount), h }), hue)
  }
  const { h, s, b } = hsbOf(hex, hue)
  return withHue(hexOfHsb({ h, s: unit(s * (1 + amount)), b }), hue)
}

const ROUNDS = 18

/** The color of a hue and chroma, as far as sRGB reaches, that has a relative luminance in [0, 1]. */
const withLuminance = (hex: Hex, luminance: number): Hex => {
  const { c, h } = lchOf(hex)
  let [low, high] = [0, 1]
  for (let i = 0; i < ROUNDS; i++) {
    const middle = (low + high) / 2
    if (luminanceOf(hexOfLch({ l: middle, c, h })) < luminance) low = middle
    else high = middle
  }
  return hexOfLch({ l: (low + high) / 2, c, h })
}

/**
 * Colors shifted in brightness by -1 to 1. In HSB the shift is added to each. Perceptually, luminance (with the flare
 * of
 * WCAG) is multiplied by one factor for all, so that every contrast ratio between them stays; at 1 the lightest, at
 * -1 the
 * darkest has reached its limit.
 */
export const brighten = (colors: readonly Hued[], amount: number, measure: Measure): Hued[] => {
  if (amount === 0 || !colors.length) return [...colors]
  if (measure === 'hsb')
    return colors.map(({ hex, hue }) => {
      const { h, s, b } = hsbOf(hex, hue)
      return withHue(hexOfHsb({ h, s, b: unit(b + amount) }), hue)
    })
  const lightnesses = colors.map(({ hex }) => luminanceOf(hex) + FLARE)
  const factor =
    amount > 0 ? ((1 + FLARE) / Math.max(...lightnesses)) ** amount : (FLARE / Math.min(...lightnesses)) ** -amount
  return colors.map(({ hex, hue }, i) => withHue(withLuminance(hex, unit(lightnesses[i]! * factor - FLARE)), hue))
}

const mean = (values: readonly number[]): number =>
  values.length ? values.reduce((sum, value) => sum + value, 0) / values.length : 0

/**
 * Brings OKLCH chroma, or lightness, of colors together by a part of the way to their mean, 0 to 1. Neutrals keep
 * their chroma.
 */
export const evenOut = (colors: readonly Hued[], what: 'saturation' | 'lightness', amount: number): Hued[] => {
  if (amount === 0) return [...colors]
  const all = colors.map(({ hex }) => lchOf(hex))
  const middle =
    what === 'lightness' ? mean(all.map(({ l }) => l)) : mean(all.map(({ c }) => c).filter(c => c >= NEUTRAL_CHROMA))
  return colors.map(({ hue }, i) => {
    const { l, c, h } = all[i] as { l: number; c: number; h: number }
    if (what === 'lightness') return withHue(hexOfLch({ l: l + (middle - l) * amount, c, h }), hue)
    return c < NEUTRAL_CHROMA ? (colors[i] as Hued) : withHue(hexOfLch({ l, c: c + (middle - c) * amount, h }), hue)
  })
}

/** Distance that a full balance moves a channel of sRGB in the middle tones. */
const FULL_BALANCE = 0.3

/**
 * Color balance: each axis, -1 to 1, adds to one channel of sRGB and takes half as much from the two others, most in
 * the middle tones and nothing from black and white; OKLab lightness stays.
 */
export const balanceColor = ({ hex, hue }: Hued, redCyan: number, greenMagenta: number, blueYellow: number): Hued => {
  if (!redCyan && !greenMagenta && !blueYellow) return { hex, hue }
  const { r, g, b } = rgbOf(hex)
  const { l } = labOf(hex)
  const max = FULL_BALANCE * (1 - (2 * l - 1) ** 2)
  const shift = (own: number, one: number, other: number): number => max * (own - (one + other) / 2)
  const moved = lchOf(
    hexOf({
      mode: 'rgb',
      r: unit(r + shift(redCyan, greenMagenta, blueYellow)),
      g: unit(g + shift(greenMagenta, redCyan, blueYellow)),
      b: unit(b + shift(blueYellow, redCyan, greenMagenta)),
    }),
  )
  return withHue(hexOfLch({ ...moved, l }), hue)
}

/** A color drained toward the gray of its own OKLab lightness by a part, 0 to 1. */
export const drain = ({ hex, hue }: Hued, amount: number): Hued => {
  if (amount === 0) return { hex, hue }
  const { l, a, b } = labOf(hex)
  return withHue(hexOf({ mode: 'oklab', l, a: a * (1 - amount), b: b * (1 - amount) }), hue)
}

/** The OKLCH chroma a fully tinted neutral has. */
const TINTED = 0.022

/** Neutrals, white and black among them, given a hint of a color's hue by a part, 0 to 1; other colors stay. */
export const tintNeutrals = (colors: readonly Hued[], dominant: Hex, amount: number): Hued[] => {
  const { h } = lchOf(dominant)
  if (amount === 0 || isNeutral(dominant)) return [...colors]
  return colors.map(color => {
    const { l, c } = lchOf(color.hex)
    return c >= NEUTRAL_CHROMA
      ? color
      : withHue(hexOfLch({ l: Math.min(0.985, Math.max(0.12, l)), c: c + (TINTED - c) * amount, h }), color.hue)
  })
}

/**
 * Colors nudged in HSB saturation and brightness at random, each by at most a limit in [0, 1]; the same for the same
 * seed.
 */
export const nudge = (colors: readonly Hued[], { saturation, brightness, seed }: Adjustments['nudge']): Hued[] => {
  if (!saturation && !brightness) return [...colors]
  const random = seeded(seed)
  return colors.map(({ hex, hue }) => {
    const { h, s, b } = hsbOf(hex, hue)
    const [ds, db] = [(random() * 2 - 1) * saturation, (random() * 2 - 1) * brightness]
    return withHue(hexOfHsb({ h, s: unit(s + ds), b: unit(b + db) }), hue)
  })
}

/**
 * Colors with every adjustment done, one after the other. `dominant` lends its hue to the neutrals. At rest they are
 * unchanged.
 */
export const adjustColors = (colors: readonly Hued[], to: Adjustments, dominant: Hex): Hued[] => {
  const scaled = brighten(
    colors.map(color => saturate(color, to.saturation, to.measure)),
    to.brightness,
    to.measure,
  )
  const even = evenOut(evenOut(scaled, 'saturation', to.evenSaturation), 'lightness', to.evenLightness)
  const toned = even.map(color => drain(balanceColor(color, to.redCyan, to.greenMagenta, to.blueYellow), to.drain))
  return nudge(tintNeutrals(toned, dominant, to.tintNeutrals), to.nudge)
}

/**
 * The neutral that settles a scheme: all but gray, with a hint of the dominant's hue, at the lightness the scheme
 * lacks most.
 */
export const settlingNeutral = (hexes: readonly Hex[], dominant: Hex): Hex => {
  const steps = [0.1, ...hexes.map(hex => labOf(hex).l).sort((one, other) => one - other), 0.99]
  const gaps = steps.slice(1).map((high, i) => ({ room: high - steps[i]!, middle: (high + steps[i]!) / 2 }))
  const widest = gaps.reduce((best, gap) => (gap.room > best.room ? gap : best))
  const { c, h } = lchOf(dominant)
  return hexOfLch({ l: widest.middle, c: Math.min(c, 0.016), h: degrees(h) })
}
