import { hexOfLch, lchOf, type Hex, type Lch } from '../color/convert'
import type { Edge, InkGraph } from './graph'

/** The hold: 1 where every ink is its swatch exactly, 0 where the picture keeps its own light. */
export const HOLD = { least: 0, most: 1, rest: 0.5 } as const

/** What each node is to become before anything is held: the swatch it goes to, or the color it has in any case. */
export interface Wanted {
  hex: Hex
  /** A node that is not moved: left as is, or shaded in another way. */
  fixed: boolean
  /** A node that was chosen to be its swatch before all others. */
  leads?: boolean
}

/**
 * How much of a lightness difference has to stay at rest: of an edge more than the half by which the eye knows it again
 * (its pixels mix in sRGB, darker than they look), of what is hardly an edge so much that steps stay apart.
 */
const KEPT = { step: 0.35, edge: 0.65 } as const
/** From where to where a difference of lightness turns from a step to an edge. */
const STEP = { from: 0.08, to: 0.12 } as const
const keptOf = (difference: number): number =>
  KEPT.step + (KEPT.edge - KEPT.step) * Math.min(1, Math.max(0, (difference - STEP.from) / (STEP.to - STEP.from)))
/** A lightness difference below this is no edge. */
const SEEN = 0.02
/** How near its swatch a lightness is the swatch. */
const SNAP = 0.018
/** The weight of what touches against that of being the swatch. */
const PULL = 1000
/** What is left of that weight of being the swatch where the picture keeps its own light: it places the whole. */
const ANCHOR = 1e-4
/** Below this a move counts in proportion to its square. */
const SOFT = 0.01
/** How gently a move counts at first, and how fast that is sharpened. */
const FIRST_SOFT = 0.5
const SHARPER = 0.6
const ROUNDS = 24
/** The weight of what is not moved. */
const STILL = 1e4
/** So many of the largest that had to move are tried on their swatch once more, the others giving way. */
const PINS = 12
/** How near in hue and strength inks are kin, among how many next darker ones it is looked for, and what it weighs. */
const KIN = 0.05
const KIN_LOOKED_AT = 12
const KIN_PART = 1e-1
/** The power of a move that counts: under 1, so that few are moved rather than all a little. */
const POWER = 0.5

/** A system of equations: for each node what it is drawn to and how strongly, and what differences are wanted. */
export interface Screened {
  weight: Float64Array
  aim: Float64Array
  edges: ReadonlyArray<{ one: number; other: number; weight: number; difference: number }>
}

/** The screened equation at a point: (weight + graph Laplacian) x − (weight · aim + divergence of differences). */
export const residualOf = ({ weight, aim, edges }: Screened, x: Float64Array): Float64Array => {
  const out = x.map((value, i) => (weight[i] as number) * (value - (aim[i] as number)))
  for (const { one, other, weight: w, difference } of edges) {
    const off = w * ((x[one] as number) - (x[other] as number) - difference)
    out[one] = (out[one] as number) + off
    out[other] = (out[other] as number) - off
  }
  return out
}

const dot = (one: Float64Array, other: Float64Array): number => {
  let sum = 0
  for (let i = 0; i < one.length; i++) sum += (one[i] as number) * (other[i] as number)
  return sum
}

/**
 * Solves a screened Poisson equation on a graph by conjugate gradients, preconditioned by its diagonal, from a first
 * guess (Bhat et al. 2008 use the same equation on the grid of pixels). Every weight has to be above 0.
 */
export const solved = (system: Screened, guess: Float64Array): Float64Array => {
  const { weight, edges } = system
  const n = guess.length
  const diagonal = Float64Array.from(weight)
  for (const { one, other, weight: w } of edges) {
    diagonal[one] = (diagonal[one] as number) + w
    diagonal[other] = (diagonal[other] as number) + w
  }
  const nothing: Screened = { weight, aim: new Float64Array(n), edges: edges.map(edge => ({ ...edge, difference: 0 })) }
  const x = Float64Array.from(guess)
  const r = residualOf(system, x).map(value => -value)
  const z = r.map((value, i) => value / (diagonal[i] as number))
  const p = Float64Array.from(z)
  let rz = dot(r, z)
  const enough = 1e-20 * Math.max(1e-12, dot(diagonal, diagonal) / n)
  for (let round = 0; round < 4 * n + 40 && dot(r, r) > enough; round++) {
    const q = residualOf(nothing, p)
    const step = rz / dot(p, q)
    for (let i = 0; i < n; i++) {
      x[i] = (x[i] as number) + step * (p[i] as number)
      r[i] = (r[i] as number) - step * (q[i] as number)
      z[i] = (r[i] as number) / (diagonal[i] as number)
    }
    const next = dot(r, z)
    for (let i = 0; i < n; i++) p[i] = (z[i] as number) + (next / rz) * (p[i] as number)
    rz = next
  }
  return x
}

/** How lightness differences are to come out at a hold: the least, and the most, for one that was and one that is. */
const bounds = (was: number, is: number, hold: number): [least: number, most: number] => {
  const sign = was < 0 ? -1 : 1
  const [own, now] = [Math.abs(was), is * sign]
  const enough = keptOf(own) * own
  const kept = Math.max(now, enough)
  const [least, most] =
    hold >= HOLD.rest
      ? [now + Math.min(0, now - enough) * -Math.min(1, (1 - hold) / (1 - HOLD.rest)), Infinity]
      : [enough + (own - enough) * (1 - hold / HOLD.rest), own + Math.max(0, kept - own) * (hold / HOLD.rest)]
  return sign > 0 ? [Math.min(least, most), most] : [-most, -Math.min(least, most)]
}

/**
 * Lighter and darker versions of one hue that go to one swatch, each with the next: steps of shading, which stay in
 * order and apart also where they do not touch.
 */
const kinOf = (nodes: InkGraph['nodes'], wanted: readonly Wanted[]): Edge[] => {
  const bySwatch = new Map<Hex, number[]>()
  const rising = nodes.map((_, i) => i).sort((one, other) => (nodes[one]?.lab.l ?? 0) - (nodes[other]?.lab.l ?? 0))
  const found: Edge[] = []
  for (const i of rising) {
    const [node, want] = [nodes[i], wanted[i]]
    if (!node || !want || want.fixed) continue
    const darker = bySwatch.get(want.hex) ?? []
    bySwatch.set(want.hex, darker)
    for (let k = darker.length - 1; k >= Math.max(0, darker.length - KIN_LOOKED_AT); k--) {
      const last = nodes[darker[k] as number]
      if (!last || Math.hypot(last.lab.a - node.lab.a, last.lab.b - node.lab.b) > KIN) continue
      found.push({ one: i, other: darker[k] as number, part: KIN_PART, lighter: node.lab.l - last.lab.l })
      break
    }
    darker.push(i)
  }
  return found
}

/**
 * The lightness of every node at a hold. Edges that lose too much of their difference pull the two apart, the smaller
 * one further; whoever need not move stays on its swatch. Moves count by area and the root of their length, what an edge
 * lacks by its square; solved by reweighting a screened Poisson equation, and then, where the swatches hold, by trying
 * to set the largest back.
 */
export const heldLights = ({ nodes, edges }: InkGraph, wanted: readonly Wanted[], hold: number): Float64Array => {
  const aim = Float64Array.from(wanted, ({ hex }) => lchOf(hex).l)
  if (hold >= HOLD.most) return aim
  const limits = [...edges, ...kinOf(nodes, wanted)].flatMap((edge: Edge) => {
    if (Math.abs(edge.lighter) < SEEN) return []
    if (wanted[edge.one]?.fixed && wanted[edge.other]?.fixed) return []
    const [least, most] = bounds(edge.lighter, (aim[edge.one] as number) - (aim[edge.other] as number), hold)
    return [{ ...edge, least, most }]
  })
  const loose = hold < HOLD.rest ? Math.max(ANCHOR, (hold / HOLD.rest) ** 2) : 1
  const dear = nodes.map(({ area }, i) => loose * (wanted[i]?.leads ? 1 : area))
  /** Rounds of reweighting from where lights are, those pinned staying on their swatch; what edges lack then. */
  const settle = (from: Float64Array, pinned: ReadonlySet<number>, rounds: number, first: number): Float64Array => {
    let lights = from
    for (let round = 0; round < rounds; round++) {
      const soft = Math.max(SOFT, first * SHARPER ** round)
      const active = limits.flatMap(({ one, other, part, least, most }) => {
        const now = (lights[one] as number) - (lights[other] as number)
        if (now >= least && now <= most) return []
        return [{ one, other, weight: PULL * Math.sqrt(part), difference: now < least ? least : most }]
      })
      const to = Float64Array.from(aim)
      const weight = Float64Array.from(dear, (own, i) => {
        const l = lights[i] as number
        if (wanted[i]?.fixed || pinned.has(i)) return STILL
        if (l <= 0 || l >= 1) {
          to[i] = l <= 0 ? 0 : 1 // black and white are walls
          return STILL
        }
        return own / Math.max(soft, Math.abs(l - (aim[i] as number))) ** (2 - POWER)
      })
      const next = solved({ weight, aim: to, edges: active }, lights)
      const moved = Math.max(...next.map((l, i) => Math.abs(l - (lights[i] as number))))
      lights = next
      if (moved < 1e-4 && soft <= SOFT) break
    }
    return lights
  }
  const lackIn = (lights: Float64Array): number =>
    limits.reduce((sum, { one, other, part, least, most }) => {
      const now = (lights[one] as number) - (lights[other] as number)
      const says = part === KIN_PART ? 1 : Math.sqrt(part)
      return sum + says * (Math.max(0, least - now - 0.004) + Math.max(0, now - most - 0.004))
    }, 0)
  const exactIn = (lights: Float64Array): number =>
    nodes.reduce(
      (sum, { area }, i) => sum + (Math.abs((lights[i] as number) - (aim[i] as number)) < SNAP ? area : 0),
      0,
    )
  if (lackIn(aim) === 0) return aim
  let lights = settle(aim, new Set(), ROUNDS, FIRST_SOFT)
  if (hold >= HOLD.rest) {
    const pinned = new Set<number>()
    let lack = lackIn(lights)
    const moved = nodes
      .map((_, i) => i)
      .filter(i => !wanted[i]?.fixed && Math.abs((lights[i] as number) - (aim[i] as number)) >= SNAP)
    for (const i of moved.sort((one, other) => (nodes[other]?.area ?? 0) - (nodes[one]?.area ?? 0)).slice(0, PINS)) {
      const tried = settle(lights, new Set([...pinned, i]), 8, 0.05)
      const now = lackIn(tried)
      if (now > lack + 0.01 || exactIn(tried) <= exactIn(lights)) continue
      pinned.add(i)
      lights = tried
      lack = Math.max(lack, now)
    }
  }
  return lights.map((l, i) =>
    Math.abs(l - (aim[i] as number)) < SNAP ? (aim[i] as number) : Math.min(1, Math.max(0, l)),
  )
}

/** A swatch at another lightness: of its hue, its strength going with the room to black or white. */
export const atLight = (swatch: Lch, hex: Hex, l: number): Hex => {
  if (Math.abs(l - swatch.l) < 1e-9) return hex
  const room = l < swatch.l ? l / Math.max(1e-6, swatch.l) : (1 - l) / Math.max(1e-6, 1 - swatch.l)
  return hexOfLch({ l, c: swatch.c * Math.sqrt(Math.max(0, room)), h: swatch.h })
}

/** What every node becomes at a hold: its swatch, or its swatch as light as the picture needs it. */
export const held = (graph: InkGraph, wanted: readonly Wanted[], hold: number): Hex[] => {
  const lights = heldLights(graph, wanted, hold)
  return wanted.map(({ hex, fixed }, i) => (fixed ? hex : atLight(lchOf(hex), hex, lights[i] as number)))
}
