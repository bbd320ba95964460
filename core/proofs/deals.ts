import { labOf, type Hex, type Lab } from '#core/color/convert'
import { labDistance } from '#core/color/difference'
import { knownInks } from '#core/commands/known'
import type { Look, Project } from '#core/document/project'
import type { HarmonyKind } from '#core/harmony/harmony'
import type { InkArea } from '#core/remap/inks'
import { companionsOf, dealtColors } from '#core/scheme/dealSwatches'
import { inLook } from '#core/scheme/looks'
import { dealtCandidate, type Candidate } from './candidates'

/** The request for a sheet of deals. */
export interface DealOrder {
  /** The look it is dealt from: what is fixed, and where. */
  from: Look
  /** Its first seed. */
  seed: number
  /** The harmony it stays in; null for any. */
  kind: HarmonyKind | null
  /** The companions it is to be like, in the order of what is not fixed; and those it is to be far from. */
  like: Hex[] | null
  unlike: Hex[][]
}

/** So many deals a sheet shows, out of so many that are dealt. */
export const DEALT = 24
export const POOL = 72
/** Companions like others are to stay so: fewer to choose from. */
const POOL_LIKE = 40
/** Minimum weight of a swatch that covers next to nothing, as a fraction of the picture. */
const MIN_PART = 0.04

/** The fraction of the picture that each swatch that is not fixed covers: as it is matched now, or by its share. */
const partsOf = (project: Project, inks: readonly InkArea[]): number[] => {
  const { targets } = project.remap
  const areas = new Map<string, number>()
  for (const { hex, area } of inks) {
    const to = targets[hex]?.to
    if (to) areas.set(to, (areas.get(to) ?? 0) + area)
  }
  return companionsOf(project).map(({ id, share }) => Math.max(MIN_PART, (areas.size ? areas.get(id) : share) ?? 0))
}

/** Distance of two deals in the picture: the mean ΔEOK of what its parts become. */
export const pictureDistance = (one: readonly Lab[], other: readonly Lab[], parts: readonly number[]): number => {
  let [sum, all] = [0, 0]
  parts.forEach((part, i) => {
    const [a, b] = [one[i], other[i]]
    if (a && b) sum += part * labDistance(a, b)
    all += part
  })
  return all ? sum / all : 0
}

/**
 * So many of a list that are spread far apart: each time the one whose nearest among those taken (and those to keep
 * from) is farthest; the first where there is none.
 */
export const farApart = <Thing>(
  all: readonly Thing[],
  count: number,
  distance: (one: Thing, other: Thing) => number,
  from: readonly Thing[] = [],
): Thing[] => {
  const taken: Thing[] = []
  const near = all.map(each => Math.min(Infinity, ...from.map(other => distance(each, other))))
  while (taken.length < Math.min(count, all.length)) {
    const at = near.reduce((best, each, i) => (each > near[best]! ? i : best), 0)
    const found = all[at] as Thing
    taken.push(found)
    all.forEach((each, i) => (near[i] = Math.min(near[i]!, distance(each, found))))
    near[at] = -1
  }
  return taken
}

/** The seeds of the deals of a sheet: of many, those that are farthest from each other in the picture. */
export const chosenSeeds = (now: Project, order: DealOrder, inks: readonly InkArea[], count = DEALT): number[] => {
  const project = inLook(now, order.from)
  const parts = partsOf(project, inks)
  const pool = Array.from({ length: order.like ? POOL_LIKE : POOL }, (_, i) => {
    const seed = order.seed + i
    return { seed, labs: dealtColors(project, seed, order).map(labOf) }
  })
  return farApart(
    pool,
    count,
    (one, other) => pictureDistance(one.labs, other.labs, parts),
    order.unlike.map(hexes => ({ seed: 0, labs: hexes.map(labOf) })),
  ).map(({ seed }) => seed)
}

/** The deals of seeds, as they look in a project whose artwork has the inks. */
export const dealtCandidates = (
  now: Project,
  order: DealOrder,
  seeds: readonly number[],
  inks: readonly InkArea[],
): Candidate[] => {
  const project = inLook(now, order.from)
  const known = knownInks(inks)
  return seeds.map(seed => dealtCandidate(project, seed, known, order))
}

/** The companions of a look as a deal is to be like them, or unlike. */
export const companionsIn = (from: Look, look: Look, project: Project): Hex[] => {
  const colors = new Map(look.scheme.map(({ id, hex }) => [id, hex]))
  return companionsOf(inLook(project, from)).map(({ id, hex }) => colors.get(id) ?? hex)
}
