import { converter, formatHex, toGamut, type Color, type Hsv, type Oklab, type Oklch, type Rgb } from './culori'
import { memoize } from '#core/math/memoize'

/** A color of sRGB as `#rrggbb`, lower case. */
export type Hex = string

/** Hue in degrees [0, 360), saturation and brightness in [0, 1]. */
export interface Hsb {
  h: number
  s: number
  b: number
}

/** Lightness in [0, 1], chroma from 0 to about 0.37, hue in degrees [0, 360). */
export interface Lch {
  l: number
  c: number
  h: number
}

/** OKLab: lightness in [0, 1], a and b around ±0.4. */
export interface Lab {
  l: number
  a: number
  b: number
}

const toRgb = converter('rgb')
const toHsv = converter('hsv')
const toOklab = converter('oklab')
const toOklch = converter('oklch')
const fitted = toGamut('rgb', 'oklch', null, 0)

/** A number brought into [0, 1]. */
export const unit = (value: number): number => Math.min(1, Math.max(0, value))

/** Brings an angle in degrees into [0, 360). */
export const degrees = (angle: number): number => {
  const wrapped = angle % 360
  return wrapped < 0 ? wrapped + 360 : wrapped
}

/** The signed way from one angle to another along the shorter arc, in degrees (-180, 180]. */
export const arc = (from: number, to: number): number => {
  const way = degrees(to - from)
  return way > 180 ? way - 360 : way
}

/** Maximum distance of a channel from [0, 1] that counts as rounding: a quarter of an 8-bit step. */
const ROUNDING = 0.001

const isInGamut = ({ r, g, b }: Rgb): boolean => [r, g, b].every(value => value >= -ROUNDING && value <= 1 + ROUNDING)

/**
 * The sRGB color nearest to any color: unchanged inside the gamut, otherwise with its OKLCH chroma reduced at constant
 * hue and lightness (CSS Color 4, section 13.2, without the final local clip).
 */
export const hexOf = (color: Color): Hex => {
  const rgb = toRgb(color) as Rgb
  return formatHex(isInGamut(rgb) ? rgb : (fitted(color) as Rgb))
}

/** The OKLab color nearest to one that sRGB can show, not rounded to hex; brought in by chroma like `hexOf`. */
export const toGamutLab = (lab: Lab): Lab => {
  const color = { mode: 'oklab', ...lab } as const
  if (isInGamut(toRgb(color) as Rgb)) return lab
  const { l, a, b } = toOklab(fitted(color)) as Oklab
  return { l, a, b }
}

/** Red, green and blue of a hex color, each in [0, 1]. */
export const rgbOf = (hex: Hex): { r: number; g: number; b: number } => {
  const value = parseInt(hex.slice(1), 16)
  return { r: ((value >> 16) & 255) / 255, g: ((value >> 8) & 255) / 255, b: (value & 255) / 255 }
}

/** The hex color of red, green and blue, each in [0, 1]; what lies outside is cut. */
export const hexOfRgb = (r: number, g: number, b: number): Hex => formatHex({ mode: 'rgb', r, g, b })

/** Hue, saturation and brightness of a hex color; the hue of a gray is `fallbackHue`. */
export const hsbOf = (hex: Hex, fallbackHue = 0): Hsb => {
  const { h, s, v } = toHsv({ mode: 'rgb', ...rgbOf(hex) }) as Hsv
  return { h: s > 0 && h !== undefined ? degrees(h) : fallbackHue, s, b: v }
}

/** A color and the HSB hue it is remembered by while it is gray. */
export interface Hued {
  hex: Hex
  hue: number
}

/** A color with a remembered hue: a gray keeps the hue it had. */
export const withHue = (hex: Hex, hue: number): Hued => ({ hex, hue: hsbOf(hex, hue).h })

/** The hex color of a hue in degrees with saturation and brightness in [0, 1]. */
export const hexOfHsb = ({ h, s, b }: Hsb): Hex => formatHex({ mode: 'hsv', h: degrees(h), s, v: b })

/** OKLab of a hex color (Björn Ottosson, 2020, as in CSS Color 4). */
export const labOf: (hex: Hex) => Readonly<Lab> = memoize(hex => {
  const { l, a, b } = toOklab({ mode: 'rgb', ...rgbOf(hex) }) as Oklab
  return { l, a, b }
})

/** The point a part of the straight way from one OKLab color to another. */
export const mixLabs = (one: Lab, other: Lab, part: number): Lab => ({
  l: one.l + (other.l - one.l) * part,
  a: one.a + (other.a - one.a) * part,
  b: one.b + (other.b - one.b) * part,
})

/** The hex color of an OKLab color, brought into sRGB by chroma. */
export const hexOfLab = ({ l, a, b }: Lab): Hex => hexOf({ mode: 'oklab', l, a, b })

/** Chroma below which a color is a gray and its OKLCH hue means nothing. */
export const GRAY_CHROMA = 0.004

/** OKLCH chroma under which a color serves as a neutral in a scheme. */
export const NEUTRAL_CHROMA = 0.03

const oklchOf = memoize(hex => toOklch({ mode: 'rgb', ...rgbOf(hex) }) as Oklch)

/** OKLCH of a hex color; the hue of a gray is `fallbackHue`. */
export const lchOf = (hex: Hex, fallbackHue = 0): Lch => {
  const { l, c, h } = oklchOf(hex)
  return { l, c, h: c > GRAY_CHROMA && h !== undefined ? degrees(h) : fallbackHue }
}

/** Returns whether a color serves as a neutral: a gray, or with only a hint of a hue. */
export const isNeutral = (hex: Hex): boolean => lchOf(hex).c < NEUTRAL_CHROMA

/** The hex color of an OKLCH color, brought into sRGB by chroma. */
export const hexOfLch = ({ l, c, h }: Lch): Hex =>
  hexOf({ mode: 'oklch', l: Math.min(1, Math.max(0, l)), c: Math.max(0, c), h: degrees(h) })

/** The hex color of any color the color library can hold, with its alpha in [0, 1]. */
export const splitAlpha = (color: Color): { hex: Hex; alpha: number } => ({
  hex: hexOf(toRgb(color) as Rgb),
  alpha: color.alpha ?? 1,
})
