import { degrees, hexOfRgb, hsbOf, labOf, rgbOf, type Hex } from './convert'

/** Cyan, magenta, yellow and black, each in [0, 1]. */
export interface Cmyk {
  c: number
  m: number
  y: number
  k: number
}

/**
 * CMYK of a hex color by the plain formula: black is what all inks share (k = 1 - max(r, g, b)); no profile of any
 * press.
 */
export const cmykOf = (hex: Hex): Cmyk => {
  const { r, g, b } = rgbOf(hex)
  const max = Math.max(r, g, b)
  const ink = (value: number): number => (max ? (max - value) / max : 0)
  return { c: ink(r), m: ink(g), y: ink(b), k: 1 - max }
}

/** The hex color of CMYK by the plain formula: r = (1 - c)(1 - k), likewise g and b. */
export const hexOfCmyk = ({ c, m, y, k }: Cmyk): Hex =>
  hexOfRgb((1 - c) * (1 - k), (1 - m) * (1 - k), (1 - y) * (1 - k))

/** The notations a color can be written in. */
export const NOTATIONS = ['hex', 'rgb', 'hsb', 'oklch', 'cmyk', 'css variable'] as const
/** Notations as they are called. */
export const NOTATION_TITLES: Readonly<Record<(typeof NOTATIONS)[number], string>> = {
  'hex': 'Hex',
  'rgb': 'RGB',
  'hsb': 'HSB',
  'oklch': 'OKLCH',
  'cmyk': 'CMYK',
  'css variable': 'CSS variable',
}
export type Notation = (typeof NOTATIONS)[number]

const percent = (value: number): string => `${Math.round(value * 100)}%`

/**
 * A color as one copies it. HSB and CMYK are written as the start page reads them; `hue` is the HSB hue a gray is
 * remembered by.
 */
export const formatColor = (hex: Hex, notation: Notation, name = 'color', hue = 0): string => {
  switch (notation) {
    case 'hex':
      return hex
    case 'rgb': {
      const { r, g, b } = rgbOf(hex)
      return `rgb(${[r, g, b].map(value => Math.round(value * 255)).join(' ')})`
    }
    case 'hsb': {
      const { h, s, b } = hsbOf(hex, hue)
      return `hsb(${Math.round(h)}° ${percent(s)} ${percent(b)})`
    }
    case 'oklch': {
      const { l, a, b } = labOf(hex)
      const [c, h] = [Math.hypot(a, b), degrees((Math.atan2(b, a) * 180) / Math.PI)]
      return `oklch(${l.toFixed(5)} ${c.toFixed(5)} ${h.toFixed(3)})`
    }
    case 'cmyk':
      return `cmyk(${Object.values(cmykOf(hex)).map(percent).join(' ')})`
    case 'css variable':
      return `--${
        name
          .toLowerCase()
          .replace(/[^\p{L}\d]+/gu, '-')
          .replace(/^-|-$/g, '') || 'color'
      }: ${hex};`
  }
}
