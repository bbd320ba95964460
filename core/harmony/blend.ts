import { munkres } from 'munkres'
import { mixLabs, hexOfLab, labOf, type Hex } from '#core/color/convert'
import { okDistance } from '#core/color/difference'

/**
 * Which of `others` each color goes with, so that all pairs together differ least in OKLab; null for colors that get
 * none.
 */
export const pairColors = (hexes: readonly Hex[], others: readonly Hex[]): Array<number | null> => {
  if (!hexes.length || !others.length) return hexes.map(() => null)
  const pairs = new Map(munkres(hexes.map(hex => others.map(other => okDistance(hex, other)))))
  return hexes.map((_, i) => pairs.get(i) ?? null)
}

/** Two colors mixed in OKLab: the first at 0, the second at 1, exactly. */
export const mixColors = (one: Hex, other: Hex, amount: number): Hex => {
  if (amount <= 0) return one
  if (amount >= 1) return other
  return hexOfLab(mixLabs(labOf(one), labOf(other), amount))
}

/**
 * A scheme mixed with another by an amount, 0 to 1: each color with the one it differs least from, colors beyond the
 * other's number as they are.
 */
export const blendSchemes = (hexes: readonly Hex[], others: readonly Hex[], amount: number): Hex[] => {
  const pairs = pairColors(hexes, others)
  return hexes.map((hex, i) => {
    const other = others[pairs[i] ?? -1]
    return other === undefined ? hex : mixColors(hex, other, amount)
  })
}

/** So many colors between two, at equal distances in OKLab, neither end among them. */
export const colorsBetween = (one: Hex, other: Hex, count: number): Hex[] =>
  Array.from({ length: count }, (_, i) => mixColors(one, other, (i + 1) / (count + 1)))
