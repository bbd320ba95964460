import type { Hex } from '#core/color/convert'
import type { Cmyk } from '#core/color/notation'

/** A press with a paper: what it makes of colors. */
export interface Press {
  /** The inks it lays down for a color, each in [0, 1]. */
  cmykOf: (hex: Hex) => Cmyk
  /** Appearance of a color printed. */
  printed: (hex: Hex) => Hex
  /** The printed appearance of many colors: red, green and blue in 16 bits each, in and out. */
  proof: (colors: Uint16Array) => Uint16Array
}

/** The ink of a color, all four together, in percent. */
export const inkOf = ({ c, m, y, k }: Cmyk): number => (c + m + y + k) * 100
