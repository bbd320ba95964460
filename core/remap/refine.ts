import { clamp } from '#core/math/clamp'
import { indexPairs } from './costs'
import type { InkGraph } from './graph'

/* Lightness of inks, refined one by one: as much of the picture as possible is exactly its swatch, and edges stay. */

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

/** The cost of a constraint of which a difference is left, in the direction of `lighter`. */
const lossOf = ({ lighter, cost, begins, whole }: Constraint, difference: number): number => {
  const left = difference / lighter
  return left >= begins ? 0 : cost * Math.min(1, (begins - left) / (begins - whole))
}

/** The cost of a constraint at some lightness values. */
const lossIn = (constraint: Constraint, lightnesses: Float64Array): number =>
  lossOf(constraint, lightnesses[constraint.one]! - lightnesses[constraint.other]!)

/** The total cost of some lightness values: nodes that are off their swatch, and differences that are lost. */
export const lightnessCost = ({ aim, price, constraints }: LightnessProblem, lightnesses: Float64Array): number => {
  let sum = 0
  for (const constraint of constraints) sum += lossIn(constraint, lightnesses)
  for (let i = 0; i < lightnesses.length; i++) {
    const away = Math.abs(lightnesses[i]! - aim[i]!)
    if (away) sum += price[i]! * (1 + FAR * away)
  }
  return sum
}

/** Lightness values of a problem while they are refined. */
class Refinement {
  readonly lightnesses: Float64Array
  /** Nodes that may move, the most expensive first. */
  readonly movable: number[]
  private readonly constraints: Constraint[]
  private readonly index: ReturnType<typeof indexPairs>
  /** The cost of the values as they are, where they were compared last. */
  private cost = Infinity

  constructor(
    private readonly problem: LightnessProblem,
    first: Float64Array,
  ) {
    const { nodes, price } = problem
    this.lightnesses = first.slice()
    this.constraints = [...problem.constraints].sort((one, other) => other.cost - one.cost)
    this.index = indexPairs(
      nodes.length,
      Int32Array.from(this.constraints, ({ one }) => one),
      Int32Array.from(this.constraints, ({ other }) => other),
      this.constraints.length,
    )
    this.movable = nodes.map((_, i) => i).filter(i => this.isMovable(i))
    this.movable.sort((one, other) => price[other]! - price[one]! || one - other)
  }

  isMovable(i: number): boolean {
    return Number.isFinite(this.problem.price[i])
  }

  /** The place behind the constraints of a node that are looked at one by one. */
  private endOf(i: number): number {
    const { from } = this.index
    return Math.min(from[i + 1]!, from[i]! + MAX_CANDIDATES)
  }

  /** The cost of a lightness of a node as its neighbors are; a number of at least `limit` where it is no less. */
  private costAt(i: number, l: number, limit: number): number {
    const { aim, price } = this.problem
    const { from, pair, beside, first } = this.index
    const away = Math.abs(l - aim[i]!)
    let sum = away ? price[i]! * (1 + FAR * away) : 0
    const end = from[i + 1]!
    for (let k = from[i]!; k < end && sum < limit; k++) {
      const difference = l - this.lightnesses[beside[k]!]!
      sum += lossOf(this.constraints[pair[k]!] as Constraint, first[k] ? difference : -difference)
    }
    return sum
  }

  /** The lightness at which a node just keeps the difference of the constraint at a place. */
  private keeping(k: number): number {
    const { pair, beside, first } = this.index
    const { lighter, begins } = this.constraints[pair[k]!] as Constraint
    return this.lightnesses[beside[k]!]! + (first[k] ? lighter : -lighter) * begins * MARGIN
  }

  /** Moves a node to its cheapest lightness, its swatch's or one that keeps a difference; returns whether it moved. */
  improve(i: number): boolean {
    const now = this.lightnesses[i]!
    const own = this.problem.aim[i]!
    const start = this.index.from[i]!
    let best = now
    let lowest = this.costAt(i, now, Infinity)
    if (lowest <= MIN_GAIN) return false
    for (let k = start - 1, end = this.endOf(i); k < end; k++) {
      const wanted = k < start ? own : this.keeping(k)
      const l = Math.abs(wanted - own) < SNAP ? own : clamp(wanted, 0, 1)
      if (l === now || l === best) continue
      const total = this.costAt(i, l, lowest)
      if (total < lowest - MIN_GAIN) {
        best = l
        lowest = total
      }
    }
    this.lightnesses[i] = best
    return best !== now
  }

  private neighborsOf(i: number): number[] {
    return [...new Set(this.index.beside.subarray(this.index.from[i], this.endOf(i)))]
  }

  /** Moves a node to a lightness with its neighbors adapting; undone where that is no cheaper. */
  attempt(i: number, l: number): void {
    const { problem, lightnesses } = this
    if (this.cost === Infinity) this.cost = lightnessCost(problem, lightnesses)
    const before = lightnesses.slice()
    lightnesses[i] = l
    let around = this.neighborsOf(i)
    for (let pass = 0; pass < MAX_NEIGHBOR_PASSES && around.length; pass++) {
      const moved = around.filter(j => j !== i && this.isMovable(j) && this.improve(j))
      around = [...new Set(moved.flatMap(each => this.neighborsOf(each)))]
    }
    const total = lightnessCost(problem, lightnesses)
    if (total < this.cost - MIN_GAIN) this.cost = total
    else lightnesses.set(before)
  }
}

/**
 * Lightness of every node, in [0, 1], at a local minimum of `lightnessCost`, starting from `first`. Iterated conditional modes (Besag,
 * On the statistical analysis of dirty pictures, 1986): each node in turn takes the cheapest lightness given its neighbors, either its
 * swatch's or one that just keeps a difference. Then the ends of the costliest lost differences are moved apart, and the largest nodes
 * that are off their swatch set back on it, one by one, with their neighbors adapting; what is no cheaper is undone. Deterministic.
 */
export const refineLightness = (problem: LightnessProblem, first: Float64Array): Float64Array => {
  const refinement = new Refinement(problem, first)
  const { lightnesses, movable } = refinement
  for (let pass = 0; pass < MAX_PASSES; pass++) if (!movable.filter(i => refinement.improve(i)).length) break
  const lost = problem.constraints
    .map(constraint => ({ ...constraint, loss: lossIn(constraint, lightnesses) }))
    .filter(({ loss }) => loss > 0)
    .sort((one, other) => other.loss - one.loss)
  for (const { one, other, lighter, begins } of lost.slice(0, MAX_TRIED)) {
    const needed = lighter * begins * MARGIN
    if (refinement.isMovable(one)) refinement.attempt(one, clamp(lightnesses[other]! + needed, 0, 1))
    if (refinement.isMovable(other)) refinement.attempt(other, clamp(lightnesses[one]! - needed, 0, 1))
  }
  const { aim } = problem
  for (const i of movable.filter(each => lightnesses[each] !== aim[each]).slice(0, MAX_TRIED))
    refinement.attempt(i, aim[i]!)
  return lightnesses
}
