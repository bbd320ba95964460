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

/** Two blocks, and what each pair of swatches costs them: the swatch of the first counts rows. */
export interface Pair {
  one: number
  other: number
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
): Pair[] => {
  const lights = swatches.map(({ hex }) => labOf(hex).l)
  const count = swatches.length
  const strange = strangeBetween(swatches)
  const blockOf = new Map(blocks.flatMap(({ members }, b) => members.map(i => [i, b] as const)))
  const found = new Map<number, Pair>()
  const add = (one: number, other: number, costOf: (s: number, t: number) => number): void => {
    const key = one * blocks.length + other
    const pair = found.get(key) ?? { one, other, costs: new Float64Array(count * count) }
    found.set(key, pair)
    for (let s = 0, i = 0; s < count; s++)
      for (let t = 0; t < count; t++, i++) pair.costs[i] = (pair.costs[i] as number) + costOf(s, t)
  }
  const edge = (weight: number, was: number, is: number, area: number): number =>
    weight *
      (WEIGHTS.edges * lostOf(was, is) + WEIGHTS.strong * strongLostOf(was, is) + WEIGHTS.raised * raisedOf(was, is)) +
    WEIGHTS.moved * area * Math.min(1, lackOf(was, is) / MOVED)
  for (const { one, other, part, mixed, lighter } of graph.edges) {
    const area = Math.min(graph.nodes[one]?.area ?? 0, graph.nodes[other]?.area ?? 0)
    const [a, b] = [blockOf.get(one), blockOf.get(other)]
    const weight = Math.sqrt(part) * 0.25 + part
    if (a === undefined && b === undefined) continue
    if (a === undefined || b === undefined) {
      const held = heldAt.get(a === undefined ? one : other) ?? 0
      const own = fits[(a ?? b) as number] as Float64Array
      lights.forEach((l, s) => {
        own[s] = (own[s] as number) + edge(weight, lighter, a === undefined ? held - l : l - held, area)
      })
    } else if (a !== b) {
      const was = a < b ? lighter : -lighter
      add(
        Math.min(a, b),
        Math.max(a, b),
        (s, t) =>
          edge(weight, was, (lights[s] as number) - (lights[t] as number), area) +
          WEIGHTS.mixed * mixed * (strange[s * count + t] as number),
      )
    }
  }
  blocks.forEach((one, a) => {
    for (let b = a + 1; b < blocks.length; b++) {
      const other = blocks[b] as Block
      const was = one.lch.l - other.lch.l
      const both = one.area * other.area * Math.min(1, Math.abs(was) / EDGE)
      if (both > NO_SAY)
        add(a, b, (s, t) => {
          const is = ((lights[s] as number) - (lights[t] as number)) * Math.sign(was)
          return is > 0 ? 0 : WEIGHTS.order * both * (is < 0 ? 1 : WEIGHTS.level)
        })
      const hue = Math.abs(arc(one.lch.h, other.lch.h)) * Math.min(1, Math.min(one.lch.c, other.lch.c) / 0.06)
      const apart = Math.hypot(was * 0.5, one.lch.c - other.lch.c, (hue / 180) * 0.4)
      const parted = WEIGHTS.parted * (1 - apart / ALIKE) * Math.min(one.area, other.area) ** 0.75
      if (apart < ALIKE) add(a, b, (s, t) => (s === t ? 0 : parted))
    }
  })
  return [...found.values()]
}
