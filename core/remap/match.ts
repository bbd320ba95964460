import munkres from 'munkres-js'
import { arc, labOf, lchOf, type Hex, type Lab } from '../color/convert'

/** An ink to be matched: its color and the share of the artwork it covers, in [0, 1]. */
export interface InkArea { hex: Hex, area: number }

/** A swatch to be matched to: the share is what it is meant to cover, in [0, 1]. */
export interface MatchSwatch { id: string, hex: Hex, share: number }

interface Group { members: InkArea[], center: Lab, area: number }

/** Lightness counts half when inks are gathered, so that the lights and darks of one hue stay together. */
const LIGHTNESS_WEIGHT = 0.5
const ROUNDS = 24
/** An ink too small to measure still has a say. */
const LEAST_AREA = 1e-4

const away = (one: Lab, other: Lab): number =>
  Math.hypot((one.l - other.l) * LIGHTNESS_WEIGHT, one.a - other.a, one.b - other.b)

const meanOf = (members: readonly { lab: Lab, area: number }[]): Lab => {
  const total = members.reduce((sum, { area }) => sum + area, 0)
  const mean = (pick: (lab: Lab) => number): number => members.reduce((sum, { lab, area }) => sum + pick(lab) * area, 0) / total
  return { l: mean(({ l }) => l), a: mean(({ a }) => a), b: mean(({ b }) => b) }
}

/**
 * Gathers inks into so many groups of like color, weighted by area: k-means in OKLab, started from the
 * largest ink and then, each time, the ink with most area farthest from those taken (deterministic).
 */
export const gatherInks = (inks: readonly InkArea[], count: number): InkArea[][] => {
  const points = inks.map(({ hex, area }) => ({ hex, lab: labOf(hex), area: Math.max(area, LEAST_AREA) }))
  const wanted = Math.min(count, points.length)
  if (wanted === 0) return []
  const centers = [points.reduce((best, point) => point.area > best.area ? point : best).lab]
  const nearest = (lab: Lab): number => Math.min(...centers.map(center => away(lab, center)))
  while (centers.length < wanted) {
    const scored = points.map(({ lab, area }) => ({ lab, score: nearest(lab) ** 2 * Math.sqrt(area) }))
    centers.push(scored.reduce((best, point) => point.score > best.score ? point : best).lab)
  }
  let place: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const next = points.map(({ lab }) => centers.reduce((best, center, i) => away(lab, center) < away(lab, centers[best] as Lab) ? i : best, 0))
    if (next.every((group, i) => group === place[i])) break
    place = next
    centers.forEach((_, i) => {
      const members = points.filter((__, j) => place[j] === i)
      if (members.length) centers[i] = meanOf(members)
    })
  }
  return centers.map((_, i) => inks.filter((__, j) => place[j] === i)).filter(group => group.length > 0)
}

const grouped = (inks: readonly InkArea[], count: number): Group[] =>
  gatherInks(inks, count).map(members => ({
    members,
    center: meanOf(members.map(({ hex, area }) => ({ lab: labOf(hex), area: Math.max(area, LEAST_AREA) }))),
    area: members.reduce((sum, { area }) => sum + area, 0),
  }))

/**
 * The place of each value in rising order, in [0, 1]: the mean, over the others, of how surely it is the
 * larger (a logistic of their difference over `grain`), so that values nearly alike share a place.
 */
const ranks = (values: readonly number[], grain: number): number[] => values.map((value, i) => {
  const others = values.filter((_, j) => j !== i)
  return others.length ? others.reduce((sum, other) => sum + 1 / (1 + Math.exp((other - value) / grain)), 0) / others.length : 0.5
})

/** What a mismatch costs: value order first, then hue, chroma and area. */
const WEIGHTS = { lightness: 6, hue: 1, chroma: 1.5, area: 1 } as const

/** Differences in OKLab lightness and chroma below which an order is not seen for sure. */
const GRAIN = { lightness: 0.03, chroma: 0.015 } as const

const hueCost = (one: { c: number, h: number }, other: { c: number, h: number }): number =>
  Math.abs(arc(one.h, other.h)) / 180 * Math.min(1, Math.min(one.c, other.c) / 0.08)

/**
 * Pairs the inks of an artwork with the swatches of a scheme: inks are gathered into as many groups as there
 * are swatches, and groups are assigned one to one at the least total cost of value order, hue, chroma and
 * area (Kuhn–Munkres). Returns the swatch id for every ink.
 */
export const matchInks = (inks: readonly InkArea[], swatches: readonly MatchSwatch[]): Map<Hex, string> => {
  const targets = new Map<Hex, string>()
  const groups = grouped(inks, swatches.length)
  if (groups.length === 0) return targets
  const colors = groups.map(({ center }) => ({ l: center.l, c: Math.hypot(center.a, center.b), h: Math.atan2(center.b, center.a) * 180 / Math.PI }))
  const aims = swatches.map(({ hex }) => lchOf(hex))
  const [inkL, swatchL] = [ranks(colors.map(({ l }) => l), GRAIN.lightness), ranks(aims.map(({ l }) => l), GRAIN.lightness)]
  const [inkC, swatchC] = [ranks(colors.map(({ c }) => c), GRAIN.chroma), ranks(aims.map(({ c }) => c), GRAIN.chroma)]
  const cost = (g: number, s: number): number => {
    const [color, aim] = [colors[g], aims[s]]
    const [group, swatch] = [groups[g], swatches[s]]
    if (!color || !aim || !group || !swatch) return 0
    return WEIGHTS.lightness * ((inkL[g] as number) - (swatchL[s] as number)) ** 2
      + WEIGHTS.hue * hueCost(color, aim)
      + WEIGHTS.chroma * ((inkC[g] as number) - (swatchC[s] as number)) ** 2
      + WEIGHTS.area * Math.abs(group.area - swatch.share)
  }
  const square = swatches.map((_, g) => swatches.map((__, s) => Math.round(cost(g, s) * 1e6)))
  for (const [g, s] of munkres(square))
    for (const { hex } of groups[g]?.members ?? []) targets.set(hex, (swatches[s] as MatchSwatch).id)
  return targets
}
