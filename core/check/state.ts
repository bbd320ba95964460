import { lchOf, type Hex } from '#core/color/convert'
import { okDistance } from '#core/color/difference'
import type { Project } from '#core/document/project'
import type { Swatch } from '#core/document/scheme'
import { fullestCmyk } from '#core/print/fileInk'
import type { Press } from '#core/print/press'
import { graphOf } from '#core/remap/graph'
import type { InkArea } from '#core/remap/inks'

/* A scheme in use: the colors of its artwork, who is beside whom, and how much each swatch covers. */

/** Two inks that touch, in what they become: longest boundaries first. */
export interface Neighbors {
  /** The inks, what they become, and the swatches that color them; null for one that is left as it is. */
  inks: readonly [Hex, Hex]
  colors: readonly [Hex, Hex]
  swatches: readonly [string | null, string | null]
  areas: readonly [number, number]
  /** Their part of all boundaries, in [0, 1]. */
  part: number
}

export interface CheckState {
  project: Project
  /** The press it is printed with; null where it is not, or where that is not known yet. */
  press: Press | null
  neighbors: readonly Neighbors[]
  /** The part of the picture each swatch colors, by its id. */
  areas: ReadonlyMap<string, number>
  /** The inks each swatch colors, by its id. */
  inksOf: ReadonlyMap<string, readonly Hex[]>
  /** The new colors of the inks, with the fraction of the picture each covers. */
  inks: ReadonlyArray<{ hex: Hex; color: Hex; area: number }>
  /** Inks of PDF artwork that keep their color, with the ink its file lays down for each, in percent. */
  fileInks: ReadonlyArray<{ hex: Hex; total: number }>
}

/** Boundaries shorter than this part of all are specks. */
const SPECK = 0.0005

/** The swatch whose color is nearest. */
const nearestOf = (scheme: readonly Swatch[], hex: Hex): string | null =>
  scheme.reduce<Swatch | null>(
    (best, swatch) => (!best || okDistance(swatch.hex, hex) < okDistance(best.hex, hex) ? swatch : best),
    null,
  )?.id ?? null

/**
 * The state a project is in on its artwork, from what its inks become. An ink without a target, as on a stand-in, goes
 * to the swatch its color is nearest to.
 */
export const stateOf = (
  project: Project,
  inks: readonly InkArea[],
  colors: ReadonlyMap<Hex, Hex>,
  press: Press | null = null,
): CheckState => {
  const { targets } = project.remap
  const { nodes, edges } = graphOf(inks)
  const became = nodes.map(({ hex }) => colors.get(hex) ?? hex)
  const to = nodes.map(({ hex }, i) => {
    const target = targets[hex]
    return target ? target.to : nearestOf(project.scheme, became[i] as Hex)
  })
  const areas = new Map<string, number>()
  const inksOf = new Map<string, Hex[]>()
  nodes.forEach(({ hex, area }, i) => {
    const id = to[i]
    if (!id) return
    areas.set(id, (areas.get(id) ?? 0) + area)
    const own = inksOf.get(id)
    if (own) own.push(hex)
    else inksOf.set(id, [hex])
  })
  return {
    project,
    press,
    areas,
    inksOf,
    inks: nodes.map(({ hex, area }, i) => ({ hex, color: became[i] as Hex, area })),
    fileInks: inks.flatMap(ink => {
      const own = (colors.get(ink.hex) ?? ink.hex) === ink.hex ? fullestCmyk(ink) : null
      return own ? [{ hex: ink.hex, total: own.total }] : []
    }),
    neighbors: edges
      .filter(({ part }) => part >= SPECK)
      .map(
        ({ one, other, part }): Neighbors => ({
          inks: [nodes[one]?.hex ?? '', nodes[other]?.hex ?? ''],
          colors: [became[one] as Hex, became[other] as Hex],
          swatches: [to[one] ?? null, to[other] ?? null],
          areas: [nodes[one]?.area ?? 0, nodes[other]?.area ?? 0],
          part,
        }),
      )
      .sort((a, b) => b.part - a.part),
  }
}

/** A swatch by its id. */
export const swatchIn = ({ project: { scheme } }: CheckState, id: string | null): Swatch | undefined =>
  scheme.find(each => each.id === id)

/** The names of swatches by their ids, joined. */
export const namesOf = (state: CheckState, ids: readonly string[], by: string): string =>
  ids.map(id => swatchIn(state, id)?.name ?? '').join(by)

/** The part of the picture a swatch colors, in [0, 1]. */
export const areaOf = ({ areas }: CheckState, id: string): number => areas.get(id) ?? 0

/** A swatch that colors less of the picture is not seen. */
export const SEEN = 0.001

/** The swatch that colors most of the picture; the one with the largest share where none colors any. */
export const mostOf = (state: CheckState): Swatch | undefined =>
  state.project.scheme.reduce<Swatch | undefined>((best, swatch) => {
    if (!best) return swatch
    const more = areaOf(state, swatch.id) - areaOf(state, best.id) || swatch.share - best.share
    return more > 0 ? swatch : best
  }, undefined)

/** OKLab lightness. */
export const lightOf = (hex: Hex): number => lchOf(hex).l

/** Minimum fraction of the picture a swatch covers to count for its lights and darks. */
export const COUNTS = 0.01
/** The lightest and the darkest of the swatches that cover something; fewer where there are none. */
export const extremesOf = ({ project, areas }: CheckState): Swatch[] => {
  const sorted = project.scheme
    .filter(({ id }) => (areas.get(id) ?? 0) >= COUNTS)
    .sort((one, other) => lightOf(one.hex) - lightOf(other.hex))
  return [sorted.at(-1), sorted[0]].filter(swatch => swatch !== undefined)
}
