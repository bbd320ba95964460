import { labOf, type Hex } from '#core/color/convert'
import { fromLabClipped, toLab } from '#core/color/oklab'

/*
 * The smooth way from old colors to new, for pictures that are not flat: what a color becomes depends on the color alone,
 * and changes not much faster than it does, so that seams, speckles and contours cannot arise. Each ink takes the colors
 * around it along, turned to its new hue; in between, all inks have a say by how near they are (Shepard 1968).
 */

/** Number of nodes of the grid over sRGB along each channel; between them it is read linearly. */
export const SIDE = 25
export const NODES = SIDE ** 3
/** Number of 8-bit steps between two nodes. */
export const APART = 255 / (SIDE - 1)

/** By which power of its distance an ink has less of a say, and how near, in ΔEOK squared, counts as at the ink. */
const POWER = 2.5
const AT = 1e-4
/** Factor by which inks may move farther from each other, in ΔEOK, and how it is brought about. */
const PARTING = 1.6
const ROUNDS = 60
/** Chroma below which a color has hardly a hue. */
const FAINT = 0.04
const TOUCH = 0.02
/** Maximum factor of chroma for colors around an ink. */
const MAX_VIVID = 1.2
/** By how little of 255 a channel may be outside of sRGB. */
const OUTSIDE = 0.5

/**
 * The part that does not depend on new colors: the grid in OKLab, and how much of a say each ink has at each of its
 * nodes.
 */
interface Field {
  /** Inks in an order of their own, by their codes: their places among those given. */
  order: number[]
  labs: Float64Array
  says: Float32Array
}

let nodesKnown: Float64Array | null = null
/** OKLab of the nodes of the grid, blue counting fastest. */
const nodesOf = (): Float64Array => {
  if (nodesKnown) return nodesKnown
  const nodes = new Float64Array(NODES * 3)
  const lab = new Float64Array(3)
  for (let n = 0; n < NODES; n++) {
    const r = Math.floor(n / (SIDE * SIDE))
    toLab(r * APART, (Math.floor(n / SIDE) % SIDE) * APART, (n % SIDE) * APART, lab)
    nodes.set(lab, n * 3)
  }
  return (nodesKnown = nodes)
}

const spread = (inks: readonly Hex[]): Field => {
  const order = inks.map((_, i) => i).sort((one, other) => ((inks[one] as Hex) < (inks[other] as Hex) ? -1 : 1))
  const labs = labsOf(order.map(i => inks[i] as Hex))
  const nodes = nodesOf()
  const count = inks.length
  const says = new Float32Array(NODES * count)
  for (let n = 0, at = 0; n < NODES; n++, at += count) {
    let sum = 0
    for (let i = 0; i < count; i++) {
      const l = nodes[n * 3]! - labs[i * 3]!
      const a = nodes[n * 3 + 1]! - labs[i * 3 + 1]!
      const b = nodes[n * 3 + 2]! - labs[i * 3 + 2]!
      const say = (l * l + a * a + b * b + AT) ** (-POWER / 2)
      says[at + i] = say
      sum += say
    }
    for (let i = 0; i < count; i++) says[at + i]! /= sum
  }
  return { order, labs, says }
}

/** OKLab of colors, three numbers each. */
const labsOf = (colors: readonly Hex[]): Float64Array =>
  Float64Array.from(
    colors.flatMap(hex => {
      const { l, a, b } = labOf(hex)
      return [l, a, b]
    }),
  )

/** So many fields are remembered: one per picture on the screen and for a few more. */
const MAX_FIELDS = 6
const fields = new Map<string, Field>()
export const fieldOf = (inks: readonly Hex[]): Field => {
  const key = inks.join()
  const known = fields.get(key)
  if (known) return known
  const field = spread(inks)
  fields.set(key, field)
  if (fields.size > MAX_FIELDS) fields.delete(fields.keys().next().value ?? '')
  return field
}

/** Where inks come to lie, brought so near to each other that none parts much farther from another than it was. */
const together = (labs: Float64Array, to: Float64Array): Float64Array => {
  const moves = to.map((value, i) => value - labs[i]!)
  const count = labs.length / 3
  const far = (of: Float64Array, i: number, j: number): number =>
    Math.hypot(of[i * 3]! - of[j * 3]!, of[i * 3 + 1]! - of[j * 3 + 1]!, of[i * 3 + 2]! - of[j * 3 + 2]!)
  for (let round = 0; round < ROUNDS; round++) {
    let max = 0
    for (let i = 0; i < count; i++)
      for (let j = 0; j < i; j++) {
        const apart = far(moves, i, j)
        const over = apart - PARTING * far(labs, i, j)
        if (over <= 0) continue
        max = Math.max(max, over)
        for (let n = 0; n < 3; n++) {
          const half = ((over / apart) * (moves[i * 3 + n]! - moves[j * 3 + n]!)) / 2
          moves[i * 3 + n]! -= half
          moves[j * 3 + n]! += half
        }
      }
    if (max < 1e-3) break
  }
  return moves.map((value, i) => value + labs[i]!)
}

/**
 * The transform each ink applies to the colors around it: four numbers of the matrix that turns and stretches their hue and
 * chroma, and by how much it stretches.
 */
const turnsOf = (labs: Float64Array, to: Float64Array): Float64Array => {
  const turns = new Float64Array((labs.length / 3) * 5)
  for (let i = 0, at = 0; i < labs.length; i += 3, at += 5) {
    const [a, b] = [labs[i + 1]!, labs[i + 2]!]
    const [a2, b2] = [to[i + 1]!, to[i + 2]!]
    const [was, is] = [Math.hypot(a, b), Math.hypot(a2, b2)]
    const stretch = Math.min(MAX_VIVID, (is + TOUCH) / (was + TOUCH))
    const turn = Math.atan2(a * b2 - b * a2, a * a2 + b * b2) * Math.min(1, Math.min(was, is) / FAINT)
    const [cos, sin] = [stretch * Math.cos(turn), stretch * Math.sin(turn)]
    turns.set([cos, -sin, sin, cos, Math.min(1, stretch)], at)
  }
  return turns
}

/** Number of values of a table at each node. */
export const EACH = 5

/** The size in sRGB of a step of OKLab lightness at a lightness, for grays. */
const slopeAt = (l: number): number => (l < 0.145 ? 38.76 * Math.max(0.05, l) ** 2 : 1.319 * l ** 0.25)
/** Minimum and maximum gain of grain in sRGB to look the same. */
const GAIN = { min: 0.2, max: 1 } as const

/**
 * New colors where inks change, at each node of the grid, five numbers: by how much red, green and blue
 * change, in 8-bit steps, and by what the lightness and the color of grain are multiplied to look as they did; where a
 * ground is given, only at the nodes its colors lie between. Null where no ink changes. The order of inks does not matter.
 */
export const tableOf = (inks: readonly Hex[], colors: readonly Hex[], ground?: Uint8Array): Float32Array | null => {
  if (colors.every((hex, i) => hex === inks[i])) return null
  const { order, labs, says } = fieldOf(inks)
  const to = together(labs, labsOf(order.map(i => colors[i] ?? (inks[i] as Hex))))
  const turns = turnsOf(labs, to)
  const nodes = nodesOf()
  const count = order.length
  const table = new Float32Array(NODES * EACH)
  const rgb = new Float64Array(3)
  const needed = ground ? nodesAround(ground) : null
  for (let k = 0, all = needed?.length ?? NODES; k < all; k++) {
    const n = needed ? needed[k]! : k
    const l = nodes[n * 3]!
    const a = nodes[n * 3 + 1]!
    const b = nodes[n * 3 + 2]!
    let l2 = l
    let a2 = 0
    let b2 = 0
    let vivid = 0
    for (let i = 0, at = 0, turn = 0; i < count; i++, at += 3, turn += 5) {
      const say = says[n * count + i]!
      const da = a - labs[at + 1]!
      const db = b - labs[at + 2]!
      l2 += say * (to[at]! - labs[at]!)
      a2 += say * (to[at + 1]! + turns[turn]! * da + turns[turn + 1]! * db)
      b2 += say * (to[at + 2]! + turns[turn + 2]! * da + turns[turn + 3]! * db)
      vivid += say * turns[turn + 4]!
    }
    l2 = Math.min(1, Math.max(0, l2))
    fromLabClipped(l2, a2, b2, OUTSIDE, rgb)
    const gain = Math.min(GAIN.max, Math.max(GAIN.min, slopeAt(l2) / slopeAt(l)))
    const at = n * EACH
    table[at] = rgb[0]! - Math.floor(n / (SIDE * SIDE)) * APART
    table[at + 1] = rgb[1]! - (Math.floor(n / SIDE) % SIDE) * APART
    table[at + 2] = rgb[2]! - (n % SIDE) * APART
    table[at + 3] = gain
    table[at + 4] = gain * vivid
  }
  return table
}

/** For each 8-bit channel the node below it, at most the last but one, and how far it is on its way to the next. */
export const BELOW = Uint8Array.from({ length: 256 }, (_, value) => Math.min(SIDE - 2, Math.floor(value / APART)))
export const ALONG = Float64Array.from({ length: 256 }, (_, value) => value / APART - BELOW[value]!)

const around = new WeakMap<Uint8Array, Uint32Array>()
/** The nodes that the colors of a ground lie between; found once for each. */
const nodesAround = (ground: Uint8Array): Uint32Array => {
  const known = around.get(ground)
  if (known) return known
  const visited = new Uint8Array(NODES)
  for (let i = 0; i < ground.length; i += 4) {
    if (!ground[i + 3]) continue
    const red = BELOW[ground[i]!]!
    const green = BELOW[ground[i + 1]!]!
    visited[(red * SIDE + green) * SIDE + BELOW[ground[i + 2]!]!] = 1
  }
  const corners = [0, 1, SIDE, SIDE + 1].flatMap(by => [by, by + SIDE * SIDE])
  const needed = new Set<number>()
  visited.forEach((is, n) => {
    if (is) for (const by of corners) needed.add(n + by)
  })
  const found = Uint32Array.from(needed)
  around.set(ground, found)
  return found
}
