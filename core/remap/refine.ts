import type { InkGraph } from './graph'

/* Lightness of inks, refined one by one: as much of the picture as possible is exactly its swatch, and edges are kept. */

/** A lightness difference between two nodes that should stay. */
export interface Constraint {
  one: number
  other: number
  /** By how much the first was lighter; not 0. */
  lighter: number
  /** Cost when the difference is lost, as a fraction of the picture. */
  cost: number
  /** The fraction of the difference below which the loss begins, and at which it is complete. */
  begins: number
  whole: number
}

/** The problem to refine. */
export interface LightnessProblem {
  nodes: InkGraph['nodes']
  /** Lightness of each node's swatch, in [0, 1]. */
  aim: Float64Array
  /** Cost of leaving the swatch for each node, as a fraction of the picture; Infinity where it must not move. */
  price: Float64Array
  constraints: readonly Constraint[]
}

/** A lightness this close to its swatch's is set to it. */
const SNAP = 0.03
/** Cost of the distance from the swatch, as a multiple of price × lightness difference. */
const FAR = 0.8
/** A difference is restored to slightly more than where its loss begins. */
const MARGIN = 1.001
/** Maximum number of passes over all nodes, and over the neighbors of a node set back on its swatch. */
const MAX_PASSES = 5
const MAX_NEIGHBOR_PASSES = 2
/**
 * Number of lost differences, and of nodes off their swatch, that are tried otherwise, the costliest and the largest
 * first.
 */
const MAX_TRIED = 10
/** A smaller gain counts as none. */
const MIN_GAIN = 1e-9
/** Number of constraints of a node, most expensive first, whose lightness it considers and whose other ends adapt to it. */
const MAX_CANDIDATES = 8

/** The cost of one constraint, `left` being the fraction of its difference that is left. */
const lossOf = (left: number, begins: number, whole: number, cost: number): number =>
  left >= begins ? 0 : cost * Math.min(1, (begins - left) / (begins - whole))

/** The constraints of each node in columns: those of node i stand from `from[i]` to `from[i + 1]`, as seen from it. */
const byNode = (count: number, constraints: readonly Constraint[]) => {
  const from = new Int32Array(count + 1)
  for (const { one, other } of constraints) for (const i of [one, other]) from[i + 1] = (from[i + 1] as number) + 1
  for (let i = 0; i < count; i++) from[i + 1] = (from[i + 1] as number) + (from[i] as number)
  const next = from.slice()
  const beside = new Int32Array(constraints.length * 2)
  const [lighter, cost, begins, whole] = Array.from({ length: 4 }, () => new Float64Array(constraints.length * 2)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  const add = (i: number, neighbor: number, difference: number, constraint: Constraint): void => {
    const k = next[i] as number
    next[i] = k + 1
    beside[k] = neighbor
    lighter[k] = difference
    cost[k] = constraint.cost
    begins[k] = constraint.begins
    whole[k] = constraint.whole
  }
  for (const constraint of [...constraints].sort((one, other) => other.cost - one.cost)) {
    add(constraint.one, constraint.other, constraint.lighter, constraint)
    add(constraint.other, constraint.one, -constraint.lighter, constraint)
  }
  return { from, beside, lighter, cost, begins, whole }
}

/**
 * The total cost of some lightness values: nodes that are off their swatch, and differences that are lost.
 */
export const lightnessCost = ({ aim, price, constraints }: LightnessProblem, lights: Float64Array): number => {
  let sum = 0
  for (const { one, other, lighter, cost, begins, whole } of constraints)
    sum += lossOf(((lights[one] as number) - (lights[other] as number)) / lighter, begins, whole, cost)
  for (let i = 0; i < lights.length; i++) {
    const away = Math.abs((lights[i] as number) - (aim[i] as number))
    if (away) sum += (price[i] as number) * (1 + FAR * away)
  }
  return sum
}

/**
 * Lightness of every node, in [0, 1], at a local minimum of `lightnessCost`, starting from `first`. Iterated conditional modes (Besag,
 * On the statistical analysis of dirty pictures, 1986): each node in turn takes the cheapest lightness given its neighbors, either its
 * swatch's or one that just keeps a difference. Then the ends of the costliest lost differences are moved apart, and the largest nodes
 * that are off their swatch set back on it, one by one, with their neighbors adapting; what is no cheaper is undone. Deterministic.
 */
export const refineLightness = (refining: LightnessProblem, first: Float64Array): Float64Array => {
  const { nodes, aim, price, constraints } = refining
  const lights = first.slice()
  const { from, beside, lighter, cost, begins, whole } = byNode(nodes.length, constraints)
  /** The cost of a lightness of a node as its neighbors are; a number of at least `limit` where it is no less. */
  const costAt = (i: number, l: number, limit: number): number => {
    const away = Math.abs(l - (aim[i] as number))
    let sum = away ? (price[i] as number) * (1 + FAR * away) : 0
    const end = from[i + 1] as number
    for (let k = from[i] as number; k < end && sum < limit; k++) {
      const left = (l - (lights[beside[k] as number] as number)) / (lighter[k] as number)
      const start = begins[k] as number
      if (left >= start) continue
      const lost = (start - left) / (start - (whole[k] as number))
      sum += (cost[k] as number) * (lost < 1 ? lost : 1)
    }
    return sum
  }
  /** Moves a node to its cheapest lightness; returns whether it moved. */
  const improve = (i: number): boolean => {
    const now = lights[i] as number
    const own = aim[i] as number
    let best = now
    let lowest = costAt(i, now, Infinity)
    if (lowest <= MIN_GAIN) return false
    const end = Math.min(from[i + 1] as number, (from[i] as number) + MAX_CANDIDATES)
    for (let k = (from[i] as number) - 1; k < end; k++) {
      // the swatch itself first
      const wanted =
        k < (from[i] as number)
          ? own
          : (lights[beside[k] as number] as number) + (lighter[k] as number) * (begins[k] as number) * MARGIN
      const l = Math.abs(wanted - own) < SNAP ? own : wanted < 0 ? 0 : wanted > 1 ? 1 : wanted
      if (l === now || l === best) continue
      const total = costAt(i, l, lowest)
      if (total < lowest - MIN_GAIN) {
        best = l
        lowest = total
      }
    }
    lights[i] = best
    return best !== now
  }
  const movable = nodes.map((_, i) => i).filter(i => Number.isFinite(price[i]))
  movable.sort((one, other) => (price[other] as number) - (price[one] as number) || one - other)
  for (let pass = 0; pass < MAX_PASSES; pass++) if (!movable.filter(improve).length) break

  const neighborsOf = (i: number): number[] => [
    ...new Set(beside.subarray(from[i], Math.min(from[i + 1] as number, (from[i] as number) + MAX_CANDIDATES))),
  ]
  let least = lightnessCost(refining, lights)
  /** Moves a node to a lightness with its neighbors adapting; undone where that is no cheaper. */
  const attempt = (i: number, l: number): void => {
    const before = lights.slice()
    lights[i] = l
    let around = neighborsOf(i)
    for (let pass = 0; pass < MAX_NEIGHBOR_PASSES && around.length; pass++) {
      const moved = around.filter(j => j !== i && Number.isFinite(price[j]) && improve(j))
      around = [...new Set(moved.flatMap(neighborsOf))]
    }
    const total = lightnessCost(refining, lights)
    if (total < least - MIN_GAIN) least = total
    else lights.set(before)
  }
  const lossAt = ({ one, other, lighter: own, cost: loss, begins: start, whole: end }: Constraint): number =>
    lossOf(((lights[one] as number) - (lights[other] as number)) / own, start, end, loss)
  const lost = constraints.map(constraint => [constraint, lossAt(constraint)] as const).filter(([, loss]) => loss > 0)
  lost.sort(([, one], [, other]) => other - one)
  for (const [{ one, other, lighter: own, begins: start }] of lost.slice(0, MAX_TRIED)) {
    const needed = own * start * MARGIN
    if (Number.isFinite(price[one])) attempt(one, Math.min(1, Math.max(0, (lights[other] as number) + needed)))
    if (Number.isFinite(price[other])) attempt(other, Math.min(1, Math.max(0, (lights[one] as number) - needed)))
  }
  for (const i of movable.filter(each => lights[each] !== aim[each]).slice(0, MAX_TRIED)) attempt(i, aim[i] as number)
  return lights
}
