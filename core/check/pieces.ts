import type { Hex } from '#core/color/convert'
import type { InkArea } from '#core/remap/inks'
import type { Finding } from './finding'

/** A piece of artwork and its inks; none as long as they are not known. */
export interface PieceInks {
  id: string
  inks: readonly InkArea[]
}

/**
 * The ids of the pieces a finding holds in: of one about two swatches, those in which inks of both touch; of another, those with one
 * of its inks. `swatchOf` says which swatch colors an ink of a piece; null for an ink that is left as it is.
 */
export const piecesWith = (
  { swatches, inks }: Pick<Finding, 'swatches' | 'inks'>,
  pieces: readonly PieceInks[],
  swatchOf: (piece: string, ink: Hex) => string | null,
): string[] => {
  const shown = new Set(inks)
  const isPair = swatches.length === 2
  const holds = ({ id, inks: own }: PieceInks): boolean =>
    own.some(({ hex, beside = [] }) => {
      if (!shown.has(hex)) return false
      if (!isPair) return true
      const one = swatchOf(id, hex)
      return beside.some(([other]) => shown.has(other) && swatchOf(id, other) !== one)
    })
  return pieces.filter(holds).map(({ id }) => id)
}

/** The piece after, or before (`by` −1), the one that is shown among those of a finding; round from the last to the first. */
export const nextPiece = (ids: readonly string[], shown: string | null, by: 1 | -1): string | null => {
  if (!ids.length) return null
  const at = ids.indexOf(shown ?? '')
  if (at < 0) return (by > 0 ? ids[0] : ids.at(-1)) ?? null
  return ids[(at + by + ids.length) % ids.length] ?? null
}
