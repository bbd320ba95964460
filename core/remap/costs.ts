import { arc, hexOfRgb, labOf, lchOf, rgbOf, type Lch } from '../color/convert'
import type { InkGraph } from './graph'
import type { MatchSwatch } from './inks'

/* What it costs to send inks to swatches: each for itself, and two beside each other. */

/** What each part of the cost weighs; all are shares of 1: of boundaries, of the picture, of swatches. */
const WEIGHTS = {
  /** Edges that are lost, and those that were strong. */
  edges: 10,
  strong: 30,
  /** Differences that grow, by how much beyond what is hardly seen. */
  raised: 20,
  /** Inks that come out much lighter or darker than they were, in the range of the scheme. */
  value: 3,
  /** Two inks, by the areas of both, of which the lighter becomes the darker, or as light as the other. */
  order: 15,
  level: 0.3,
  hue: 0.35,
  chroma: 0.9,
  /** Inks that have to leave their swatch for an edge to stay. */
  moved: 6,
  /** Where two mix: hues that no swatch has. */
  mixed: 60,
  /** Inks alike that part. */
  parted: 2.5,
} as const

/** The part of a lightness difference that has to stay for an edge to stay the same edge. */
const KEPT = 0.62
/** Lightness differences: one that is an edge, one that is strong, and what has to stay of that. */
const EDGE = 0.1
const STRONG = 0.4
const STRONG_KEPT = 0.26
/** A lack from which an ink leaves its swatch for sure. */
const MOVED = 0.06
/** How near inks are to count as alike. */
const ALIKE = 0.09
/** Areas whose product is less have no say in the order of light. */
const NO_SAY = 1e-5
/** A color of a hue that no swatch has: its chroma and how many degrees it is away. */
const STRANGE = { chroma: 0.035, degrees: 20 } as const

/** Inks that go together, as one: their places in the graph, and what they cover together and in each artwork. */
export interface Block {
  members: number[]
  area: number
  parts: readonly number[]
  lch: Lch
}

/**
 * Pairs of blocks in columns: the first and the second, and what each pair of swatches costs them, a square of the number
 * of swatches for each pair, in which the swatch of the first counts rows.
 */
export interface Pairs {
  count: number
  one: Int32Array
  other: Int32Array
  costs: Float64Array
}

/** By how much a lightness difference has grown, beyond what is hardly seen to have. */
const raisedOf = (was: number, is: number): number => Math.max(0, Math.abs(is) - Math.abs(was) - EDGE)

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

/** How well a block sits on a swatch for itself: block by block what each swatch costs. */
export const fitsOf = (blocks: readonly Block[], swatches: readonly MatchSwatch[]): Float64Array[] => {
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
    Float64Array.from(aims, aim => {
      const hue = (Math.abs(arc(lch.h, aim.h)) / 180) * Math.min(1, Math.min(lch.c, aim.c) / 0.08)
      const chroma = Math.abs(lch.c / vivid - aim.c / strongest) ** 1.5
      const value = Math.abs(place(lch.l) - aim.l) ** 1.5
      return Math.sqrt(area) * area ** 0.25 * (WEIGHTS.value * value + WEIGHTS.hue * hue + WEIGHTS.chroma * chroma)
    }),
  )
}

/** How much of the way from one swatch to another, mixed in sRGB, is of a hue that none has, in [0, 1]; pair by pair. */
const strangeBetween = (swatches: readonly MatchSwatch[]): Float64Array => {
  const count = swatches.length
  const out = new Float64Array(count * count)
  const colors = swatches.map(({ hex }) => rgbOf(hex))
  const hues = swatches.map(({ hex }) => lchOf(hex)).filter(({ c }) => c >= 0.01)
  colors.forEach((one, s) =>
    colors.slice(0, s).forEach((other, t) => {
      const strange = [0.25, 0.5, 0.75].filter(way => {
        const mix = (part: 'r' | 'g' | 'b'): number => one[part] + (other[part] - one[part]) * way
        const { c, h } = lchOf(hexOfRgb(mix('r'), mix('g'), mix('b')))
        return c > STRANGE.chroma && hues.every(hue => Math.abs(arc(hue.h, h)) > STRANGE.degrees)
      })
      out[s * count + t] = out[t * count + s] = strange.length / 3
    }),
  )
  return out
}

/**
 * What pairs of blocks cost, those that touch and those that are like each other or large; what a block beside an ink
 * that is held (by its place, the lightness it has) costs is added to how well it fits.
 */
export const pairsOf = (
  graph: InkGraph,
  blocks: readonly Block[],
  swatches: readonly MatchSwatch[],
  heldAt: ReadonlyMap<number, number>,
  fits: readonly Float64Array[],
): Pairs => {
  const lights = Float64Array.from(swatches, ({ hex }) => labOf(hex).l)
  const count = swatches.length
  const square = count * count
  const most = (blocks.length * (blocks.length - 1)) / 2
  const pairs: Pairs = {
    count: 0,
    one: new Int32Array(most),
    other: new Int32Array(most),
    costs: new Float64Array(most * square),
  }
  const places = new Int32Array(blocks.length * blocks.length).fill(-1)
  /** Where the costs of a pair begin, the lower block being the first. */
  const costsAt = (one: number, other: number): number => {
    const key = one * blocks.length + other
    if ((places[key] as number) < 0) {
      pairs.one[pairs.count] = one
      pairs.other[pairs.count] = other
      places[key] = pairs.count++
    }
    return (places[key] as number) * square
  }
  const edge = (weight: number, was: number, is: number, area: number): number =>
    weight *
      (WEIGHTS.edges * lostOf(was, is) + WEIGHTS.strong * strongLostOf(was, is) + WEIGHTS.raised * raisedOf(was, is)) +
    WEIGHTS.moved * area * Math.min(1, lackOf(was, is) / MOVED)
  const strange = strangeBetween(swatches)
  const blockOf = new Int32Array(graph.nodes.length).fill(-1)
  blocks.forEach(({ members }, b) => {
    for (const i of members) blockOf[i] = b
  })
  const { costs } = pairs
  for (const { one, other, part, mixed, lighter } of graph.edges) {
    const area = Math.min(graph.nodes[one]?.area ?? 0, graph.nodes[other]?.area ?? 0)
    const [a, b] = [blockOf[one] as number, blockOf[other] as number]
    const weight = Math.sqrt(part) * 0.25 + part
    if (a === b) continue
    if (a < 0 || b < 0) {
      const held = heldAt.get(a < 0 ? one : other) ?? 0
      const own = fits[a < 0 ? b : a] as Float64Array
      lights.forEach((l, s) => {
        own[s] = (own[s] as number) + edge(weight, lighter, a < 0 ? held - l : l - held, area)
      })
      continue
    }
    const was = a < b ? lighter : -lighter
    for (let s = 0, k = 0, at = costsAt(Math.min(a, b), Math.max(a, b)); s < count; s++)
      for (let t = 0; t < count; t++, k++, at++)
        costs[at] =
          (costs[at] as number) +
          edge(weight, was, (lights[s] as number) - (lights[t] as number), area) +
          WEIGHTS.mixed * mixed * (strange[k] as number)
  }
  for (let a = 0; a < blocks.length; a++)
    for (let b = a + 1; b < blocks.length; b++) {
      const [one, other] = [blocks[a] as Block, blocks[b] as Block]
      const was = one.lch.l - other.lch.l
      const both = one.area * other.area * Math.min(1, Math.abs(was) / EDGE)
      const hue = Math.abs(arc(one.lch.h, other.lch.h)) * Math.min(1, Math.min(one.lch.c, other.lch.c) / 0.06)
      const apart = Math.hypot(was * 0.5, one.lch.c - other.lch.c, (hue / 180) * 0.4)
      const order = both > NO_SAY ? WEIGHTS.order * both : 0
      const parted = Math.max(0, WEIGHTS.parted * (1 - apart / ALIKE)) * Math.min(one.area, other.area) ** 0.75
      if (!order && !parted) continue
      const sign = Math.sign(was)
      for (let s = 0, at = costsAt(a, b); s < count; s++)
        for (let t = 0; t < count; t++, at++) {
          const is = ((lights[s] as number) - (lights[t] as number)) * sign
          costs[at] =
            (costs[at] as number) + (is > 0 ? 0 : order * (is < 0 ? 1 : WEIGHTS.level)) + (s === t ? 0 : parted)
        }
    }
  return pairs
}
