import { arc, hexOfRgb, labOf, lchOf, rgbOf, type Lab, type Lch } from '#core/color/convert'
import { labDistance } from '#core/color/difference'
import { apartOf, CONTRAST, type InkGraph } from './graph'
import type { MatchSwatch } from './inks'

/* Costs of sending inks to swatches: each for itself, and two beside each other. */

/** The weight of each part of the cost; all are shares of 1: of boundaries, of the picture, of swatches. */
const WEIGHTS = {
  /** Edges that are lost, and those that were strong. */
  edges: 24,
  strong: 48,
  /** Differences that grow, by how much beyond what is hardly seen. */
  raised: 20,
  /** Inks that come out much lighter or darker than they were, in the range of the scheme. */
  value: 10,
  /** Two inks, by the areas of both, of which the lighter becomes the darker, or as light as the other. */
  order: 15,
  level: 0.3,
  /** Inks that turn in hue, at the rest position of the hues, and become more or less colorful. */
  hue: 6,
  chroma: 1.8,
  /** Inks that have to leave their swatch for an edge to stay. */
  moved: 14,
  /** Two inks that hue alone tells apart, wherever they lie, of which nothing tells apart what they become. */
  distinct: 90,
  /** Where two mix: hues that no swatch has. */
  mixed: 200,
  /** Where two only touch: the same in the pixels between them. */
  fringe: 8,
  /** Where two mix: that they come out of hues or chromas much farther apart than they were. */
  seam: 250,
  /** Inks alike that part. */
  parted: 2.5,
} as const

/** The part of a lightness difference that has to stay for an edge to stay the same edge. */
const MIN_KEPT = 0.62
/** Minimum lightness difference left of a strong edge. */
const STRONG_KEPT = 0.26
/** A lack from which an ink leaves its swatch for sure. */
const MOVED = 0.06
/** Maximum distance of inks that count as alike. */
const ALIKE = 0.09
/** Areas whose product is less have no say in the order of light. */
const NO_SAY = 1e-5
/** Factor by which the distance of two inks may grow where they mix. */
const SEAM = 1.3
/** Maximum distance in ΔEOK of two that touch and pass into each other as if they were mixed. */
const NEARLY = 0.2
/** A color of a hue that no swatch has: its chroma and how many degrees it is away. */
const STRANGE = { chroma: 0.035, degrees: 20 } as const

/**
 * Two inks that hue tells apart: from where to where of their distance in hue and chroma, and of the room that their difference in
 * lightness leaves below what tells them apart by itself. And how near two colors are, in ΔEOK, that nothing tells apart, and nearly.
 */
const DISTINCT = { apart: [0.09, 0.14], lightness: [0.22, 0.3], near: [0.05, 0.1] } as const
/** Inks that hue tells apart count whole where their pairs make up so much of all pairs of pixels. */
export const DISTINCT_PART = 0.01

/** Inks that go together, as one: their places in the graph, and what they cover together and in each artwork. */
export interface Block {
  members: number[]
  area: number
  parts: readonly number[]
  lab: Lab
  lch: Lch
}

/**
 * Pairs of blocks in columns: what each pair of swatches costs them, a square of the number of swatches for each pair, in
 * which the swatch of its first block counts rows. And block by block, from `from[b]` to `from[b + 1]`, its pairs: which,
 * the other block, and whether it is the first of the two.
 */
export interface PairCosts {
  costs: Float64Array
  from: Int32Array
  pair: Int32Array
  beside: Int32Array
  first: Uint8Array
}

/**
 * The pairs of every block, or node, each pair standing with both of its ends: in columns, those of the b-th from `from[b]` to
 * `from[b + 1]`, in the order given.
 */
export const indexPairs = (
  blocks: number,
  one: Int32Array,
  other: Int32Array,
  count: number,
): Omit<PairCosts, 'costs'> => {
  const from = new Int32Array(blocks + 1)
  for (let p = 0; p < count; p++) for (const b of [one[p]!, other[p]!]) from[b + 1]! += 1
  for (let b = 0; b < blocks; b++) from[b + 1]! += from[b]!
  const next = from.slice()
  const found = { pair: new Int32Array(count * 2), beside: new Int32Array(count * 2), first: new Uint8Array(count * 2) }
  const put = (p: number, b: number, beside: number, first: number): void => {
    const place = next[b]!
    next[b] = place + 1
    found.pair[place] = p
    found.beside[place] = beside
    found.first[place] = first
  }
  for (let p = 0; p < count; p++) {
    put(p, one[p]!, other[p]!, 1)
    put(p, other[p]!, one[p]!, 0)
  }
  return { from, ...found }
}

/**
 * Adds to each of some lightness differences, one that was being known, what an edge of a weight costs that has it now,
 * whose smaller side covers an area.
 */
const addEdge = (
  to: Float64Array,
  differences: Float64Array,
  { was, weight, area }: { was: number; weight: number; area: number },
): void => {
  const [sign, own] = [was < 0 ? -1 : 1, Math.abs(was)]
  const enough = MIN_KEPT * own
  const lost = own < 1e-6 ? 0 : (weight * WEIGHTS.edges * Math.min(1, own / CONTRAST.edge)) / (own * own)
  const strong = own < CONTRAST.strong * 0.8 ? 0 : weight * WEIGHTS.strong
  const moved = own < CONTRAST.edge * 0.8 ? 0 : WEIGHTS.moved * area
  const raised = weight * WEIGHTS.raised
  for (let k = 0; k < differences.length; k++) {
    const is = differences[k]! * sign
    const size = is < 0 ? -is : is
    let cost = to[k]!
    if (is < enough) {
      const lack = enough - is
      cost += lost * lack * lack + moved * (lack < MOVED ? lack / MOVED : 1)
    }
    if (size < STRONG_KEPT) cost += strong * (1 - size / STRONG_KEPT)
    if (size > own + CONTRAST.edge) cost += raised * (size - own - CONTRAST.edge)
    to[k] = cost
  }
}

/** The position of a value on the way from one to another, in [0, 1]. */
const along = (value: number, [from, to]: readonly [from: number, to: number]): number =>
  Math.min(1, Math.max(0, (value - from) / (to - from)))

/**
 * The fraction of all pairs of pixels that are of two blocks that hue tells apart, weighed by how surely only hue
 * does.
 */
export const distinctPart = (one: Pick<Block, 'lab' | 'area'>, other: Pick<Block, 'lab' | 'area'>): number => {
  const apart = along(apartOf(one.lab, other.lab), DISTINCT.apart)
  return apart && apart * (1 - along(Math.abs(one.lab.l - other.lab.l), DISTINCT.lightness)) * one.area * other.area
}

/**
 * Cost of each swatch for each block by itself. `hues` weighs by how much hues turn: 0 not at
 * all, 1 as at the rest position.
 */
export const fitsOf = (blocks: readonly Block[], swatches: readonly MatchSwatch[], hues: number): Float64Array[] => {
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
      return (
        Math.sqrt(area) * area ** 0.25 * (WEIGHTS.value * value + WEIGHTS.hue * hues * hue + WEIGHTS.chroma * chroma)
      )
    }),
  )
}

/**
 * The fraction of the way from one swatch to another that, mixed in sRGB, is of a hue that none has, in [0, 1]; pair
 * by pair.
 */
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

/** The costs of pairs of blocks as they are added up: a square of the number of swatches for each pair that has any. */
class PairTable {
  readonly square: number
  /** Differences in lightness between the swatches, row by row. */
  readonly differences: Float64Array
  private readonly costs: Float64Array
  private readonly ones: Int32Array
  private readonly others: Int32Array
  private readonly places: Int32Array
  private pairs = 0

  constructor(
    private readonly blocks: number,
    labs: readonly Lab[],
  ) {
    this.square = labs.length * labs.length
    this.differences = Float64Array.from(labs.flatMap(one => labs.map(other => one.l - other.l)))
    const max = (blocks * (blocks - 1)) / 2
    this.costs = new Float64Array(max * this.square)
    this.ones = new Int32Array(max)
    this.others = new Int32Array(max)
    this.places = new Int32Array(blocks * blocks).fill(-1)
  }

  /** The costs of a pair of blocks, of which the lower is the first, to be added to. */
  costsOf(one: number, other: number): Float64Array {
    const [first, second] = one < other ? [one, other] : [other, one]
    const key = first * this.blocks + second
    if (this.places[key]! < 0) {
      this.ones[this.pairs] = first
      this.others[this.pairs] = second
      this.places[key] = this.pairs++
    }
    const at = this.places[key]! * this.square
    return this.costs.subarray(at, at + this.square)
  }

  finish(): PairCosts {
    return { costs: this.costs, ...indexPairs(this.blocks, this.ones, this.others, this.pairs) }
  }
}

/** Adds what edges cost: contrast that is lost or raised, and hues that no swatch has where two mix. */
const addEdges = (
  table: PairTable,
  graph: InkGraph,
  blocks: readonly Block[],
  swatches: readonly MatchSwatch[],
  labs: readonly Lab[],
  heldAt: ReadonlyMap<number, number>,
  fits: readonly Float64Array[],
): void => {
  const strange = strangeBetween(swatches)
  const between = Float64Array.from(labs.flatMap(one => labs.map(other => apartOf(one, other))))
  const blockOf = new Int32Array(graph.nodes.length).fill(-1)
  blocks.forEach(({ members }, b) => {
    for (const i of members) blockOf[i] = b
  })
  for (const { one, other, part, mixed, lighter } of graph.edges) {
    const [a, b] = [blockOf[one]!, blockOf[other]!]
    if (a === b) continue
    const area = Math.min(graph.nodes[one]?.area ?? 0, graph.nodes[other]?.area ?? 0)
    const weight = Math.sqrt(part) * 0.25 + part
    if (a < 0 || b < 0) {
      const fixedLightness = heldAt.get(a < 0 ? one : other) ?? 0
      const from = Float64Array.from(labs, ({ l }) => l - fixedLightness)
      addEdge(fits[a < 0 ? b : a]!, from, { was: a < 0 ? -lighter : lighter, weight, area })
      continue
    }
    const costs = table.costsOf(a, b)
    addEdge(costs, table.differences, { was: a < b ? lighter : -lighter, weight, area })
    const [here, there] = [graph.nodes[one]?.lab, graph.nodes[other]?.lab]
    const own = here && there ? apartOf(here, there) : 0
    const blend = mixed + part * Math.max(0, 1 - Math.hypot(own, lighter) / NEARLY)
    const odd = WEIGHTS.mixed * mixed + WEIGHTS.fringe * part
    for (let k = 0; k < costs.length; k++)
      costs[k] = costs[k]! + odd * strange[k]! + WEIGHTS.seam * blend * Math.max(0, between[k]! - own * SEAM)
  }
}

/** Adds what it costs that two blocks that only hue distinguishes become alike, wherever they lie. */
const addDistinct = (table: PairTable, blocks: readonly Block[], labs: readonly Lab[]): void => {
  const near = Float64Array.from(
    labs.flatMap(one => labs.map(other => 1 - along(labDistance(one, other), DISTINCT.near))),
  )
  const distinct: Array<[one: number, other: number, part: number]> = []
  let all = DISTINCT_PART
  for (let a = 0; a < blocks.length; a++)
    for (let b = a + 1; b < blocks.length; b++) {
      const part = distinctPart(blocks[a]!, blocks[b]!)
      if (!part) continue
      distinct.push([a, b, part])
      all += part
    }
  for (const [a, b, part] of distinct) {
    const costs = table.costsOf(a, b)
    for (let k = 0; k < costs.length; k++) costs[k]! += ((WEIGHTS.distinct * part) / all) * near[k]!
  }
}

/** Adds what it costs that of two blocks the lighter becomes the darker, and that blocks alike part. */
const addOrder = (table: PairTable, blocks: readonly Block[], count: number): void => {
  for (let a = 0; a < blocks.length; a++)
    for (let b = a + 1; b < blocks.length; b++) {
      const [one, other] = [blocks[a]!, blocks[b]!]
      const was = one.lch.l - other.lch.l
      const both = one.area * other.area * Math.min(1, Math.abs(was) / CONTRAST.edge)
      const hue = Math.abs(arc(one.lch.h, other.lch.h)) * Math.min(1, Math.min(one.lch.c, other.lch.c) / 0.06)
      const apart = Math.hypot(was * 0.5, one.lch.c - other.lch.c, (hue / 180) * 0.4)
      const order = both > NO_SAY ? WEIGHTS.order * both : 0
      const parted = Math.max(0, WEIGHTS.parted * (1 - apart / ALIKE)) * Math.min(one.area, other.area) ** 0.75
      if (!order && !parted) continue
      const sign = Math.sign(was)
      const level = order * WEIGHTS.level
      const costs = table.costsOf(a, b)
      for (let k = 0; k < costs.length; k++) {
        const is = table.differences[k]! * sign
        costs[k] = costs[k]! + parted + (is > 0 ? 0 : is < 0 ? order : level)
      }
      for (let s = 0; s < costs.length; s += count + 1) costs[s]! -= parted
    }
}

/**
 * The costs of pairs of blocks, those that touch and those that are like each other or large; what a block beside an ink
 * sent by hand (by its place, the lightness it has) costs is added to how well it fits.
 */
export const pairsOf = (
  graph: InkGraph,
  blocks: readonly Block[],
  swatches: readonly MatchSwatch[],
  heldAt: ReadonlyMap<number, number>,
  fits: readonly Float64Array[],
): PairCosts => {
  const labs = swatches.map(({ hex }) => labOf(hex))
  const table = new PairTable(blocks.length, labs)
  addEdges(table, graph, blocks, swatches, labs, heldAt, fits)
  addDistinct(table, blocks, labs)
  addOrder(table, blocks, swatches.length)
  return table.finish()
}
