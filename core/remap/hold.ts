import { hexOfLch, lchOf, type Hex, type Lch } from '#core/color/convert'
import { apartOf, CONTRAST, type Edge, type InkGraph } from './graph'
import { DENSE, solved, type Screened } from './screened'

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
const KEPT = { step: 0.25, edge: 0.59 } as const
/** From where to where a difference of lightness turns from a step to an edge. */
const STEP = { from: 0.08, to: 0.12 } as const
/** A strong edge, as letters have, and what has to stay of it so that they can be read: about 3:1. */
const STRONG = { from: 0.35, keeps: 0.38, pull: 4 } as const
const enoughOf = (difference: number): number => {
  const part = Math.min(1, Math.max(0, (difference - STEP.from) / (STEP.to - STEP.from)))
  const enough = (KEPT.step + (KEPT.edge - KEPT.step) * part) * difference
  return difference >= STRONG.from ? Math.max(enough, Math.min(difference, STRONG.keeps)) : enough
}
/** A lightness difference below this is no edge. */
const SEEN = 0.02
/** How near its swatch a lightness is the swatch. */
const SNAP = 0.03
/** The weight of what touches against that of being the swatch. */
const PULL = 200
/** What is left of that weight of being the swatch where the picture keeps its own light: it places the whole. */
const ANCHOR = 1e-4
/** Below this a move counts in proportion to its square. */
const SOFT = 0.01
/** How gently a move counts at first, and how fast that is sharpened. */
const FIRST_SOFT = 0.5
const SHARPER = 0.45
const ROUNDS = 6
/** The weight of what is not moved. */
const STILL = 1e4
/** So many of the largest that had to move are tried on their swatch once more, the others giving way. */
const PINS = 10
const PIN_ROUNDS = 2
const PIN_SOFT = 0.05
const LAST_ROUNDS = 3
/** What edges are worth against exact swatches, and of what is left of them where a loss begins and is whole. */
const LOST = { edges: 1.5, begins: 0.62, whole: 0.5 } as const
const STRONG_LOST = { edges: 10, begins: 0.35, whole: 0.25 } as const
/** What steps of shading are worth, by the area of the smaller. */
const STEP_LOST = { area: 1, begins: 0.3, whole: 0.1 } as const
/** How near in hue and strength inks are kin, among how many next darker ones it is looked for, and what it weighs. */
const KIN = 0.05
const KIN_LOOKED_AT = 12
const KIN_PART = 1
/** A step of shading that is to be seen. */
const KIN_STEP = 0.05

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
      if (!last || apartOf(last.lab, node.lab) > KIN) continue
      const lighter = node.lab.l - last.lab.l
      if (lighter >= KIN_STEP) found.push({ one: i, other: darker[k] as number, part: KIN_PART, mixed: 0, lighter })
      break
    }
    darker.push(i)
  }
  return found
}

/** Edges that can be held, in columns: the least and the most each difference is to be, and how strongly it pulls. */
const limitsOf = (edges: readonly Edge[], wanted: readonly Wanted[], aim: Float64Array, hold: number) => {
  const held = edges.filter(
    ({ one, other, lighter }) => Math.abs(lighter) >= SEEN && !(wanted[one]?.fixed && wanted[other]?.fixed),
  )
  const column = (): Float64Array => new Float64Array(held.length)
  const limits = {
    one: new Int32Array(held.length),
    other: new Int32Array(held.length),
    least: column(),
    most: column(),
    pull: column(),
  }
  held.forEach(({ one, other, part, lighter }, e) => {
    const [least, most] = bounds(lighter, (aim[one] as number) - (aim[other] as number), hold)
    limits.one[e] = one
    limits.other[e] = other
    limits.least[e] = least
    limits.most[e] = most
    limits.pull[e] = PULL * Math.sqrt(part) * (Math.abs(lighter) >= STRONG.from ? STRONG.pull : 1)
  })
  return limits
}

/** How far along the way from where it begins to where it is whole a loss is, in [0, 1]. */
const along = (left: number, { begins, whole }: { begins: number; whole: number }): number =>
  Math.min(1, Math.max(0, (begins - left) / (begins - whole)))

/** What is lost at some lights: of all boundaries, of the strong ones, and of steps of shading; in shares, weighed. */
const lossIn = ({ nodes, edges }: InkGraph, steps: readonly Edge[]): ((lights: Float64Array) => number) => {
  const seen = edges.filter(({ lighter }) => Math.abs(lighter) >= CONTRAST.edge)
  const lengthOf = (some: readonly Edge[]): number => some.reduce((sum, { part }) => sum + part, 0)
  const [all, strong] = [lengthOf(seen), lengthOf(seen.filter(({ lighter }) => Math.abs(lighter) >= STRONG.from))]
  return lights => {
    let sum = 0
    for (const { one, other, part, lighter } of seen) {
      const own = Math.abs(lighter)
      const left = ((lights[one] as number) - (lights[other] as number)) * Math.sign(lighter)
      sum += ((LOST.edges * part) / all) * along(left / own, LOST)
      if (own >= STRONG.from) sum += ((STRONG_LOST.edges * part) / strong) * along(left, STRONG_LOST)
    }
    for (const { one, other, lighter } of steps) {
      const area = Math.min(nodes[one]?.area ?? 0, nodes[other]?.area ?? 0)
      sum += STEP_LOST.area * area * along(((lights[one] as number) - (lights[other] as number)) / lighter, STEP_LOST)
    }
    return sum
  }
}

/**
 * The lightness of every node at a hold. Edges that lose too much of their difference pull the two apart, the smaller
 * one further; whoever need not move stays on its swatch. Moves count by area and the root of their length, what an edge
 * lacks by its square; solved by reweighting a screened Poisson equation. Then the largest that moved are set back on
 * their swatch where more of the picture is exact by that than is lost of its edges.
 */
export const heldLights = (graph: InkGraph, wanted: readonly Wanted[], hold: number): Float64Array => {
  const { nodes } = graph
  const aim = Float64Array.from(wanted, ({ hex }) => lchOf(hex).l)
  if (hold >= HOLD.most) return aim
  const steps = kinOf(nodes, wanted)
  const limits = limitsOf([...graph.edges, ...steps], wanted, aim, hold)
  const loose = hold < HOLD.rest ? Math.max(ANCHOR, (hold / HOLD.rest) ** 2) : 1
  const dear = Float64Array.from(nodes, ({ area }, i) => loose * (wanted[i]?.leads ? 1 : area))
  const away = (lights: Float64Array, i: number): number => Math.abs((lights[i] as number) - (aim[i] as number))
  const system: Screened = {
    weight: new Float64Array(nodes.length),
    aim: new Float64Array(nodes.length),
    count: 0,
    one: new Int32Array(limits.one.length),
    other: new Int32Array(limits.one.length),
    pull: new Float64Array(limits.one.length),
    difference: new Float64Array(limits.one.length),
  }
  /** Makes the edges that lack something, or have too much, the edges of the system. */
  const tie = (lights: Float64Array): void => {
    const { one, other, least, most, pull } = limits
    let count = 0
    for (let e = 0; e < one.length; e++) {
      const a = one[e] as number
      const b = other[e] as number
      const now = (lights[a] as number) - (lights[b] as number)
      if (now >= (least[e] as number) && now <= (most[e] as number)) continue
      system.one[count] = a
      system.other[count] = b
      system.pull[count] = pull[e] as number
      system.difference[count++] = (now < (least[e] as number) ? least[e] : most[e]) as number
    }
    system.count = count
  }
  /** Rounds of reweighting from where lights are, those pinned staying on their swatch. */
  const settle = (from: Float64Array, pinned: ReadonlySet<number>, rounds: number, first: number): Float64Array => {
    let lights = from
    for (let round = 0; round < rounds; round++) {
      const soft = Math.max(SOFT, first * SHARPER ** round)
      tie(lights)
      if (!system.count) break
      for (let i = 0; i < nodes.length; i++) {
        const l = lights[i] as number
        const wall = l <= 0 || l >= 1 // black and white are walls
        const still = wanted[i]?.fixed === true || pinned.has(i)
        const off = Math.max(soft, away(lights, i))
        system.aim[i] = wall && !still ? Math.round(l) : (aim[i] as number)
        system.weight[i] = still || wall ? STILL : (dear[i] as number) / (off * Math.sqrt(off))
      }
      const next = solved(system, lights, 1e-9)
      let moved = 0
      for (let i = 0; i < next.length; i++)
        moved = Math.max(moved, Math.abs((next[i] as number) - (lights[i] as number)))
      lights = next
      if (moved < 1e-3 && soft <= SOFT) break
    }
    return lights
  }
  const stepsAt = new Map<number, Edge[]>()
  for (const step of steps) for (const i of [step.one, step.other]) stepsAt.set(i, [...(stepsAt.get(i) ?? []), step])
  /**
   * Lights as they are shown: nothing is beyond black and white, and what comes out near its swatch is the swatch, but
   * where a step of shading would be lost by that.
   */
  const shown = (lights: Float64Array): Float64Array => {
    const out = lights.map(l => Math.min(1, Math.max(0, l)))
    const left = ({ one, other, lighter }: Edge): number => ((out[one] as number) - (out[other] as number)) / lighter
    for (let i = 0; i < out.length; i++) {
      if (away(out, i) >= SNAP) continue
      const [l, own] = [out[i] as number, stepsAt.get(i) ?? []]
      const before = own.map(left)
      out[i] = aim[i] as number
      if (own.some((step, k) => left(step) < Math.min(STEP_LOST.begins, before[k] as number))) out[i] = l
    }
    return out
  }
  let lights = settle(aim, new Set(), ROUNDS, FIRST_SOFT)
  const moved = nodes.flatMap((_, i) => (!wanted[i]?.fixed && away(lights, i) >= SNAP ? [i] : []))
  if (moved.length && nodes.length <= DENSE) {
    const lost = lossIn(graph, steps)
    const worth = (some: Float64Array): number => {
      const seen = shown(some)
      return nodes.reduce((sum, { area }, i) => sum + (seen[i] === aim[i] ? loose * area : 0), -lost(seen))
    }
    const pinned = new Set<number>()
    let best = worth(lights)
    moved.sort((one, other) => (nodes[other]?.area ?? 0) - (nodes[one]?.area ?? 0) || one - other)
    for (const i of moved.slice(0, PINS)) {
      const tried = settle(lights, new Set([...pinned, i]), PIN_ROUNDS, PIN_SOFT)
      const now = worth(tried)
      if (now <= best) continue
      pinned.add(i)
      lights = tried
      best = now
    }
    lights = settle(lights, pinned, LAST_ROUNDS, SOFT)
  }
  return shown(lights)
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
