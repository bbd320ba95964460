import type { Hex } from '#core/color/convert'
import type { CheckState, Neighbors } from './state'

/** Neighbors of the same two swatches, as one: the worst of them, all their inks, and their part together. */
export interface PairOfSwatches {
  swatches: readonly [string, string]
  worst: Neighbors
  inks: Hex[]
  part: number
}

/**
 * The neighbors that are of two different swatches, gathered by these, as far as they are of interest; `badness` says
 * which of them is worst.
 */
export const pairsOfSwatches = (
  { neighbors }: Pick<CheckState, 'neighbors'>,
  isOfInterest: (pair: Neighbors) => boolean,
  badness: (pair: Neighbors) => number,
): PairOfSwatches[] => {
  const found = new Map<string, PairOfSwatches>()
  for (const pair of neighbors) {
    const [one, other] = pair.swatches
    if (one === null || other === null || one === other || !isOfInterest(pair)) continue
    const ids = [one, other].sort() as [string, string]
    const key = ids.join(' ')
    const before = found.get(key)
    if (!before) found.set(key, { swatches: ids, worst: pair, inks: [...pair.inks], part: pair.part })
    else {
      before.part += pair.part
      before.inks.push(...pair.inks)
      if (badness(pair) > badness(before.worst)) before.worst = pair
    }
  }
  return [...found.values()].map(each => ({ ...each, inks: [...new Set(each.inks)] }))
}
