import { labOf, type Hex, type Lab } from '#core/color/convert'
import type { InkArea } from './inks'

/**
 * Lightness differences of two colors that touch: from which they make an edge, from which a strong one, as letters and
 * outlines do, and under which a strong one is gone.
 */
export const CONTRAST = { edge: 0.1, strong: 0.4, gone: 0.2 } as const

/** An ink as a node of the graph of neighbors: its color, the share it covers, and that in each artwork. */
export interface Node {
  hex: Hex
  lab: Lab
  area: number
  parts: readonly number[]
}

/**
 * Two nodes that touch: their places, their part of all boundaries, the share of the picture where they mix, and by how
 * much the first is lighter.
 */
export interface Edge {
  one: number
  other: number
  part: number
  mixed: number
  lighter: number
}

/** The inks of an artwork, or of a set, and what touches what. The order is that of their hex codes. */
export interface InkGraph {
  nodes: Node[]
  edges: Edge[]
}

/** Distance of two colors in hue and chroma, not lightness, in OKLab. */
export const apartOf = (one: Lab, other: Lab): number => Math.hypot(one.a - other.a, one.b - other.b)

/** An ink too small to measure still has a say. */
const MIN_AREA = 1e-5

const build = (inks: readonly InkArea[]): InkGraph => {
  const nodes = [...inks]
    .sort((one, other) => (one.hex < other.hex ? -1 : 1))
    .map(({ hex, area, parts }) => ({ hex, lab: labOf(hex), area: Math.max(area, MIN_AREA), parts: parts ?? [area] }))
  const places = new Map(nodes.map(({ hex }, i) => [hex, i]))
  const parts = new Map<number, [part: number, mixed: number]>()
  for (const { hex, beside } of inks)
    for (const [with_, part, mixed = 0] of beside ?? []) {
      const [a, b] = [places.get(hex), places.get(with_)]
      if (a === undefined || b === undefined || a === b) continue
      const key = Math.min(a, b) * nodes.length + Math.max(a, b)
      const [long, shared] = parts.get(key) ?? [0, 0]
      parts.set(key, [long + part, shared + mixed])
    }
  const edges = [...parts]
    .sort(([one], [other]) => one - other)
    .map(([key, [part, mixed]]) => {
      const [one, other] = [Math.floor(key / nodes.length), key % nodes.length]
      return { one, other, part, mixed, lighter: (nodes[one] as Node).lab.l - (nodes[other] as Node).lab.l }
    })
  return { nodes, edges }
}

const built = new WeakMap<readonly InkArea[], InkGraph>()

/** The graph of a list of inks; built once for each list. */
export const graphOf = (inks: readonly InkArea[]): InkGraph => {
  const known = built.get(inks)
  if (known) return known
  const graph = build(inks)
  built.set(inks, graph)
  return graph
}
