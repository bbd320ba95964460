import { munkres } from 'munkres'
import { arc, isNeutral, labOf, lchOf, type Hex, type Lab } from '#core/color/convert'
import { okDistance } from '#core/color/difference'
import { seeded } from '#core/math/random'
import type { InkArea, MatchSwatch } from './inks'
import { matchKeeping } from './matchPicture'
import { MEANT, type Meant } from './intent'
import type { Role } from '#core/harmony/proportion'

/**
 * The strategies of matching: so that what touches keeps its contrast; by the order of light and dark; dominant to dominant,
 * by area, share and role; each to the nearest color; or all to one swatch, toward whose hue the whole artwork turns.
 */
export const MATCHES = ['picture', 'values', 'area', 'nearest', 'turn'] as const
export type Match = (typeof MATCHES)[number]

/**
 * A matching request: the strategy, the seed of a deal (0 for the best match there is), the swatch the whole turns to, and
 * what was sent by hand, which what touches it has to reckon with.
 */
export interface Matching {
  match: Match
  seed: number
  base: string | null
  byHand?: ReadonlyMap<Hex, string | null>
  meant?: Meant
}

export type { InkArea, MatchSwatch }

const USUAL: Matching = { match: 'values', seed: 0, base: null }
const NOBODY: ReadonlyMap<Hex, string | null> = new Map()

interface Group {
  members: InkArea[]
  center: Lab
  area: number
}

/** Lightness counts half when inks are gathered, so that the lights and darks of one hue stay together. */
const LIGHTNESS_WEIGHT = 0.5
const ROUNDS = 24
/** An ink too small to measure still has a say. */
const MIN_AREA = 1e-4

const away = (one: Lab, other: Lab): number =>
  Math.hypot((one.l - other.l) * LIGHTNESS_WEIGHT, one.a - other.a, one.b - other.b)

const meanOf = (members: readonly { lab: Lab; area: number }[]): Lab => {
  const total = members.reduce((sum, { area }) => sum + area, 0)
  const mean = (pick: (lab: Lab) => number): number =>
    members.reduce((sum, { lab, area }) => sum + pick(lab) * area, 0) / total
  return { l: mean(({ l }) => l), a: mean(({ a }) => a), b: mean(({ b }) => b) }
}

/**
 * Gathers inks into so many groups of like color, weighted by area: k-means in OKLab, started from the largest ink and
 * then, each time, the ink with most area farthest from those taken (deterministic).
 */
export const gatherInks = (inks: readonly InkArea[], count: number): InkArea[][] => {
  const points = inks.map(({ hex, area }) => ({ hex, lab: labOf(hex), area: Math.max(area, MIN_AREA) }))
  const wanted = Math.min(count, points.length)
  if (wanted === 0) return []
  const centers = [points.reduce((best, point) => (point.area > best.area ? point : best)).lab]
  const nearest = (lab: Lab): number => Math.min(...centers.map(center => away(lab, center)))
  while (centers.length < wanted) {
    const scored = points.map(({ lab, area }) => ({ lab, score: nearest(lab) ** 2 * Math.sqrt(area) }))
    centers.push(scored.reduce((best, point) => (point.score > best.score ? point : best)).lab)
  }
  let place: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const next = points.map(({ lab }) =>
      centers.reduce((best, center, i) => (away(lab, center) < away(lab, centers[best] as Lab) ? i : best), 0),
    )
    if (next.every((group, i) => group === place[i])) break
    place = next
    centers.forEach((_, i) => {
      const members = points.filter((__, j) => place[j] === i)
      if (members.length) centers[i] = meanOf(members)
    })
  }
  return centers.map((_, i) => inks.filter((__, j) => place[j] === i)).filter(group => group.length > 0)
}

const EMPTY: Group = { members: [], center: { l: 0.5, a: 0, b: 0 }, area: 0 }

const groupOf = (members: readonly InkArea[]): Group | null =>
  members.length
    ? {
        members: [...members],
        center: meanOf(members.map(({ hex, area }) => ({ lab: labOf(hex), area: Math.max(area, MIN_AREA) }))),
        area: members.reduce((sum, { area }) => sum + area, 0),
      }
    : null

const grouped = (inks: readonly InkArea[], count: number): Group[] =>
  gatherInks(inks, count).flatMap(members => groupOf(members) ?? [])

/**
 * The place of each value in rising order, in [0, 1]: the mean, over the others, of how surely it is the larger (a
 * logistic of their difference over `grain`), so that values nearly alike share a place.
 */
const ranks = (values: readonly number[], grain: number): number[] =>
  values.map((value, i) => {
    const others = values.filter((_, j) => j !== i)
    return others.length
      ? others.reduce((sum, other) => sum + 1 / (1 + Math.exp((other - value) / grain)), 0) / others.length
      : 0.5
  })

/** Costs of a mismatch: by values, value order first, then hue, chroma and area; by area, standing first. */
const WEIGHTS = {
  values: { lightness: 6, hue: 1, chroma: 1.5, area: 1, standing: 0 },
  area: { lightness: 0.4, hue: 0.2, chroma: 0.8, area: 0.5, standing: 8 },
} as const

/** The amount a role adds to a share when swatches are ranked by how much they are meant to cover. */
const STANDING: Readonly<Record<Role, number>> = {
  dominant: 0.5,
  supporting: 0.1,
  neutral: 0.05,
  detail: -0.1,
  accent: -0.15,
}

/** A difference of areas below which a rank is not sure. */
const AREA_GRAIN = 0.01

/** Differences in OKLab lightness and chroma below which an order is not seen for sure. */
const GRAIN = { lightness: 0.03, chroma: 0.015 } as const

type Color = { c: number; h: number }

const hueCost = (one: Color, other: Color): number =>
  (Math.abs(arc(one.h, other.h)) / 180) * Math.min(1, Math.min(one.c, other.c) / 0.08)

/** Cost of sending each group (row) to each swatch (column). */
const costsOf = (
  groups: readonly Group[],
  swatches: readonly MatchSwatch[],
  by: 'values' | 'area' = 'values',
): number[][] => {
  const weights = WEIGHTS[by]
  const colors = groups.map(({ center }) => ({
    l: center.l,
    c: Math.hypot(center.a, center.b),
    h: (Math.atan2(center.b, center.a) * 180) / Math.PI,
  }))
  const aims = swatches.map(({ hex }) => lchOf(hex))
  const [inkL, swatchL] = [
    ranks(
      colors.map(({ l }) => l),
      GRAIN.lightness,
    ),
    ranks(
      aims.map(({ l }) => l),
      GRAIN.lightness,
    ),
  ]
  const [inkC, swatchC] = [
    ranks(
      colors.map(({ c }) => c),
      GRAIN.chroma,
    ),
    ranks(
      aims.map(({ c }) => c),
      GRAIN.chroma,
    ),
  ]
  const [inkA, swatchA] = [
    ranks(
      groups.map(({ area }) => area),
      AREA_GRAIN,
    ),
    ranks(
      swatches.map(({ share, role }) => share + (role ? STANDING[role] : 0)),
      AREA_GRAIN,
    ),
  ]
  return groups.map(({ area }, g) =>
    swatches.map(
      ({ share }, s) =>
        weights.lightness * (inkL[g]! - swatchL[s]!) ** 2 +
        weights.hue * hueCost(colors[g] as Color, aims[s] as Color) +
        weights.chroma * (inkC[g]! - swatchC[s]!) ** 2 +
        weights.area * Math.abs(area - share) +
        weights.standing * (inkA[g]! - swatchA[s]!) ** 2,
    ),
  )
}

/**
 * Maximum deviation of a deal from the best match: what it adds to a cost in parts of the dearest, and to a distance in
 * parts of it.
 */
const STRAY = { cost: 1.4, distance: 4 } as const

const toNearest = (inks: readonly InkArea[], swatches: readonly MatchSwatch[], seed: number): Map<Hex, string> => {
  const chance = seeded(seed)
  const stray = swatches.map(() => (seed ? 1 + chance() * STRAY.distance : 1))
  const distances = inks.map(({ hex }) => swatches.map((swatch, s) => okDistance(hex, swatch.hex) * stray[s]!))
  return new Map(
    inks.flatMap(({ hex }, i) => {
      const own = distances[i] as number[]
      const nearest = swatches[own.indexOf(Math.min(...own))]
      return nearest ? [[hex, nearest.id]] : []
    }),
  )
}

/** All inks on one swatch: the base, or, dealt, each of the others that have a hue by turns. */
const toOne = (
  inks: readonly InkArea[],
  swatches: readonly MatchSwatch[],
  { seed, base }: Matching,
): Map<Hex, string> => {
  const first = swatches.find(({ id }) => id === base) ?? swatches[0]
  const hued = [...(first ? [first] : []), ...swatches.filter(swatch => swatch !== first && !isNeutral(swatch.hex))]
  const one = hued[seed % Math.max(1, hued.length)]
  return new Map(one ? inks.map(({ hex }) => [hex, one.id]) : [])
}

/**
 * Pairs the inks of an artwork with the swatches of a scheme. By values and by area inks are gathered into as many
 * groups as there are swatches, and groups are assigned one to one at the least total cost (Kuhn–Munkres); a deal
 * strays from the least cost by its seed. Returns the swatch id for every ink.
 */
export const matchInks = (
  inks: readonly InkArea[],
  swatches: readonly MatchSwatch[],
  how: Matching = USUAL,
): Map<Hex, string> => {
  if (how.match === 'picture')
    return matchKeeping(inks, swatches, { ...(how.meant ?? MEANT), seed: how.seed, byHand: how.byHand ?? NOBODY })
  if (how.match === 'nearest') return toNearest(inks, swatches, how.seed)
  if (how.match === 'turn') return toOne(inks, swatches, how)
  const targets = new Map<Hex, string>()
  const groups = grouped(inks, swatches.length)
  if (groups.length === 0) return targets
  const chance = seeded(how.seed)
  const best = costsOf(groups, swatches, how.match)
  const dearest = Math.max(...best.flat())
  const costs = how.seed ? best.map(row => row.map(cost => cost + chance() * STRAY.cost * dearest)) : best
  for (const [g, s] of munkres(costs))
    for (const { hex } of groups[g]?.members ?? []) targets.set(hex, (swatches[s] as MatchSwatch).id)
  return targets
}

/** Number of orders that are looked at from step to step, and how many exchanges away. */
const BEAM = { wide: 160, deep: 3 } as const

/**
 * The same swatches in other orders: which swatch each swatch's inks go to instead. The orders that cost least (value
 * order, hue, chroma, area) come first, the present one is not among them. Found by exchanging two at a time, up to
 * three times, from the present one.
 */
export const otherOrders = (
  inks: readonly InkArea[],
  targets: ReadonlyMap<Hex, string | null>,
  swatches: readonly MatchSwatch[],
  max: number,
): Array<Map<string, string>> => {
  const places = swatches.map(({ id }) => id)
  const groups = places.map(id => groupOf(inks.filter(({ hex }) => targets.get(hex) === id)))
  const used = groups.flatMap((group, i) => (group ? [i] : []))
  const costs = costsOf(
    groups.map(group => group ?? EMPTY),
    swatches,
  )
  const costOf = (order: readonly number[]): number => used.reduce((sum, g) => sum + (costs[g]?.[order[g]!] ?? 0), 0)
  const key = (order: readonly number[]): string => used.map(g => order[g]).join()
  const start = places.map((_, i) => i)
  const seen = new Map([[key(start), { order: start, cost: costOf(start) }]])
  let edge: number[][] = [start]
  for (let step = 0; step < BEAM.deep; step++) {
    const next = edge.flatMap(order =>
      used.flatMap(one =>
        start
          .filter(other => other !== one)
          .flatMap(other => {
            const exchanged = order.map((to, i) => (i === one ? order[other]! : i === other ? order[one]! : to))
            if (seen.has(key(exchanged))) return []
            const found = { order: exchanged, cost: costOf(exchanged) }
            seen.set(key(exchanged), found)
            return [found]
          }),
      ),
    )
    edge = next
      .sort((one, other) => one.cost - other.cost)
      .slice(0, BEAM.wide)
      .map(({ order }) => order)
  }
  seen.delete(key(start))
  return [...seen.values()]
    .sort((one, other) => one.cost - other.cost)
    .slice(0, max)
    .map(({ order }) => new Map(used.map(g => [places[g] as string, places[order[g]!] as string])))
}
