import { hexOfLch, lchOf, type Hex, type Lch } from '#core/color/convert'
import {
  distinctConstraints,
  edgeConstraints,
  kinOf,
  orderConstraints,
  SEEN,
  stepConstraints,
  STRONG_FROM,
  type Wanted,
} from './constraints'
import type { Edge, InkGraph } from './graph'
import { refineLightness } from './refine'
import { solveScreened, type ScreenedSystem } from './screenedPoisson'

/** The hold: 1 where every ink is its swatch exactly, 0 where the picture keeps its own light. */
export const HOLD = { min: 0, max: 1, rest: 0.5 } as const

/**
 * The fraction of a lightness difference that has to stay at rest: of an edge more than the half by which the eye knows it again
 * (its pixels mix in sRGB, darker than they look), of what is hardly an edge so much that steps stay apart.
 */
const MIN_KEPT = { step: 0.25, edge: 0.59 } as const
/** From where to where a difference of lightness turns from a step to an edge. */
const STEP = { from: 0.08, to: 0.12 } as const
/** The difference a strong edge keeps so that letters can be read, about 3:1, and the factor of its pull. */
const STRONG = { keeps: 0.38, pull: 4 } as const
const minDifference = (difference: number): number => {
  const part = Math.min(1, Math.max(0, (difference - STEP.from) / (STEP.to - STEP.from)))
  const enough = (MIN_KEPT.step + (MIN_KEPT.edge - MIN_KEPT.step) * part) * difference
  return difference >= STRONG_FROM ? Math.max(enough, Math.min(difference, STRONG.keeps)) : enough
}
/** The weight of what touches against that of being the swatch. */
const PULL = 200
/** The remaining weight of being the swatch where the picture keeps its own light: it places the whole. */
const ANCHOR = 1e-4
/** Below this a move counts in proportion to its square. */
const SOFT = 0.01
/** Softness of moves at first, and the factor that sharpens it each round. */
const FIRST_SOFT = 0.5
const SHARPER = 0.45
const ROUNDS = 6
/** The weight of what is not moved. */
const STILL = 1e4
/** Edges that constrain lightness, in columns: the least and the most each difference is to be, and how strongly it pulls. */
interface Limits {
  one: Int32Array
  other: Int32Array
  min: Float64Array
  max: Float64Array
  pull: Float64Array
}

/** Limits of edges; `limitOf` says the least and the most a positive difference is to be, by what it was. */
const limitsOf = (
  edges: readonly Edge[],
  wanted: readonly Wanted[],
  limitOf: (own: number) => readonly [min: number, max: number],
): Limits => {
  const limited = edges.filter(
    ({ one, other, lighter }) => Math.abs(lighter) >= SEEN && !(wanted[one]?.fixed && wanted[other]?.fixed),
  )
  const limits = {
    one: new Int32Array(limited.length),
    other: new Int32Array(limited.length),
    min: new Float64Array(limited.length),
    max: new Float64Array(limited.length),
    pull: new Float64Array(limited.length),
  }
  limited.forEach(({ one, other, part, lighter }, e) => {
    const [min, max] = limitOf(Math.abs(lighter))
    limits.one[e] = lighter < 0 ? other : one
    limits.other[e] = lighter < 0 ? one : other
    limits.min[e] = min
    limits.max[e] = max
    limits.pull[e] = PULL * Math.sqrt(part) * (Math.abs(lighter) >= STRONG_FROM ? STRONG.pull : 1)
  })
  return limits
}

/**
 * The lightness of every node so that differences come within their limits: those that do not pull their two ends, the smaller one
 * further. Moves count by area and the root of their length, what a difference lacks by its square; solved by reweighting a screened
 * Poisson equation.
 */
const solveLightness = (
  wanted: readonly Wanted[],
  aim: Float64Array,
  dear: Float64Array,
  limits: Limits,
): Float64Array => {
  const system: ScreenedSystem = {
    weight: new Float64Array(aim.length),
    aim: new Float64Array(aim.length),
    count: 0,
    one: new Int32Array(limits.one.length),
    other: new Int32Array(limits.one.length),
    pull: new Float64Array(limits.one.length),
    difference: new Float64Array(limits.one.length),
  }
  /** Makes the edges that lack something, or have too much, the edges of the system. */
  const tie = (lightnesses: Float64Array): void => {
    const { one, other, min, max, pull } = limits
    let count = 0
    for (let e = 0; e < one.length; e++) {
      const a = one[e]!
      const b = other[e]!
      const now = lightnesses[a]! - lightnesses[b]!
      if (now >= min[e]! && now <= max[e]!) continue
      system.one[count] = a
      system.other[count] = b
      system.pull[count] = pull[e]!
      system.difference[count++] = (now < min[e]! ? min[e] : max[e]) as number
    }
    system.count = count
  }
  let lightnesses = aim
  for (let round = 0; round < ROUNDS; round++) {
    const soft = Math.max(SOFT, FIRST_SOFT * SHARPER ** round)
    tie(lightnesses)
    if (!system.count) break
    for (let i = 0; i < aim.length; i++) {
      const l = lightnesses[i]!
      const wall = l <= 0 || l >= 1 // black and white are walls
      const still = wanted[i]?.fixed === true
      const off = Math.max(soft, Math.abs(l - aim[i]!))
      system.aim[i] = wall && !still ? Math.round(l) : aim[i]!
      system.weight[i] = still || wall ? STILL : dear[i]! / (off * Math.sqrt(off))
    }
    const next = solveScreened(system, lightnesses, 1e-9)
    let moved = 0
    for (let i = 0; i < next.length; i++) moved = Math.max(moved, Math.abs(next[i]! - lightnesses[i]!))
    lightnesses = next
    if (moved < 1e-3 && soft <= SOFT) break
  }
  return lightnesses.map(l => Math.min(1, Math.max(0, l)))
}

/** The lightness of every node at rest: on its swatch where that is possible, and where an edge needs it, off it. */
const lightnessAtRest = (graph: InkGraph, wanted: readonly Wanted[], aim: Float64Array): Float64Array => {
  const { nodes } = graph
  const steps = kinOf(nodes, wanted)
  const dear = Float64Array.from(nodes, ({ area }, i) => (wanted[i]?.leads ? 1 : area))
  const limits = limitsOf([...graph.edges, ...steps], wanted, own => [minDifference(own), Infinity])
  return refineLightness(
    {
      nodes,
      aim,
      price: dear.map((price, i) => (wanted[i]?.fixed ? Infinity : price)),
      constraints: [
        ...edgeConstraints(graph),
        ...stepConstraints(nodes, steps),
        ...distinctConstraints(graph, wanted),
        ...orderConstraints(graph),
      ],
    },
    solveLightness(wanted, aim, dear, limits),
  )
}

/** The lightness of every node where the picture keeps its own light, as near to the swatches as that lets it. */
const ownLightness = (graph: InkGraph, wanted: readonly Wanted[], aim: Float64Array): Float64Array =>
  solveLightness(
    wanted,
    aim,
    Float64Array.from(graph.nodes, ({ area }, i) => ANCHOR * (wanted[i]?.leads ? 1 : area)),
    limitsOf(graph.edges, wanted, own => [own, own]),
  )

/**
 * The lightness of every node at a hold in [0, 1]: at 1 that of its swatch; at rest that, but where an edge needs another; at 0 the
 * picture's own, moved as a whole. Between these it passes from one to the next.
 */
export const heldLightness = (graph: InkGraph, wanted: readonly Wanted[], hold: number): Float64Array => {
  const aim = Float64Array.from(wanted, ({ hex }) => lchOf(hex).l)
  if (hold >= HOLD.max) return aim
  const own = hold < HOLD.rest ? ownLightness(graph, wanted, aim) : aim
  if (hold <= HOLD.min) return own
  const rest = lightnessAtRest(graph, wanted, aim)
  const way = hold < HOLD.rest ? 1 - hold / HOLD.rest : (hold - HOLD.rest) / (HOLD.max - HOLD.rest)
  return rest.map((l, i) => l + (own[i]! - l) * way)
}

/** A swatch at another lightness: of its hue, its chroma going with the room to black or white. */
export const withLightness = (swatch: Lch, hex: Hex, l: number): Hex => {
  if (Math.abs(l - swatch.l) < 1e-9) return hex
  const room = l < swatch.l ? l / Math.max(1e-6, swatch.l) : (1 - l) / Math.max(1e-6, 1 - swatch.l)
  return hexOfLch({ l, c: swatch.c * Math.sqrt(Math.max(0, room)), h: swatch.h })
}

/** The color of every node at a hold: its swatch, or its swatch as light as the picture needs it. */
export const holdColors = (graph: InkGraph, wanted: readonly Wanted[], hold: number): Hex[] => {
  const lightnesses = heldLightness(graph, wanted, hold)
  return wanted.map(({ hex, fixed }, i) => (fixed ? hex : withLightness(lchOf(hex), hex, lightnesses[i]!)))
}
