import { labOf } from '#core/color/convert'
import type { Block, PairCosts } from './costs'
import type { Role } from '#core/harmony/proportion'
import type { MatchSwatch } from './inks'

/* The search for the cheapest way to send blocks of inks to swatches. */

/** Cost of swatches that cover nothing in an artwork. */
const UNUSED = 3
/** So much of an artwork a swatch is to cover to count as used. */
const USED = 0.02
interface Off {
  less: number
  more: number
}
/**
 * Cost of a swatch that covers less, or more, of an artwork than is meant: times the square of the difference, at the rest position
 * of the shares. The dominant swatch is to be seen, and an accent that covers much is none.
 */
const OFF: Off = { less: 64, more: 64 }
const OFF_BY_ROLE: Readonly<Partial<Record<Role, Off>>> = {
  dominant: { less: 92, more: 64 },
  accent: { less: 64, more: 920 },
}
/** Further cost of a dominant swatch that covers nothing of an artwork, and from which part on it is there. */
const ABSENT = { cost: 100, part: 0.05 } as const
const PASSES = 40
/** A gain below this is none. */
const MIN_GAIN = 1e-9

/** All that the search needs to know. */
export interface Search {
  blocks: readonly Block[]
  swatches: readonly MatchSwatch[]
  /** Cost of each swatch for each block by itself. */
  fits: readonly Float64Array[]
  pairs: PairCosts
  artworks: number
  /** Coverage in each artwork by what was sent by hand, swatch by swatch. */
  covered: Float64Array
  /** The weight of the shares against all else: 0 for none, 1 at their rest position. */
  shares: number
}

/**
 * Where every block goes, by places; what that costs, what shares cost aside; what shares cost at their rest position; and the share
 * distance: half the sum, over the swatches, of how far what each covers is from what it is meant to cover, in the mean of the
 * artworks, in [0, 1].
 */
export interface Assignment {
  to: number[]
  cost: number
  off: number
  distance: number
}

/** The part that each swatch is meant to cover, in [0, 1], adding up to 1; all alike where none is given. */
export const meantShares = (swatches: readonly MatchSwatch[]): Float64Array => {
  const given = Float64Array.from(swatches, ({ share }) => (share > 0 && Number.isFinite(share) ? share : 0))
  const total = given.reduce((sum, share) => sum + share, 0)
  return given.map(share => (total ? share / total : 1 / swatches.length))
}

/** The cost of coverage of each artwork by each swatch, updated with every move of a block. */
const coverageOf = ({ blocks, swatches, artworks, covered: byHand, shares: weight }: Search) => {
  const count = swatches.length
  const meant = meantShares(swatches)
  const parts = Float64Array.from(
    blocks.flatMap(block => Array.from({ length: artworks }, (_, w) => block.parts[w] ?? 0)),
  )
  const covered = Float64Array.from(byHand)
  const offOf = swatches.map(({ role }) => (role && OFF_BY_ROLE[role]) ?? OFF)
  const less = Float64Array.from(offOf, off => off.less)
  const more = Float64Array.from(offOf, off => off.more)
  const absent = Float64Array.from(swatches, ({ role }) => (role === 'dominant' ? ABSENT.cost : 0))
  /** Cost of a swatch that covers next to nothing of an artwork. */
  const unusedBy = (cover: number): number => (cover < USED ? (UNUSED / count) * (1 - cover / USED) ** 2 : 0)
  /** Cost of a swatch's coverage of an artwork, at the rest position of the shares. */
  const offBy = (s: number, cover: number): number => {
    const off = cover - meant[s]!
    const cost = (off < 0 ? less : more)[s]! * off * off
    return cover < ABSENT.part ? cost + absent[s]! * (1 - cover / ABSENT.part) ** 2 : cost
  }
  /** Cost of a swatch with a multiple of a block more (1), less (-1), or as it is (0). */
  const costWith = (s: number, b: number, sign: number): number => {
    let sum = 0
    for (let w = 0, i = s * artworks, k = b * artworks; w < artworks; w++, i++, k++) {
      const cover = covered[i]! + sign * parts[k]!
      sum += unusedBy(cover) + weight * offBy(s, cover)
    }
    return sum / artworks
  }
  const now = Float64Array.from(swatches, (_, s) => costWith(s, 0, 0))
  return {
    now,
    costWith,
    /** Puts a block on a swatch, or takes it away from there. */
    put: (b: number, s: number, sign: number): void => {
      for (let w = 0, i = s * artworks, k = b * artworks; w < artworks; w++, i++, k++) covered[i]! += sign * parts[k]!
      now[s] = costWith(s, b, 0)
    },
    /** Cost of two swatches together once all that was not sent by hand has changed sides. */
    exchanged: (s: number, t: number): number => {
      const swap = (): void => {
        for (let w = 0, i = s * artworks, k = t * artworks; w < artworks; w++, i++, k++) {
          const hands = byHand[i]! - byHand[k]!
          const one = covered[i]!
          covered[i] = covered[k]! + hands
          covered[k] = one - hands
        }
      }
      swap()
      const cost = costWith(s, 0, 0) + costWith(t, 0, 0)
      swap()
      return cost
    },
    /** The cost of unused swatches, of shares at their rest position, and the share distance. */
    totals: (): { unused: number; off: number; distance: number } => {
      let [unused, off, distance] = [0, 0, 0]
      for (let s = 0, i = 0; s < count; s++)
        for (let w = 0; w < artworks; w++, i++) {
          const cover = covered[i]!
          unused += unusedBy(cover)
          off += offBy(s, cover)
          distance += Math.abs(cover - meant[s]!) / 2
        }
      return { unused: unused / artworks, off: off / artworks, distance: distance / artworks }
    },
  }
}

/** An assignment while it is improved: the target of each block, and what each block would cost on each swatch. */
class Assigning {
  private readonly count: number
  private readonly square: number
  private readonly to: Int32Array
  private readonly coverage: ReturnType<typeof coverageOf>
  /** Cost of each swatch for each block as all others are, coverage aside; updated with every move. */
  private readonly costs: Float64Array

  constructor(
    private readonly search: Search,
    start: readonly number[],
  ) {
    const { blocks, swatches, fits, pairs } = search
    this.count = swatches.length
    this.square = this.count * this.count
    this.to = Int32Array.from(start)
    this.coverage = coverageOf(search)
    this.costs = new Float64Array(blocks.length * this.count)
    fits.forEach((own, b) => this.costs.set(own, b * this.count))
    for (let b = 0; b < blocks.length; b++)
      for (let place = pairs.from[b]!; place < pairs.from[b + 1]!; place++)
        this.addPair(place, b, this.to[pairs.beside[place]!]!)
    this.to.forEach((s, b) => this.coverage.put(b, s, 1))
  }

  /** Adds the cost of a pair to each swatch of the block at one side of it, the other being on some swatch. */
  private addPair(place: number, b: number, beside: number): void {
    const { pairs } = this.search
    const first = pairs.first[place]
    const step = first ? this.count : 1
    let i = pairs.pair[place]! * this.square + (first ? beside : beside * this.count)
    for (let own = b * this.count, end = own + this.count; own < end; own++, i += step)
      this.costs[own]! += pairs.costs[i]!
  }

  private send(b: number, s: number): void {
    const { count, costs, square } = this
    const { pairs } = this.search
    const was = this.to[b]!
    for (let place = pairs.from[b]!; place < pairs.from[b + 1]!; place++) {
      const own = pairs.beside[place]! * count
      const step = pairs.first[place] ? 1 : count
      const at = pairs.pair[place]! * square
      let [i, k] = pairs.first[place] ? [at + s * count, at + was * count] : [at + s, at + was]
      for (let other = own; other < own + count; other++, i += step, k += step)
        costs[other] = costs[other]! + pairs.costs[i]! - pairs.costs[k]!
    }
    this.coverage.put(b, was, -1)
    this.coverage.put(b, s, 1)
    this.to[b] = s
  }

  /** Sends a block to the swatch that gains most; false where it is there already. */
  private sendBest(b: number): boolean {
    const { count, costs, coverage } = this
    const was = this.to[b]!
    const own = b * count
    const without = costs[own + was]! + coverage.now[was]! - coverage.costWith(was, b, -1)
    let [best, gain] = [was, MIN_GAIN]
    for (let s = 0; s < count; s++) {
      const max = without - costs[own + s]! + coverage.now[s]!
      if (s === was || max <= gain) continue // more it cannot gain, as no coverage costs less than nothing
      const better = max - coverage.costWith(s, b, 1)
      if (better > gain) [best, gain] = [s, better]
    }
    if (best !== was) this.send(b, best)
    return best !== was
  }

  /** The amount counted too much where both blocks of a pair change sides, each estimated as if the other stayed. */
  private countedTwice(p: number, [one, other]: readonly [number, number], s: number, t: number): number {
    const [one2, other2] = [one === s ? t : s, other === s ? t : s]
    const at = p * this.square
    const cost = (a: number, b: number): number => this.search.pairs.costs[at + a * this.count + b]!
    return cost(one2, other) + cost(one, other2) - cost(one, other) - cost(one2, other2)
  }

  /** Exchanges two swatches where that gains something; false where it does not. */
  private exchange(s: number, t: number): boolean {
    const { count, costs, coverage, to } = this
    const { pairs } = this.search
    let gain = coverage.now[s]! + coverage.now[t]! - coverage.exchanged(s, t)
    for (let b = 0; b < to.length; b++) {
      const now = to[b]!
      if (now !== s && now !== t) continue
      gain += costs[b * count + now]! - costs[b * count + (now === s ? t : s)]!
      for (let place = pairs.from[b]!; place < pairs.from[b + 1]!; place++) {
        if (!pairs.first[place]) continue
        const other = to[pairs.beside[place]!]!
        if (other === s || other === t) gain += this.countedTwice(pairs.pair[place]!, [now, other], s, t)
      }
    }
    if (gain <= MIN_GAIN) return false
    to.forEach((now, b) => {
      if (now === s || now === t) this.send(b, now === s ? t : s)
    })
    return true
  }

  /** Makes every move that gains something; false where there was none. */
  improve(): boolean {
    let better = false
    for (let b = 0; b < this.to.length; b++) better = this.sendBest(b) || better
    if (better) return true
    for (let s = 0; s < this.count; s++) for (let t = s + 1; t < this.count; t++) better = this.exchange(s, t) || better
    return better
  }

  found(): Assignment {
    const { unused, off, distance } = this.coverage.totals()
    let cost = unused
    for (let b = 0; b < this.to.length; b++) {
      const s = this.to[b]!
      // each pair is counted by both of its blocks
      cost += (this.costs[b * this.count + s]! + (this.search.fits[b]?.[s] ?? 0)) / 2
    }
    return { to: [...this.to], cost, off, distance }
  }
}

/** Improves an assignment by sending one block elsewhere, or exchanging two swatches, until nothing is better. */
export const improveAssignment = (search: Search, start: readonly number[]): Assignment => {
  const assigning = new Assigning(search, start)
  for (let pass = 0; pass < PASSES && assigning.improve(); pass++);
  return assigning.found()
}

/** First assignments: each block to where it fits best, by the order of light, by that in shares, and by chance. */
export const startsOf = (
  { blocks, fits, swatches }: Pick<Search, 'blocks' | 'fits' | 'swatches'>,
  chance: () => number,
): number[][] => {
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
