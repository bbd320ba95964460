import { hexOfLch, lchOf, type Hex } from '#core/color/convert'

/** The festival's own colors, before anyone remaps them. */
export const INK = {
  night: '#222a52',
  dusk: '#3f5b93',
  haze: '#91a7c6',
  peach: '#efbf97',
  cream: '#f8ead0',
  coral: '#d45d48',
  mustard: '#e2a83c',
  sea: '#2c6a74',
  plum: '#6f3f63',
  sand: '#d9bf9b',
} as const

/** Facets stand on a few steps of light, so that the palette stays restrained. */
const STEP = 0.07

/** A lighter (positive) or darker (negative) facet of a color: OKLCH lightness moved by `lift`, to the nearest step. */
export const facet = (hex: Hex, wanted: number): Hex => {
  const lift = Math.round(wanted / STEP) * STEP
  if (lift === 0) return hex
  const { l, c, h } = lchOf(hex)
  return hexOfLch({ l: Math.min(0.98, Math.max(0.08, l + lift)), c: c * (1 - Math.abs(lift) * 0.6), h: h + lift * 30 })
}
