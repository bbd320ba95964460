import { hexOfRgb, rgbOf, type Hex } from '#core/color/convert'

/** The ways a cast is laid over a color: blend modes of W3C Compositing and Blending Level 1. */
export const CAST_MODES = ['multiply', 'screen', 'overlay', 'soft light', 'color'] as const
export type CastMode = (typeof CAST_MODES)[number]

interface Rgb {
  r: number
  g: number
  b: number
}

const each = (one: Rgb, other: Rgb, blend: (backdrop: number, source: number) => number): Rgb => ({
  r: blend(one.r, other.r),
  g: blend(one.g, other.g),
  b: blend(one.b, other.b),
})

const multiply = (backdrop: number, source: number): number => backdrop * source
const screen = (backdrop: number, source: number): number => backdrop + source - backdrop * source
const hardLight = (backdrop: number, source: number): number =>
  source <= 0.5 ? multiply(backdrop, 2 * source) : screen(backdrop, 2 * source - 1)
const softLight = (backdrop: number, source: number): number => {
  if (source <= 0.5) return backdrop - (1 - 2 * source) * backdrop * (1 - backdrop)
  const d = backdrop <= 0.25 ? ((16 * backdrop - 12) * backdrop + 4) * backdrop : Math.sqrt(backdrop)
  return backdrop + (2 * source - 1) * (d - backdrop)
}

const luminosity = ({ r, g, b }: Rgb): number => 0.3 * r + 0.59 * g + 0.11 * b

/** Brings a color into [0, 1] at constant luminosity (ClipColor of the specification). */
const clipColor = (color: Rgb): Rgb => {
  const lum = luminosity(color)
  const [min, max] = [Math.min(color.r, color.g, color.b), Math.max(color.r, color.g, color.b)]
  const fit = (value: number): number => {
    const up = min < 0 ? lum + ((value - lum) * lum) / (lum - min) : value
    return max > 1 ? lum + ((up - lum) * (1 - lum)) / (max - lum) : up
  }
  return { r: fit(color.r), g: fit(color.g), b: fit(color.b) }
}

/** The hue and saturation of the source with the luminosity of the backdrop (SetLum of the specification). */
const colorOf = (backdrop: Rgb, source: Rgb): Rgb => {
  const shift = luminosity(backdrop) - luminosity(source)
  return clipColor({ r: source.r + shift, g: source.g + shift, b: source.b + shift })
}

/**
 * Blends a source over an opaque backdrop, channels in [0, 1] of sRGB (W3C Compositing and Blending Level 1, sections
 * 9.1
 * and 9.2).
 */
export const blendChannels = (backdrop: Rgb, source: Rgb, mode: CastMode): Rgb => {
  switch (mode) {
    case 'multiply':
      return each(backdrop, source, multiply)
    case 'screen':
      return each(backdrop, source, screen)
    case 'overlay':
      return each(backdrop, source, (b, s) => hardLight(s, b))
    case 'soft light':
      return each(backdrop, source, softLight)
    case 'color':
      return colorOf(backdrop, source)
  }
}

/**
 * A color under a cast: blended by the mode and laid over it with a strength in [0, 1]; at strength 0 it is unchanged.
 */
export const applyCast = (hex: Hex, cast: Hex, mode: CastMode, strength: number): Hex => {
  if (strength <= 0) return hex
  const backdrop = rgbOf(hex)
  const under = blendChannels(backdrop, rgbOf(cast), mode)
  const { r, g, b } = each(backdrop, under, (one, other) => one + (other - one) * Math.min(1, strength))
  return hexOfRgb(r, g, b)
}
