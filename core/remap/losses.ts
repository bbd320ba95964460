import { labOf, type Hex } from '../color/convert'
import { graphOf } from './graph'
import type { InkArea } from './inks'

/** A lightness difference from which two inks that touch make an edge, and from which a strong one, as letters do. */
const EDGE = 0.1
const STRONG = 0.4
/** A strong edge whose lightness difference falls under this is gone. */
const GONE = 0.2
/** Boundaries shorter than this part of all are specks. */
const SPECK = 0.0005

/** Two inks that touch and have lost the contrast between them. */
export interface Loss {
  one: Hex
  other: Hex
  /** Their part of all boundaries, in [0, 1]. */
  part: number
  /** Whether it was a strong edge that is gone: letters, outlines. */
  strong: boolean
}

/** Whether a lightness difference is lost: it has turned, less than half is left, or a strong one is gone. */
const isLost = (was: number, is: number): boolean =>
  Math.abs(was) >= EDGE && (is * Math.sign(was) < Math.abs(was) / 2 || (Math.abs(was) >= STRONG && Math.abs(is) < GONE))

const lightOf = (colorOf: (ink: Hex) => Hex): ((ink: Hex) => number) => {
  const known = new Map<Hex, number>()
  return ink => {
    const light = known.get(ink) ?? labOf(colorOf(ink)).l
    known.set(ink, light)
    return light
  }
}

/** The pairs of inks that touch and have lost their contrast in what they become, the longest boundaries first. */
export const lossesOf = (inks: readonly InkArea[], colorOf: (ink: Hex) => Hex): Loss[] => {
  const { nodes, edges } = graphOf(inks)
  const light = lightOf(colorOf)
  return edges
    .flatMap(({ one, other, part, lighter }): Loss[] => {
      if (part < SPECK || Math.abs(lighter) < EDGE) return []
      const [a, b] = [nodes[one]?.hex ?? '', nodes[other]?.hex ?? '']
      const is = light(a) - light(b)
      if (!isLost(lighter, is)) return []
      return [{ one: a, other: b, part, strong: Math.abs(lighter) >= STRONG && Math.abs(is) < GONE }]
    })
    .sort((one, other) => Number(other.strong) - Number(one.strong) || other.part - one.part)
}

const TIMES_STRONG = 3

/** How much losses weigh, by the length of boundaries; strong ones count threefold. */
export const weightOf = (losses: readonly Loss[]): number =>
  losses.reduce((sum, { part, strong }) => sum + part * (strong ? TIMES_STRONG : 1), 0)

/** How much of the edges of a picture is kept, by the length of boundaries, in [0, 1]; strong ones count threefold. */
export const keptOf = (inks: readonly InkArea[], losses: readonly Loss[]): number => {
  const all = graphOf(inks).edges.filter(({ part, lighter }) => part >= SPECK && Math.abs(lighter) >= EDGE)
  const total = all.reduce((sum, { part, lighter }) => sum + part * (Math.abs(lighter) >= STRONG ? TIMES_STRONG : 1), 0)
  return total ? Math.max(0, 1 - weightOf(losses) / total) : 1
}
