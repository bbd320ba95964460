import { labOf, type Hex, type Lab } from '#core/color/convert'
import { DISTINCT_PART, distinctPart } from './costs'
import { apartOf, CONTRAST, type Edge, type InkGraph, type Node } from './graph'
import type { Constraint } from './refine'

/* Lightness differences that should stay at rest, and what it costs to lose them. */

/** The wanted color of each node before the hold: the swatch it goes to, or the color it has in any case. */
export interface Wanted {
  hex: Hex
  /** A node that is not moved: left as is, or shaded in another way. */
  fixed: boolean
  /** A node that was chosen to be its swatch before all others. */
  leads?: boolean
}

/** A lightness difference below this is no edge. */
export const SEEN = 0.02
/** A strong edge, as letters have. */
export const STRONG_FROM = 0.35
/**
 * Cost of losing all edges, as a fraction of the picture, and the fraction left of an edge at which its loss begins
 * and is whole.
 */
const LOST = { cost: 0.9, begins: 0.62, whole: 0.5 } as const
/** The same of strong edges; they count as edges, too. */
const STRONG_LOST = { cost: 10, begins: 0.35, whole: 0.25 } as const
/** The same of what is hardly an edge, all together. */
const STEP_LOST = { cost: 0.3, begins: 0.3, whole: 0.1 } as const
/** The same of steps of shading, each by the area of the smaller side. */
const KIN_LOST = { cost: 0.6, begins: 0.3, whole: 0.1 } as const
/**
 * The same of inks that only hue distinguished and that come out alike, all together: how far apart in lightness they are to be, and
 * what fraction of that has to stay.
 */
const DISTINCT_LOST = { cost: 2.5, begins: 1, whole: 0.85 } as const
const DISTINCT_STEP = 0.07
/** The same of the order of lightness of any two inks, all together, by the product of their areas. */
const ORDER_LOST = { cost: 0.5, begins: 0.3, whole: 0 } as const
/** Maximum number of pairs that are looked at wherever they lie, the largest first. */
const MAX_PAIRS = 100
/** Only so many inks, the largest, are compared wherever they lie. */
const MAX_COMPARED = 96
/**
 * Maximum distance in hue and chroma of inks that are kin, among how many next darker ones they are looked for, and
 * what it weighs.
 */
const KIN = 0.05
const KIN_LOOKED_AT = 12
const KIN_PART = 1
/** A step of shading that is to be seen. */
const KIN_STEP = 0.05

/**
 * Lighter and darker versions of one hue that go to one swatch, each with the next: steps of shading, which stay in
 * order and apart also where they do not touch.
 */
export const kinOf = (nodes: InkGraph['nodes'], wanted: readonly Wanted[]): Edge[] => {
  const bySwatch = new Map<Hex, number[]>()
  const rising = nodes.map((_, i) => i).sort((one, other) => (nodes[one]?.lab.l ?? 0) - (nodes[other]?.lab.l ?? 0))
  const found: Edge[] = []
  for (const i of rising) {
    const [node, want] = [nodes[i], wanted[i]]
    if (!node || !want || want.fixed) continue
    const darker = bySwatch.get(want.hex) ?? []
    bySwatch.set(want.hex, darker)
    for (let k = darker.length - 1; k >= Math.max(0, darker.length - KIN_LOOKED_AT); k--) {
      const last = nodes[darker[k]!]
      if (!last || apartOf(last.lab, node.lab) > KIN) continue
      const lighter = node.lab.l - last.lab.l
      if (lighter >= KIN_STEP) found.push({ one: i, other: darker[k]!, part: KIN_PART, mixed: 0, lighter })
      break
    }
    darker.push(i)
  }
  return found
}

/** A function of a graph whose results are cached as long as their graph: a drag asks for them again with every move. */
const perGraph = <Result>(find: (graph: InkGraph) => Result): ((graph: InkGraph) => Result) => {
  const known = new WeakMap<InkGraph, { result: Result }>()
  return graph => {
    const entry = known.get(graph) ?? { result: find(graph) }
    known.set(graph, entry)
    return entry.result
  }
}

/**
 * Pairs of the largest inks, with the weight `weigh` gives them, where that is not 0: the weightiest first, and the
 * sum of all.
 */
const weighedPairs = (
  { nodes }: InkGraph,
  weigh: (one: Node, other: Node) => number,
): { pairs: Array<readonly [one: number, other: number, weight: number]>; total: number } => {
  const places = nodes.map((_, i) => i)
  const largest =
    nodes.length > MAX_COMPARED
      ? places.sort((i, j) => (nodes[j] as Node).area - (nodes[i] as Node).area || i - j).slice(0, MAX_COMPARED)
      : places
  const pairs: Array<readonly [one: number, other: number, weight: number]> = []
  let total = 0
  for (const [rank, i] of largest.entries())
    for (const j of largest.slice(0, rank)) {
      const weight = weigh(nodes[i] as Node, nodes[j] as Node)
      if (!weight) continue
      total += weight
      pairs.push([i, j, weight])
    }
  return { pairs: pairs.sort(([, , one], [, , other]) => other - one), total }
}

/** Pairs of inks that hue alone tells apart. */
const distinctPairs = perGraph(graph => weighedPairs(graph, distinctPart))

/**
 * Inks that only hue distinguished and that go to swatches that only lightness distinguishes, with what that
 * costs.
 */
export const distinctConstraints = (graph: InkGraph, wanted: readonly Wanted[]): Constraint[] => {
  const labs = wanted.map(({ hex }) => labOf(hex))
  const { pairs, total } = distinctPairs(graph)
  return pairs
    .filter(([i, j]) => apartOf(labs[i] as Lab, labs[j] as Lab) < DISTINCT_STEP)
    .slice(0, MAX_PAIRS)
    .map(([one, other, part]) => {
      const now = (labs[one] as Lab).l - (labs[other] as Lab).l
      const was = (graph.nodes[one] as Node).lab.l - (graph.nodes[other] as Node).lab.l
      const lighter = Math.sign(now || was || 1) * DISTINCT_STEP
      return { one, other, lighter, ...DISTINCT_LOST, cost: (DISTINCT_LOST.cost * part) / (total + DISTINCT_PART) }
    })
}

/** Constraints that keep lighter inks lighter, wherever they lie, as far as their areas count. */
export const orderConstraints = perGraph((graph): Constraint[] => {
  const lighterBy = (one: Node, other: Node): number => one.lab.l - other.lab.l
  const { pairs, total } = weighedPairs(graph, (one, other) =>
    Math.abs(lighterBy(one, other)) < CONTRAST.edge ? 0 : one.area * other.area,
  )
  return pairs.slice(0, MAX_PAIRS).map(([one, other, part]) => ({
    one,
    other,
    lighter: lighterBy(graph.nodes[one] as Node, graph.nodes[other] as Node),
    ...ORDER_LOST,
    cost: (ORDER_LOST.cost * part) / total,
  }))
})

/** Constraints that keep the differences of inks that touch. */
export const edgeConstraints = perGraph(({ edges }): Constraint[] => {
  const lengthOf = (from: number, to: number): number =>
    edges.reduce((sum, { part, lighter }) => sum + (Math.abs(lighter) >= from && Math.abs(lighter) < to ? part : 0), 0)
  const all = lengthOf(CONTRAST.edge, Infinity)
  const strong = lengthOf(STRONG_FROM, Infinity)
  const small = lengthOf(SEEN, CONTRAST.edge)
  const found: Constraint[] = []
  for (const { one, other, part, lighter } of edges) {
    const own = Math.abs(lighter)
    const share = own < SEEN ? 0 : part
    if (own >= CONTRAST.edge) found.push({ one, other, lighter, ...LOST, cost: (LOST.cost * share) / all })
    else if (share)
      found.push({ one, other, lighter, ...STEP_LOST, cost: (STEP_LOST.cost * share * own) / CONTRAST.edge / small })
    if (own >= STRONG_FROM)
      found.push({
        one,
        other,
        lighter,
        cost: (STRONG_LOST.cost * share) / strong,
        begins: STRONG_LOST.begins / own,
        whole: STRONG_LOST.whole / own,
      })
  }
  return found
})

/** Constraints that keep steps of shading, by the area of the smaller side. */
export const stepConstraints = (nodes: InkGraph['nodes'], steps: readonly Edge[]): Constraint[] =>
  steps.map(({ one, other, lighter }) => ({
    one,
    other,
    lighter,
    ...KIN_LOST,
    cost: KIN_LOST.cost * Math.min(nodes[one]?.area ?? 0, nodes[other]?.area ?? 0),
  }))
