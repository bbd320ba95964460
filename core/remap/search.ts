import { labOf } from '../color/convert'
import type { Block, Pairs } from './costs'
import type { MatchSwatch } from './inks'

/* The search for the cheapest way to send blocks of inks to swatches. */

/** What swatches cost that cover nothing in an artwork, and what is off the share they are meant to cover. */
const WEIGHTS = { unused: 3, share: 0.7 } as const
/** So much of an artwork a swatch is to cover to count as used. */
const USED = 0.02
const PASSES = 40
/** A gain below this is none. */
const LEAST_GAIN = 1e-9

/** All that the search needs to know. */
export interface Search {
  blocks: readonly Block[]
  swatches: readonly MatchSwatch[]
  /** What each swatch costs each block for itself. */
  fits: readonly Float64Array[]
  pairs: Pairs
  artworks: number
  /** What is covered in each artwork by what was sent by hand, swatch by swatch. */
  covered: Float64Array
}

/** Where every block goes, by places, and what that costs. */
export interface Found {
  to: number[]
  cost: number
}

/** Improves an assignment by sending one block elsewhere, or exchanging two swatches, until nothing is better. */
export const improved = (search: Search, start: readonly number[]): Found => {
  const { blocks, swatches, fits, pairs, artworks } = search
  const count = swatches.length
  const to = [...start]
  const total = swatches.reduce((sum, { share }) => sum + share, 0) || 1
  const square = count * count
  /** The pairs of each block. */
  const pairsOf: number[][] = blocks.map(() => [])
  for (let p = 0; p < pairs.count; p++) for (const b of [pairs.one[p], pairs.other[p]]) pairsOf[b as number]?.push(p)
  const covered = Float64Array.from(search.covered)
  const cover = (b: number, s: number, sign: number): void => {
    for (let w = 0, i = s * artworks; w < artworks; w++, i++)
      covered[i] = (covered[i] as number) + sign * (blocks[b]?.parts[w] ?? 0)
  }
  /** What it costs that a swatch covers so much of each artwork. */
  const coverCost = (s: number): number => {
    let [sum, mean] = [0, 0]
    for (let w = 0, i = s * artworks; w < artworks; w++, i++) {
      const cover = covered[i] as number
      mean += cover / artworks
      if (cover < USED) sum += (WEIGHTS.unused * (1 - cover / USED) ** 2) / artworks
    }
    return (sum + WEIGHTS.share * Math.abs(mean - (swatches[s] as MatchSwatch).share / total)) / count
  }
  /** What each swatch would cost each block as all others are, coverage aside; kept up to date with every move. */
  const costs = fits.map(own => Float64Array.from(own))
  /** What a pair adds to each swatch of one of its blocks, the other being on some swatch; or takes away. */
  const reckon = (p: number, b: number, beside: number, sign: number): void => {
    const own = costs[b] as Float64Array
    const first = b === pairs.one[p]
    const step = first ? count : 1
    for (let s = 0, i = p * square + (first ? beside : beside * count); s < count; s++, i += step)
      own[s] = (own[s] as number) + sign * (pairs.costs[i] as number)
  }
  for (let p = 0; p < pairs.count; p++) {
    const [one, other] = [pairs.one[p] as number, pairs.other[p] as number]
    reckon(p, one, to[other] as number, 1)
    reckon(p, other, to[one] as number, 1)
  }
  to.forEach((s, b) => cover(b, s, 1))
  const send = (b: number, s: number): void => {
    const from = to[b] as number
    const own = pairsOf[b] as number[]
    for (let k = 0; k < own.length; k++) {
      const p = own[k] as number
      const beside = (pairs.one[p] === b ? pairs.other[p] : pairs.one[p]) as number
      reckon(p, beside, from, -1)
      reckon(p, beside, s, 1)
    }
    cover(b, from, -1)
    cover(b, s, 1)
    to[b] = s
  }
  const sendBest = (b: number): boolean => {
    const from = to[b] as number
    const own = costs[b] as Float64Array
    const before = coverCost(from)
    cover(b, from, -1)
    const left = coverCost(from) - before
    let [best, gain] = [from, LEAST_GAIN]
    for (let s = 0; s < count; s++) {
      if (s === from) continue
      const without = coverCost(s)
      cover(b, s, 1)
      const better = (own[from] as number) - (own[s] as number) - left - coverCost(s) + without
      cover(b, s, -1)
      if (better > gain) [best, gain] = [s, better]
    }
    cover(b, from, 1)
    if (best !== from) send(b, best)
    return best !== from
  }
  const costOf = (): number => {
    let sum = 0
    to.forEach((s, b) => (sum += fits[b]?.[s] ?? 0))
    for (let p = 0; p < pairs.count; p++) {
      const [s, t] = [to[pairs.one[p] as number] as number, to[pairs.other[p] as number] as number]
      sum += pairs.costs[p * square + s * count + t] as number
    }
    for (let s = 0; s < count; s++) sum += coverCost(s)
    return sum
  }
  /** What is counted too much where both blocks of a pair change sides, each reckoned as if the other stayed. */
  const twice = (p: number, one: number, other: number, s: number, t: number): number => {
    const [from, to2] = one === s ? [s, t] : [t, s]
    const [beside, to3] = other === s ? [s, t] : [t, s]
    const at = p * square
    const cost = (a: number, b: number): number => pairs.costs[at + a * count + b] as number
    return cost(to2, beside) + cost(from, to3) - cost(from, beside) - cost(to2, to3)
  }
  const exchange = (s: number, t: number): boolean => {
    let gain = coverCost(s) + coverCost(t)
    for (let b = 0; b < to.length; b++) {
      const now = to[b] as number
      if (now !== s && now !== t) continue
      const own = costs[b] as Float64Array
      gain += (own[now] as number) - (own[now === s ? t : s] as number)
      const all = pairsOf[b] as number[]
      for (let k = 0; k < all.length; k++) {
        const p = all[k] as number
        if (pairs.one[p] !== b) continue
        const other = to[pairs.other[p] as number] as number
        if (other === s || other === t) gain += twice(p, now, other, s, t)
      }
    }
    const swap = (): void => {
      for (let w = 0; w < artworks; w++) {
        const [a, b] = [s * artworks + w, t * artworks + w]
        const byHand = (search.covered[a] as number) - (search.covered[b] as number)
        const [one, other] = [covered[a] as number, covered[b] as number]
        covered[a] = other + byHand
        covered[b] = one - byHand
      }
    }
    swap()
    gain -= coverCost(s) + coverCost(t)
    swap()
    if (gain <= LEAST_GAIN) return false
    to.forEach((now, b) => {
      if (now === s || now === t) send(b, now === s ? t : s)
    })
    return true
  }
  for (let pass = 0; pass < PASSES; pass++) {
    let better = false
    for (let b = 0; b < blocks.length; b++) better = sendBest(b) || better
    if (better) continue
    for (let s = 0; s < count; s++) for (let t = s + 1; t < count; t++) better = exchange(s, t) || better
    if (!better) break
  }
  return { to, cost: costOf() }
}

/** First assignments: each block to where it fits best, by the order of light, by that in shares, and by chance. */
export const startsOf = ({ blocks, fits, swatches }: Search, chance: () => number): number[][] => {
  const best = fits.map(own => own.indexOf(Math.min(...own)))
  const byLight = swatches.map(({ hex }, s) => ({ s, l: labOf(hex).l })).sort((one, other) => one.l - other.l)
  const rising = blocks.map(({ lch, area }, b) => ({ b, l: lch.l, area })).sort((one, other) => one.l - other.l)
  const ordered = (weightOf: (area: number) => number): number[] => {
    const total = rising.reduce((sum, { area }) => sum + weightOf(area), 0)
    const to = blocks.map(() => 0)
    let so = 0
    for (const { b, area } of rising) {
      const at = Math.min(byLight.length - 1, Math.floor(((so + weightOf(area) / 2) / total) * byLight.length))
      to[b] = byLight[at]?.s ?? 0
      so += weightOf(area)
    }
    return to
  }
  return [best, ordered(area => area), ordered(Math.sqrt), blocks.map(() => Math.floor(chance() * swatches.length))]
}
