import type { Hex } from '#core/color/convert'
import type { Role } from '#core/harmony/proportion'

/**
 * An ink to be matched: its color and the share of the artwork it covers, in [0, 1]; what it lies beside, with the part
 * of all boundaries and the share of the artwork where the two mix, in [0, 1], each pair listed by one of the two; and,
 * of a set, the share of each artwork it covers.
 */
export interface InkArea {
  hex: Hex
  area: number
  beside?: ReadonlyArray<readonly [hex: Hex, part: number, mixed?: number | undefined]>
  parts?: readonly number[]
  /** True if it is left as it is unless somebody sends it to a swatch. */
  stays?: boolean | undefined
  /** The ways it is written in the PDF it comes from: the kind of color space, and its values there. */
  inPdf?: ReadonlyArray<{ space: string; values: readonly number[] }> | undefined
}

/** A swatch to be matched to: the share is what it is meant to cover, in [0, 1]. */
export interface MatchSwatch {
  id: string
  hex: Hex
  share: number
  role?: Role
}
