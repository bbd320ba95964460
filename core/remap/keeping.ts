import { arc, labOf, lchOf, type Hex, type Lch } from '../color/convert'
import { labDistance } from '../color/difference'
import { seeded } from '../picture/seeded'
import { graphOf, type InkGraph } from './graph'
import type { InkArea, MatchSwatch } from './inks'

/* The matching that keeps the picture: inks are sent to swatches so that what touches keeps its contrast. */

/** What each part of the cost weighs; all are shares of 1: of boundaries, of the picture, of swatches. */
const WEIGHTS = {
  /** Edges that are lost, and those that were strong. */
  edges: 10,
  strong: 30,
  /** Inks that come out much lighter or darker than they were, in the range of the scheme. */
  value: 3,
  hue: 0.35,
  chroma: 0.9,
  /** Swatches that cover nothing, in any artwork. */
  unused: 3,
  share: 0.7,
  /** Inks that have to leave their swatch for an edge to stay. */
  moved: 6,
  /** Inks alike that part. */
  parted: 2.5,
} as const

/** The part of a lightness difference that has to stay for an edge to stay the same edge. */
const KEPT = 0.62
/** Lightness differences: one that is an edge, one that is strong, and what has to stay of that. */
const EDGE = 0.1
const STRONG = 0.4
const STRONG_KEPT = 0.26
/** So much of an artwork a swatch is to cover to count as used. */
const USED = 0.02
/** Up to so many inks are sent one by one; more go in groups of like color. */
const MOST_BLOCKS = 56
/** How near inks are to count as alike. */
const ALIKE = 0.09
/** A lack from which an ink leaves its swatch for sure. */
const MOVED = 0.06
const STARTS = 4
const PASSES = 40
/** How far a deal strays from the best. */
const STRAY = 1.1

/** Inks that go together, as one. */
interface Block {
  members: number[]
  area: number
  parts: readonly number[]
  lch: Lch
}

/** Inks gathered by color, the largest first leading, wider and wider until they are few enough. */
const blocksOf = ({ nodes }: InkGraph, free: readonly number[]): Block[] => {
  const order = [...free].sort((one, other) => (nodes[other]?.area ?? 0) - (nodes[one]?.area ?? 0) || one - other)
  let groups: number[][] = order.map(place => [place])
  for (let reach = 0.02; groups.length > MOST_BLOCKS; reach *= 1.35) {
    groups = []
    for (const place of order) {
      const own = nodes[place]
      const near = groups.find(group => {
        const lead = nodes[group[0] as number]
        return own && lead && labDistance(own.lab, lead.lab) <= reach
      })
      if (near) near.push(place)
      else if (groups.push([place]) > MOST_BLOCKS) break
    }
  }
  const artworks = nodes[0]?.parts.length ?? 0
  return groups.map(members => ({
    members,
    area: members.reduce((sum, i) => sum + (nodes[i]?.area ?? 0), 0),
    parts: Array.from({ length: artworks }, (_, w) => members.reduce((sum, i) => sum + (nodes[i]?.parts[w] ?? 0), 0)),
    lch: lchOf(nodes[members[0] as number]?.hex ?? '#000000'),
  }))
}

/** How much lightness difference a pair lacks to be the same edge; 0 where it has enough, and for what is no edge. */
const lackOf = (was: number, is: number): number =>
  Math.abs(was) < EDGE * 0.8 ? 0 : Math.max(0, KEPT * Math.abs(was) - (was < 0 ? -is : is))

/** What a pair loses that was so much lighter on one side and is so much lighter now; 0 where nothing is lost. */
const lostOf = (was: number, is: number): number => {
  const own = Math.abs(was)
  if (own < 1e-6) return 0
  const now = was < 0 ? -is : is
  return (Math.max(0, KEPT * own - now) / own) ** 2 * Math.min(1, own / EDGE)
}
const strongLostOf = (was: number, is: number): number =>
  Math.abs(was) < STRONG * 0.8 ? 0 : Math.max(0, 1 - Math.abs(is) / STRONG_KEPT)

/** How well a block sits on a swatch for itself. */
const fits = (blocks: readonly Block[], swatches: readonly MatchSwatch[]): number[][] => {
  const aims = swatches.map(({ hex }) => lchOf(hex))
  const range = (of: readonly { l: number }[]): [number, number] => [
    Math.min(...of.map(({ l }) => l)),
    Math.max(...of.map(({ l }) => l)),
  ]
  const [[inkLow, inkHigh], [low, high]] = [range(blocks.map(({ lch }) => lch)), range(aims)]
  const strongest = Math.max(0.04, ...aims.map(({ c }) => c))
  const vivid = Math.max(0.04, ...blocks.map(({ lch: { c } }) => c))
  const place = (l: number): number => low + ((l - inkLow) / Math.max(0.05, inkHigh - inkLow)) * (high - low)
  return blocks.map(({ lch, area }) =>
    aims.map(aim => {
      const hue = (Math.abs(arc(lch.h, aim.h)) / 180) * Math.min(1, Math.min(lch.c, aim.c) / 0.08)
      const chroma = Math.abs(lch.c / vivid - aim.c / strongest) ** 1.5
      const value = Math.abs(place(lch.l) - aim.l) ** 1.5
      return Math.sqrt(area) * area ** 0.25 * (WEIGHTS.value * value + WEIGHTS.hue * hue + WEIGHTS.chroma * chroma)
    }),
  )
}

/** All that the search needs to know, worked out once. */
interface Search {
  blocks: Block[]
  fit: number[][]
  /** Pairs of blocks, what each pair of swatches costs them; and of blocks beside inks that are held. */
  pairs: Array<{ one: number; other: number; costs: Float64Array }>
  pairsOf: number[][]
  swatches: readonly MatchSwatch[]
  artworks: number
  /** What is covered in each artwork by what was sent by hand, swatch by swatch. */
  covered: Float64Array
  share: number[]
}

const pairCosts = (
  graph: InkGraph,
  blocks: readonly Block[],
  swatches: readonly MatchSwatch[],
  lightOf: ReadonlyMap<number, number>,
  fit: number[][],
): Search['pairs'] => {
  const lights = swatches.map(({ hex }) => labOf(hex).l)
  const count = swatches.length
  const blockOf = new Map(blocks.flatMap(({ members }, b) => members.map(i => [i, b] as const)))
  const found = new Map<number, Float64Array>()
  const between = (one: number, other: number): Float64Array => {
    const key = one * blocks.length + other
    const known = found.get(key) ?? new Float64Array(count * count)
    found.set(key, known)
    return known
  }
  const cost = (part: number, was: number, is: number, area: number): number =>
    part * (WEIGHTS.edges * lostOf(was, is) + WEIGHTS.strong * strongLostOf(was, is)) +
    WEIGHTS.moved * area * Math.min(1, lackOf(was, is) / MOVED)
  for (const { one, other, part, lighter } of graph.edges) {
    const area = Math.min(graph.nodes[one]?.area ?? 0, graph.nodes[other]?.area ?? 0)
    const [a, b] = [blockOf.get(one), blockOf.get(other)]
    const weight = Math.sqrt(part) * 0.25 + part
    if (a === undefined && b === undefined) continue
    if (a === undefined || b === undefined) {
      const fixed = lightOf.get(a === undefined ? one : other) ?? 0
      const own = fit[(a ?? b) as number] as number[]
      lights.forEach((l, s) => {
        own[s] = (own[s] as number) + cost(weight, lighter, a === undefined ? fixed - l : l - fixed, area)
      })
    } else if (a !== b) {
      const [low, high, sign] = a < b ? [a, b, 1] : [b, a, -1]
      const costs = between(low, high)
      for (let s = 0; s < count; s++)
        for (let t = 0; t < count; t++)
          costs[s * count + t] =
            (costs[s * count + t] as number) +
            cost(weight, lighter * sign, (lights[s] as number) - (lights[t] as number), area)
    }
  }
  blocks.forEach((one, a) => {
    for (let b = a + 1; b < blocks.length; b++) {
      const other = blocks[b] as Block
      const hue = Math.abs(arc(one.lch.h, other.lch.h)) * Math.min(1, Math.min(one.lch.c, other.lch.c) / 0.06)
      const apart = Math.hypot((one.lch.l - other.lch.l) * 0.5, one.lch.c - other.lch.c, (hue / 180) * 0.4)
      if (apart > ALIKE) continue
      const weight = WEIGHTS.parted * (1 - apart / ALIKE) * Math.min(one.area, other.area) ** 0.75
      const costs = between(a, b)
      for (let s = 0; s < count; s++)
        for (let t = 0; t < count; t++) if (s !== t) costs[s * count + t] = (costs[s * count + t] as number) + weight
    }
  })
  return [...found].map(([key, costs]) => ({
    one: Math.floor(key / blocks.length),
    other: key % blocks.length,
    costs,
  }))
}

/** What it costs that swatches cover so much of each artwork. */
const coverCost = ({ swatches, artworks, share }: Search, covered: Float64Array): number => {
  let sum = 0
  for (let s = 0; s < swatches.length; s++) {
    let mean = 0
    for (let w = 0; w < artworks; w++) {
      const cover = covered[s * artworks + w] as number
      mean += cover / artworks
      if (cover < USED) sum += (WEIGHTS.unused * (1 - cover / USED) ** 2) / artworks / swatches.length
    }
    sum += (WEIGHTS.share * Math.abs(mean - (share[s] as number))) / swatches.length
  }
  return sum
}

/** Improves an assignment by sending one block elsewhere, or exchanging two swatches, until nothing is better. */
const improved = (search: Search, start: readonly number[], stray: Float64Array | null): [number[], number] => {
  const { blocks, fit, pairs, pairsOf, swatches, artworks } = search
  const count = swatches.length
  const to = [...start]
  const covered = Float64Array.from(search.covered)
  const cover = (b: number, s: number, sign: number): void => {
    for (let w = 0; w < artworks; w++)
      covered[s * artworks + w] = (covered[s * artworks + w] as number) + sign * (blocks[b]?.parts[w] ?? 0)
  }
  to.forEach((s, b) => cover(b, s, 1))
  const own = (b: number, s: number): number => (fit[b]?.[s] ?? 0) + (stray ? (stray[b * count + s] as number) : 0)
  const around = (b: number, s: number): number => {
    let sum = own(b, s)
    const beside = pairsOf[b] as number[]
    for (let k = 0; k < beside.length; k++) {
      const pair = pairs[beside[k] as number] as Search['pairs'][number]
      sum += (
        pair.one === b
          ? pair.costs[s * count + (to[pair.other] as number)]
          : pair.costs[(to[pair.one] as number) * count + s]
      ) as number
    }
    return sum
  }
  const total = (): number =>
    to.reduce((sum, s, b) => sum + own(b, s), 0) +
    pairs.reduce(
      (sum, { one, other, costs }) => sum + (costs[(to[one] as number) * count + (to[other] as number)] as number),
      0,
    ) +
    coverCost(search, covered)
  let covers = coverCost(search, covered)
  const sendBest = (b: number): boolean => {
    const from = to[b] as number
    const here = around(b, from)
    let [best, gain, after] = [from, 1e-9, covers]
    for (let s = 0; s < count; s++) {
      if (s === from) continue
      cover(b, from, -1)
      cover(b, s, 1)
      const next = coverCost(search, covered)
      cover(b, s, -1)
      cover(b, from, 1)
      const better = here - around(b, s) + covers - next
      if (better > gain) [best, gain, after] = [s, better, next]
    }
    if (best === from) return false
    cover(b, from, -1)
    cover(b, best, 1)
    to[b] = best
    covers = after
    return true
  }
  /** What all blocks on two swatches cost, pairs of them half at each. */
  const onBoth = (s: number, t: number): number => {
    let sum = coverCost(search, covered)
    for (let b = 0; b < blocks.length; b++) {
      const now = to[b] as number
      if (now !== s && now !== t) continue
      sum += around(b, now)
      const beside = pairsOf[b] as number[]
      for (let k = 0; k < beside.length; k++) {
        const pair = pairs[beside[k] as number] as Search['pairs'][number]
        const a = to[pair.one] as number
        const c = to[pair.other] as number
        if ((a === s || a === t) && (c === s || c === t)) sum -= (pair.costs[a * count + c] as number) / 2
      }
    }
    return sum
  }
  const exchange = (s: number, t: number): boolean => {
    const before = onBoth(s, t)
    const swap = (): void =>
      to.forEach((now, b) => {
        if (now !== s && now !== t) return
        cover(b, now, -1)
        to[b] = now === s ? t : s
        cover(b, to[b], 1)
      })
    swap()
    if (onBoth(s, t) < before - 1e-9) {
      covers = coverCost(search, covered)
      return true
    }
    swap()
    return false
  }
  for (let pass = 0; pass < PASSES; pass++) {
    let better = false
    for (let b = 0; b < blocks.length; b++) better = sendBest(b) || better
    if (better) continue
    for (let s = 0; s < count; s++) for (let t = s + 1; t < count; t++) better = exchange(s, t) || better
    if (!better) break
  }
  return [to, total()]
}

/** First assignments: each to where it fits best, by the order of light, by that in shares, and by chance. */
const startsOf = ({ blocks, fit, swatches }: Search, chance: () => number): number[][] => {
  const best = blocks.map((_, b) => {
    const own = fit[b] as number[]
    return own.indexOf(Math.min(...own))
  })
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
  const random = Array.from({ length: STARTS - 3 }, () => blocks.map(() => Math.floor(chance() * swatches.length)))
  return [best, ordered(area => area), ordered(Math.sqrt), ...random]
}

/**
 * Sends inks to swatches so that as little contrast as possible is lost between what touches, light stays light,
 * colorful stays colorful, inks alike stay together, and every swatch has something to cover in every artwork. Local
 * search from several starts; deterministic for a seed, which strays from the best (0 does not). What was sent by hand
 * (a swatch, or null for left as it is) stays and counts. The result does not depend on the order of inks.
 */
export const keepingMatch = (
  inks: readonly InkArea[],
  swatches: readonly MatchSwatch[],
  { seed, byHand }: { seed: number; byHand: ReadonlyMap<Hex, string | null> },
): Map<Hex, string> => {
  const targets = new Map<Hex, string>()
  if (!inks.length || !swatches.length) return targets
  const graph = graphOf(inks)
  const { nodes } = graph
  const artworks = nodes[0]?.parts.length ?? 1
  const lightOf = new Map<number, number>()
  const covered = new Float64Array(swatches.length * artworks)
  nodes.forEach(({ hex, lab, parts }, i) => {
    const to = byHand.get(hex)
    if (to === undefined) return
    const s = swatches.findIndex(({ id }) => id === to)
    lightOf.set(i, s < 0 ? lab.l : labOf((swatches[s] as MatchSwatch).hex).l)
    if (s >= 0)
      parts.forEach((part, w) => {
        covered[s * artworks + w] = (covered[s * artworks + w] as number) + part
      })
  })
  const free = nodes.flatMap(({ hex }, i) => (byHand.has(hex) ? [] : [i]))
  const blocks = blocksOf(graph, free)
  if (!blocks.length) return targets
  const fit = fits(blocks, swatches)
  const pairs = pairCosts(graph, blocks, swatches, lightOf, fit)
  const pairsOf: number[][] = blocks.map(() => [])
  pairs.forEach(({ one, other }, p) => {
    pairsOf[one]?.push(p)
    pairsOf[other]?.push(p)
  })
  const total = swatches.reduce((sum, { share }) => sum + share, 0) || 1
  const search: Search = {
    blocks,
    fit,
    pairs,
    pairsOf,
    swatches,
    artworks,
    covered,
    share: swatches.map(({ share }) => share / total),
  }
  const chance = seeded(seed)
  const dearest = Math.max(...fit.flat())
  const stray = seed
    ? Float64Array.from({ length: blocks.length * swatches.length }, () => chance() * STRAY * dearest)
    : null
  const [to] = startsOf(search, chance)
    .map(start => improved(search, start, stray))
    .reduce((best, each) => (each[1] < best[1] - 1e-9 ? each : best))
  blocks.forEach(({ members }, b) => {
    for (const i of members) targets.set(nodes[i]?.hex ?? '', swatches[to[b] as number]?.id ?? '')
  })
  return targets
}
