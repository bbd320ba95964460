import { hexOfLab, type Lab } from '#core/color/convert'
import { deltaE, labDistance } from '#core/color/difference'
import { assignPoints, moveCenters, sharesOf } from './cluster'
import { pointAt, type Points } from './tally'

/** OKLab chroma. */
const chroma = ({ a, b }: Lab): number => Math.hypot(a, b)

const isNearWhite = (center: Lab): boolean => center.l > 0.945 && chroma(center) < 0.03
const isNearBlack = (center: Lab): boolean => center.l < 0.17 && chroma(center) < 0.03

/** True if two colors would take two places for what is one color in use. */
export type Same = (one: Lab, other: Lab) => boolean

/** Returns whether two colors would take two places for what is seen as one white or one black. */
export const isSameEnd: Same = (one, other) =>
  (isNearWhite(one) && isNearWhite(other)) || (isNearBlack(one) && isNearBlack(other))

/** ΔE2000 between the 8-bit colors of two OKLab colors. */
export const difference = (one: Lab, other: Lab): number => deltaE(hexOfLab(one), hexOfLab(other))

/** Two centers too close to each other. */
interface Pair {
  one: number
  other: number
  delta: number
  same: boolean
}

const pairsIn = (centers: readonly Lab[], min: number, isSame: Same): Pair[] => {
  const pairs: Pair[] = []
  for (let one = 0; one < centers.length; one++) {
    for (let other = one + 1; other < centers.length; other++) {
      const [a, b] = [centers[one] as Lab, centers[other] as Lab]
      const same = isSame(a, b)
      if (!same && labDistance(a, b) > min * 0.03) continue
      const delta = difference(a, b)
      if (delta < min || same) pairs.push({ one, other, delta, same })
    }
  }
  return pairs.sort((one, other) => one.delta - other.delta)
}

const moveBy = (from: Lab, by: Lab, part: number): Lab => ({
  l: from.l + by.l * part,
  a: from.a + by.a * part,
  b: from.b + by.b * part,
})

/**
 * Pushes pairs that are all but far enough apart the rest of the way, along the line between them; fixed centers stay.
 */
const pushApart = (centers: readonly Lab[], fixedCount: number, min: number, isSame: Same): Lab[] => {
  let now = [...centers]
  for (let turn = 0; turn < 40; turn++) {
    const pairs = pairsIn(now, min + 0.1, isSame)
    if (!pairs.length) return now
    const next = [...now]
    for (const { one, other, delta } of pairs) {
      const [a, b] = [next[one] as Lab, next[other] as Lab]
      const way = { l: b.l - a.l, a: b.a - a.a, b: b.b - a.b }
      const part = Math.min(0.3, (min + 0.2) / Math.max(delta, 0.5) - 1)
      if (one >= fixedCount) next[one] = moveBy(a, way, -part * (other >= fixedCount ? 0.5 : 1))
      if (other >= fixedCount) next[other] = moveBy(b, way, part * (one >= fixedCount ? 0.5 : 1))
    }
    now = next
  }
  return now
}

/** The distance of a point from a place, in OKLab. */
const distanceTo = ({ l, a, b }: Points, i: number, place: Lab): number => {
  const dl = l[i]! - place.l
  const da = a[i]! - place.a
  const db = b[i]! - place.b
  return Math.sqrt(dl * dl + da * da + db * db)
}

/** The part of all weight that a new center has to serve better, times how much better, to be worth a place. */
const WORTH = 4e-5

/** The most places tried for a new center. */
const TRIED = 32

/**
 * The point whose place as a further center would serve best, far enough from all there are; null where none is worth
 * it.
 */
export const furtherCenter = (points: Points, centers: readonly Lab[], min: number, isSame: Same): Lab | null => {
  const { distance } = assignPoints(points, centers)
  const order = Array.from({ length: points.size }, (_, i) => i).sort(
    (one, other) => points.weight[other]! * distance[other]! - points.weight[one]! * distance[one]!,
  )
  let [best, gain] = [null as Lab | null, WORTH]
  for (const i of order.slice(0, TRIED)) {
    const at = pointAt(points, i)
    if (centers.some(center => isSame(center, at) || difference(center, at) < min)) continue
    let own = 0
    for (let j = 0; j < points.size; j++) {
      const away = distanceTo(points, j, at)
      if (away < distance[j]!) own += points.weight[j]! * (distance[j]! - away)
    }
    if (own > gain) [best, gain] = [at, own]
  }
  return best
}

/** Maximum distance in OKLab from the nearest point at which a center is still a color of the picture. */
const NEAR = 0.035

/**
 * A center no further than that from the nearest point: one in the middle of nowhere, between two groups, is drawn to
 * the nearer.
 */
const nearestSeen = (points: Points, center: Lab): Lab => {
  let [nearest, min] = [0, Infinity]
  for (let i = 0; i < points.size; i++) {
    const away = distanceTo(points, i, center)
    if (away < min) [nearest, min] = [i, away]
  }
  const to = pointAt(points, nearest)
  const way = { l: to.l - center.l, a: to.a - center.a, b: to.b - center.b }
  return min > NEAR ? moveBy(center, way, 1 - NEAR / min) : center
}

/** Under this part of the least difference two centers are one color, and one of them has to go. */
const ONE_COLOR = 0.62

/**
 * Centers of which no two stand nearer than `least` (ΔE2000 of their 8-bit colors), and of which no two are a
 * near-white or a near-black. Pairs that are almost far enough apart are pushed; of closer ones the smaller goes, and
 * its place is given to the color that serves the points best; where no other color is worth it, fewer come back. The
 * first `held` never move. `isSame` says what is one color in use, whatever its difference.
 */
export const spaceCenters = (
  points: Points,
  centers: readonly Lab[],
  fixedCount: number,
  min: number,
  isSame: Same = isSameEnd,
): Lab[] => {
  let now = [...centers]
  for (let turn = 0; turn < centers.length; turn++) {
    const pair = pairsIn(now, min, isSame).find(
      ({ delta, same, other }) => (same || delta < min * ONE_COLOR) && other >= fixedCount,
    )
    if (!pair) break
    const shares = sharesOf(points, now)
    const goes = pair.one < fixedCount || shares[pair.one]! > shares[pair.other]! ? pair.other : pair.one
    now = now.filter((_, i) => i !== goes)
    const next = furtherCenter(points, now, min, isSame)
    if (next) now = moveCenters(points, [...now, next], fixedCount, 6, true)
  }
  now = pushApart(now, fixedCount, min, isSame)
  now = now.map((center, i) => (i < fixedCount ? center : nearestSeen(points, center)))
  for (let pairs = pairsIn(now, min, isSame); pairs.length; pairs = pairsIn(now, min, isSame)) {
    const goes = pairs.find(({ other }) => other >= fixedCount)
    if (!goes) break
    now = now.filter((_, i) => i !== goes.other)
  }
  return now
}
