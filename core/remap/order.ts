import { labOf, type Hex } from '../color/convert'
import type { InkArea } from './match'

/** The places of values in rising order, equal ones sharing the mean of theirs. */
const placesOf = (values: readonly number[]): number[] => {
  const order = values.map((_, i) => i).sort((one, other) => (values[one] as number) - (values[other] as number))
  const places = new Array<number>(values.length)
  for (let start = 0; start < order.length; ) {
    let end = start + 1
    while (end < order.length && values[order[end] as number] === values[order[start] as number]) end++
    for (let i = start; i < end; i++) places[order[i] as number] = (start + end - 1) / 2
    start = end
  }
  return places
}

/**
 * Spearman's rank correlation of two lists, in [-1, 1]; equal values share their places. 1 where there is nothing to
 * compare.
 */
export const rankCorrelation = (one: readonly number[], other: readonly number[]): number => {
  const [a, b] = [placesOf(one), placesOf(other)]
  const mean = (one.length - 1) / 2
  let [both, ofA, ofB] = [0, 0, 0]
  a.forEach((place, i) => {
    const [x, y] = [place - mean, (b[i] as number) - mean]
    both += x * y
    ofA += x * x
    ofB += y * y
  })
  return ofA === 0 || ofB === 0 ? 1 : both / Math.sqrt(ofA * ofB)
}

/** A difference in OKLab lightness below which an order is not seen for sure. */
const GRAIN = 0.02

/**
 * The inks that broke the value order: those that stand outside the largest part of the artwork, by area, in which
 * what was lighter is still not darker (the heaviest rising subsequence, with a grain of 0.02 OKLab lightness).
 */
const orderBreakers = (areas: readonly number[], was: readonly number[], is: readonly number[]): number[] => {
  const order = was
    .map((_, i) => i)
    .sort((one, other) => (was[one] as number) - (was[other] as number) || (is[one] as number) - (is[other] as number))
  const best = order.map(i => Math.max(areas[i] as number, 1e-6))
  const from = order.map(() => -1)
  order.forEach((i, at) => {
    const own = best[at] as number
    for (let before = 0; before < at; before++) {
      if (
        (is[order[before] as number] as number) > (is[i] as number) + GRAIN ||
        (best[before] as number) + own <= (best[at] as number)
      )
        continue
      best[at] = (best[before] as number) + own
      from[at] = before
    }
  })
  const keeping = new Set<number>()
  for (let at = best.indexOf(Math.max(...best)); at >= 0; at = from[at] as number) keeping.add(order[at] as number)
  return was.flatMap((_, i) => (keeping.has(i) ? [] : [i]))
}

/**
 * How a remapping treats light and dark: the rank correlation of old and new lightness over the inks, and those that
 * broke the order.
 */
export interface ValueOrder {
  correlation: number
  broken: ReadonlySet<Hex>
}

const MOST_COMPARED = 3000

/** Compares old and new lightness (OKLab) of inks; of very many the largest are compared. */
export const valueOrder = (inks: readonly InkArea[], colorOf: (ink: Hex) => Hex): ValueOrder => {
  const compared =
    inks.length > MOST_COMPARED ? [...inks].sort((one, other) => other.area - one.area).slice(0, MOST_COMPARED) : inks
  const was = compared.map(({ hex }) => labOf(hex).l)
  const is = compared.map(({ hex }) => labOf(colorOf(hex)).l)
  const broken = compared.length
    ? orderBreakers(
        compared.map(({ area }) => area),
        was,
        is,
      )
    : []
  return { correlation: rankCorrelation(was, is), broken: new Set(broken.map(i => (compared[i] as InkArea).hex)) }
}
