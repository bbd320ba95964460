import { wcagLuminance } from './culori'
import type { Hex } from './convert'
import { memoize } from '#core/math/memoize'

/** Relative luminance of a hex color, in [0, 1] (WCAG 2.2, with the linear light of IEC 61966-2-1). */
export const luminanceOf: (hex: Hex) => number = memoize(hex => wcagLuminance(hex))

/** The light that the eye takes for black: what WCAG adds to every luminance. */
export const FLARE = 0.05

/** A contrast ratio in words, to a tenth, never more than it is. */
export const ratioWords = (ratio: number): string => (Math.floor(ratio * 10 + 1e-9) / 10).toFixed(1)

/** Contrast ratio of two hex colors, 1 to 21 (WCAG 2.2). */
export const contrastOf = (one: Hex, other: Hex): number => {
  const [a, b] = [luminanceOf(one) + FLARE, luminanceOf(other) + FLARE]
  return a > b ? a / b : b / a
}

/** Whichever of black and white reads better on a color. */
export const inkOn = (hex: Hex): '#000000' | '#ffffff' =>
  contrastOf(hex, '#000000') >= contrastOf(hex, '#ffffff') ? '#000000' : '#ffffff'
