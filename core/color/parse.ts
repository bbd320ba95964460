import { parse } from './culori'
import { degrees, hexOf, hexOfHsb, hsbOf, splitAlpha, type Hex } from './convert'
import { hexOfCmyk } from './notation'

/** A color as typed: its opaque sRGB value, its alpha in [0, 1] and the HSB hue it should be remembered by. */
export interface TypedColor {
  hex: Hex
  alpha: number
  hue: number
}

/** The longest text that can be a color. */
const LONGEST = 200

/** The HSB hue a gray is remembered by that was typed without one: the blue that grays lean to, which faces orange. */
export const GRAY_HUE = 215

const typed = (hex: Hex, alpha = 1, hue = hsbOf(hex, GRAY_HUE).h): TypedColor => ({ hex, alpha, hue: degrees(hue) })

const numbers = (text: string): number[] =>
  text
    .split(/[\s,;/]+/)
    .filter(Boolean)
    .map(part => Number(part.replace(/[%°]$/, '')))

const within = (values: number[], highs: number[]): boolean =>
  values.length === highs.length && values.every((value, i) => value >= 0 && value <= highs[i]!)

/** `r g b`, each 0 to 255. */
const triple = (values: number[]): TypedColor | null =>
  within(values, [255, 255, 255])
    ? typed(
        hexOf({
          mode: 'rgb',
          r: values[0]! / 255,
          g: values[1]! / 255,
          b: values[2]! / 255,
        }),
      )
    : null

/** `h s b`: degrees and percent. */
const hueTriple = (values: number[]): TypedColor | null => {
  if (!within(values, [360, 100, 100])) return null
  const [h, s, b] = values as [number, number, number]
  return typed(hexOfHsb({ h, s: s / 100, b: b / 100 }), 1, h)
}

/** `c m y k` in percent, by the plain formula. */
const process = (values: number[]): TypedColor | null => {
  if (!within(values, [100, 100, 100, 100])) return null
  const [c, m, y, k] = values.map(value => value / 100) as [number, number, number, number]
  return typed(hexOfCmyk({ c, m, y, k }))
}

/**
 * Reads one color in any notation: hex with or without `#` (3, 4, 6 or 8 digits), every CSS color, a color word, `r g
 * b` (0 to 255), `h° s% b%` or `hsb(h s b)`, `cmyk(c m y k)` or four bare percentages. Out-of-sRGB colors are brought
 * in by chroma. Returns null for what is not a color.
 */
export const parseColor = (text: string): TypedColor | null => {
  if (text.length > LONGEST) return null
  const trimmed = text.trim().toLowerCase()
  if (/^#?([\da-f]{3,4}|[\da-f]{6}|[\da-f]{8})$/.test(trimmed))
    return css(trimmed.startsWith('#') ? trimmed : `#${trimmed}`)
  const named = /^(rgb|hsb|hsv|cmyk)?\s*\(?([\d.,;/%°\s]+)\)?$/.exec(trimmed)
  if (named) {
    const values = numbers(named[2] as string)
    const kind = named[1]
    if (kind === 'cmyk' || (!kind && values.length === 4)) return process(values)
    if (kind === 'hsb' || kind === 'hsv' || (!kind && /[%°]/.test(trimmed))) return hueTriple(values)
    if (!kind || !/[(]/.test(trimmed)) return triple(values)
  }
  return css(trimmed)
}

/** The color library's reading; null too where it stumbles over a function that is cut off. */
const libraryColor = (text: string): ReturnType<typeof parse> | null => {
  try {
    return parse(text)
  } catch {
    return null
  }
}

/** Reads a color as CSS writes it, and nothing else; null where it is not one. */
export const css = (text: string): TypedColor | null => {
  const color = libraryColor(text)
  if (!color) return null
  const { hex, alpha } = splitAlpha(color)
  const hue = 'h' in color && color.mode !== 'oklch' && color.mode !== 'lch' ? color.h : undefined
  return typed(hex, Math.min(1, Math.max(0, alpha)), hue ?? hsbOf(hex, GRAY_HUE).h)
}
