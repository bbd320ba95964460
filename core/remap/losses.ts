import { labOf, type Hex } from '#core/color/convert'
import { CONTRAST, graphOf } from './graph'
import type { InkArea } from './inks'

/** Boundaries shorter than this part of all are specks. */
const SPECK = 0.0005

/** Two inks that touch and have lost the contrast between them. */
export interface Loss {
  one: Hex
  other: Hex
  /** Their part of all boundaries, in [0, 1]. */
  part: number
  /** True if it was a strong edge that is gone: letters, outlines. */
  strong: boolean
}

/** Returns whether a lightness difference is lost: it has turned, less than half is left, or a strong one is gone. */
const isLost = (was: number, is: number): boolean =>
  Math.abs(was) >= CONTRAST.edge &&
  (is * Math.sign(was) < Math.abs(was) / 2 || (Math.abs(was) >= CONTRAST.strong && Math.abs(is) < CONTRAST.gone))

/** The pairs of inks that touch and have lost their contrast in what they become, the longest boundaries first. */
export const lossesOf = (inks: readonly InkArea[], colors: ReadonlyMap<Hex, Hex>): Loss[] => {
  const { nodes, edges } = graphOf(inks)
  const lightnesses = nodes.map(({ hex }) => labOf(colors.get(hex) ?? hex).l)
  return edges
    .flatMap(({ one, other, part, lighter }): Loss[] => {
      if (part < SPECK || Math.abs(lighter) < CONTRAST.edge) return []
      const is = lightnesses[one]! - lightnesses[other]!
      if (!isLost(lighter, is)) return []
      return [
        {
          one: nodes[one]?.hex ?? '',
          other: nodes[other]?.hex ?? '',
          part,
          strong: Math.abs(lighter) >= CONTRAST.strong && Math.abs(is) < CONTRAST.gone,
        },
      ]
    })
    .sort((one, other) => Number(other.strong) - Number(one.strong) || other.part - one.part)
}

const TIMES_STRONG = 3

/** Weight of losses, by the length of boundaries; strong ones count threefold. */
export const weightOf = (losses: readonly Loss[]): number =>
  losses.reduce((sum, { part, strong }) => sum + part * (strong ? TIMES_STRONG : 1), 0)

/**
 * The fraction of the edges of a picture that stay, by the length of boundaries, in [0, 1]; strong ones count
 * threefold.
 */
export const keptOf = (inks: readonly InkArea[], losses: readonly Loss[]): number => {
  const all = graphOf(inks).edges.filter(({ part, lighter }) => part >= SPECK && Math.abs(lighter) >= CONTRAST.edge)
  const total = all.reduce(
    (sum, { part, lighter }) => sum + part * (Math.abs(lighter) >= CONTRAST.strong ? TIMES_STRONG : 1),
    0,
  )
  return total ? Math.max(0, 1 - weightOf(losses) / total) : 1
}
