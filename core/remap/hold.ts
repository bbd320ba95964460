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
/** A strong edge, as letters have, and what has to stay of it so that they can be read: about 3:1. */
const STRONG = { from: 0.4, keeps: 0.36, pull: 4 } as const
const enoughOf = (difference: number): number => {
  const part = Math.min(1, Math.max(0, (difference - STEP.from) / (STEP.to - STEP.from)))
  const enough = (KEPT.step + (KEPT.edge - KEPT.step) * part) * difference
  return difference >= STRONG.from ? Math.max(enough, STRONG.keeps) : enough
}
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
const ROUNDS = 12
/** The weight of what is not moved. */
const STILL = 1e4
/** So many of the largest that had to move are tried on their swatch once more, the others giving way. */
const PINS = 5
const PIN_ROUNDS = 4
/** How near in hue and strength inks are kin, among how many next darker ones it is looked for, and what it weighs. */
const KIN = 0.05
const KIN_LOOKED_AT = 12
const KIN_PART = 1e-1
/** The power of a move that counts: under 1, so that few are moved rather than all a little. */
const POWER = 0.5

/**
 * A system of equations: for each node what it is drawn to and how strongly; for each edge its two ends, its weight, and
 * the difference wanted between them.
 */
export interface Screened {
  weight: Float64Array
  aim: Float64Array
  one: Int32Array
  other: Int32Array
  pull: Float64Array
  difference: Float64Array
}

/** (weight + graph Laplacian) x, into `out`. */
const appliedTo = ({ weight, one, other, pull }: Screened, x: Float64Array, out: Float64Array): void => {
  for (let i = 0; i < out.length; i++) out[i] = (weight[i] as number) * (x[i] as number)
  for (let e = 0; e < pull.length; e++) {
    const [a, b] = [one[e] as number, other[e] as number]
    const off = (pull[e] as number) * ((x[a] as number) - (x[b] as number))
    out[a] = (out[a] as number) + off
    out[b] = (out[b] as number) - off
  }
}

/** weight · aim + divergence of the differences. */
const rightSideOf = ({ weight, aim, one, other, pull, difference }: Screened): Float64Array => {
  const out = weight.map((w, i) => w * (aim[i] as number))
  for (let e = 0; e < pull.length; e++) {
    const off = (pull[e] as number) * (difference[e] as number)
    out[one[e] as number] = (out[one[e] as number] as number) + off
    out[other[e] as number] = (out[other[e] as number] as number) - off
  }
  return out
}

/** The screened equation at a point: (weight + graph Laplacian) x − (weight · aim + divergence of differences). */
export const residualOf = (system: Screened, x: Float64Array): Float64Array => {
  const out = new Float64Array(x.length)
  appliedTo(system, x, out)
  const right = rightSideOf(system)
  return out.map((value, i) => value - (right[i] as number))
}

/** Up to so many nodes the equation is solved at once, by Cholesky's decomposition; beyond, step by step. */
const DENSE = 96

const solvedAtOnce = (system: Screened, n: number): Float64Array => {
  const { weight, one, other, pull } = system
  const m = new Float64Array(n * n)
  for (let i = 0; i < n; i++) m[i * n + i] = weight[i] as number
  for (let e = 0; e < pull.length; e++) {
    const [a, b, w] = [one[e] as number, other[e] as number, pull[e] as number]
    m[a * n + a] = (m[a * n + a] as number) + w
    m[b * n + b] = (m[b * n + b] as number) + w
    m[a * n + b] = (m[a * n + b] as number) - w
    m[b * n + a] = (m[b * n + a] as number) - w
  }
  for (let j = 0; j < n; j++) {
    for (let k = 0; k < j; k++) {
      const f = m[j * n + k] as number
      if (f === 0) continue
      for (let i = j; i < n; i++) m[i * n + j] = (m[i * n + j] as number) - (m[i * n + k] as number) * f
    }
    const root = Math.sqrt(m[j * n + j] as number)
    for (let i = j; i < n; i++) m[i * n + j] = (m[i * n + j] as number) / root
  }
  const x = rightSideOf(system)
  for (let i = 0; i < n; i++) {
    let sum = x[i] as number
    for (let k = 0; k < i; k++) sum -= (m[i * n + k] as number) * (x[k] as number)
    x[i] = sum / (m[i * n + i] as number)
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = x[i] as number
    for (let k = i + 1; k < n; k++) sum -= (m[k * n + i] as number) * (x[k] as number)
    x[i] = sum / (m[i * n + i] as number)
  }
  return x
}

const dot = (one: Float64Array, other: Float64Array): number => {
  let sum = 0
  for (let i = 0; i < one.length; i++) sum += (one[i] as number) * (other[i] as number)
  return sum
}

/** By conjugate gradients, preconditioned by the diagonal, from a first guess, until so little is left of it. */
const solvedByStep = (system: Screened, guess: Float64Array, left: number): Float64Array => {
  const { weight, one, other, pull } = system
  const n = guess.length
  const diagonal = Float64Array.from(weight)
  for (let e = 0; e < pull.length; e++)
    for (const i of [one[e] as number, other[e] as number]) diagonal[i] = (diagonal[i] as number) + (pull[e] as number)
  const x = Float64Array.from(guess)
  const r = residualOf(system, x).map(value => -value)
  const z = r.map((value, i) => value / (diagonal[i] as number))
  const p = Float64Array.from(z)
  const q = new Float64Array(n)
  let rz = dot(r, z)
  for (let round = 0; round < 4 * n + 40 && rz > left; round++) {
    appliedTo(system, p, q)
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

/**
 * Solves a screened Poisson equation on a graph (Bhat et al. 2008 use it on the grid of pixels). Every weight has to be
 * above 0. `left` says how little of the residual, squared over the diagonal, may be left where it is solved by steps.
 */
export const solved = (system: Screened, guess: Float64Array, left = 1e-16): Float64Array =>
  guess.length <= DENSE ? solvedAtOnce(system, guess.length) : solvedByStep(system, guess, left)

/** How lightness differences are to come out at a hold: the least, and the most, for one that was and one that is. */
const bounds = (was: number, is: number, hold: number): [least: number, most: number] => {
  const sign = was < 0 ? -1 : 1
  const [own, now] = [Math.abs(was), is * sign]
  const enough = enoughOf(own)
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
    return [
      {
        ...edge,
        least,
        most,
        pull: PULL * Math.sqrt(edge.part) * (Math.abs(edge.lighter) >= STRONG.from ? STRONG.pull : 1),
      },
    ]
  })
  const loose = hold < HOLD.rest ? Math.max(ANCHOR, (hold / HOLD.rest) ** 2) : 1
  const dear = nodes.map(({ area }, i) => loose * (wanted[i]?.leads ? 1 : area))
  const away = (lights: Float64Array, i: number): number => Math.abs((lights[i] as number) - (aim[i] as number))
  const system: Screened = {
    weight: new Float64Array(nodes.length),
    aim: new Float64Array(nodes.length),
    one: new Int32Array(limits.length),
    other: new Int32Array(limits.length),
    pull: new Float64Array(limits.length),
    difference: new Float64Array(limits.length),
  }
  const ones = Int32Array.from(limits, ({ one }) => one)
  const others = Int32Array.from(limits, ({ other }) => other)
  const least = Float64Array.from(limits, each => each.least)
  const most = Float64Array.from(limits, each => each.most)
  const pulls = Float64Array.from(limits, ({ pull }) => pull)
  const says = Float64Array.from(limits, ({ part, lighter }) =>
    part === KIN_PART || Math.abs(lighter) >= STRONG.from ? 1 : Math.sqrt(part),
  )
  /** The edges that lack something at some lights; how many they are. */
  const activate = (lights: Float64Array): number => {
    let count = 0
    for (let e = 0; e < least.length; e++) {
      const now = (lights[ones[e] as number] as number) - (lights[others[e] as number] as number)
      if (now >= (least[e] as number) && now <= (most[e] as number)) continue
      system.one[count] = ones[e] as number
      system.other[count] = others[e] as number
      system.pull[count] = pulls[e] as number
      system.difference[count++] = (now < (least[e] as number) ? least[e] : most[e]) as number
    }
    return count
  }
  /** Rounds of reweighting from where lights are, those pinned staying on their swatch. */
  const settle = (from: Float64Array, pinned: ReadonlySet<number>, rounds: number, first: number): Float64Array => {
    let lights = from
    for (let round = 0; round < rounds; round++) {
      const soft = Math.max(SOFT, first * SHARPER ** round)
      const count = activate(lights)
      for (let i = 0; i < nodes.length; i++) {
        const l = lights[i] as number
        const wall = l <= 0 || l >= 1 // black and white are walls
        const still = wanted[i]?.fixed === true || pinned.has(i)
        system.aim[i] = wall && !still ? Math.round(l) : (aim[i] as number)
        system.weight[i] = still || wall ? STILL : (dear[i] as number) / Math.max(soft, away(lights, i)) ** (2 - POWER)
      }
      const now: Screened = {
        weight: system.weight,
        aim: system.aim,
        one: system.one.subarray(0, count),
        other: system.other.subarray(0, count),
        pull: system.pull.subarray(0, count),
        difference: system.difference.subarray(0, count),
      }
      const next = solved(now, lights, 1e-9)
      let moved = 0
      for (let i = 0; i < nodes.length; i++)
        moved = Math.max(moved, Math.abs((next[i] as number) - (lights[i] as number)))
      lights = next
      if (moved < 1e-3 && soft <= SOFT) break
    }
    return lights
  }
  const lackIn = (lights: Float64Array): number => {
    let sum = 0
    for (let e = 0; e < least.length; e++) {
      const now = (lights[ones[e] as number] as number) - (lights[others[e] as number] as number)
      const lack = Math.max(0, (least[e] as number) - now - 0.004, now - (most[e] as number) - 0.004)
      sum += (says[e] as number) * lack
    }
    return sum
  }
  const exactIn = (lights: Float64Array): number =>
    nodes.reduce((sum, { area }, i) => sum + (away(lights, i) < SNAP ? area : 0), 0)
  if (lackIn(aim) === 0) return aim
  let lights = settle(aim, new Set(), ROUNDS, FIRST_SOFT)
  if (hold >= HOLD.rest && nodes.length <= DENSE) {
    const pinned = new Set<number>()
    let lack = lackIn(lights)
    const moved = nodes.flatMap((_, i) => (!wanted[i]?.fixed && away(lights, i) >= SNAP ? [i] : []))
    for (const i of moved.sort((one, other) => (nodes[other]?.area ?? 0) - (nodes[one]?.area ?? 0)).slice(0, PINS)) {
      const tried = settle(lights, new Set([...pinned, i]), PIN_ROUNDS, 0.05)
      const now = lackIn(tried)
      if (now > lack + 0.01 || exactIn(tried) <= exactIn(lights)) continue
      pinned.add(i)
      lights = tried
      lack = Math.max(lack, now)
    }
  }
  return lights.map((l, i) => (away(lights, i) < SNAP ? (aim[i] as number) : Math.min(1, Math.max(0, l))))
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
