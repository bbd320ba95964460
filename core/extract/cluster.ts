import type { Lab } from '#core/color/convert'
import { seeded } from '#core/math/random'
import { pointAt, type Points } from './tally'

/** Which center each point is nearest to, how far it is from it, and the weighted mean of those distances. */
export interface Assignment {
  label: Uint8Array
  distance: Float64Array
  cost: number
}

const flatOf = (centers: readonly Lab[]): Float64Array => Float64Array.from(centers.flatMap(({ l, a, b }) => [l, a, b]))

/** Writes the nearest center of every point, and its squared distance. */
const nearest = ({ size, l, a, b }: Points, flat: Float64Array, label: Uint8Array, square: Float64Array): void => {
  for (let i = 0; i < size; i++) {
    const pl = l[i]!
    const pa = a[i]!
    const pb = b[i]!
    let min = Infinity
    let own = 0
    for (let at = 0, c = 0; at < flat.length; at += 3, c++) {
      const dl = pl - flat[at]!
      const da = pa - flat[at + 1]!
      const db = pb - flat[at + 2]!
      const away = dl * dl + da * da + db * db
      if (away < min) {
        min = away
        own = c
      }
    }
    label[i] = own
    square[i] = min
  }
}

/** Assigns every point to its nearest center, by distance in OKLab. */
export const assignPoints = (points: Points, centers: readonly Lab[]): Assignment => {
  const { size, weight } = points
  const label = new Uint8Array(size)
  const distance = new Float64Array(size)
  nearest(points, flatOf(centers), label, distance)
  let cost = 0
  let total = 0
  for (let i = 0; i < size; i++) {
    const away = Math.sqrt(distance[i]!)
    distance[i] = away
    cost += weight[i]! * away
    total += weight[i]!
  }
  return { label, distance, cost: total ? cost / total : 0 }
}

/** The part of the weight each center stands for: that of the points nearest to it. */
export const sharesOf = (points: Points, centers: readonly Lab[]): number[] => {
  const shares = centers.map(() => 0)
  assignPoints(points, centers).label.forEach((center, i) => {
    shares[center]! += points.weight[i]!
  })
  return shares
}

/** Distances under this count as this far, so that a median does not divide by nothing. */
const LEAST = 1e-3

/** Centers that move less than this, in OKLab, stand still. */
const STILL = 5e-4

/**
 * Moves centers to where they serve their points best, a number of times: to the weighted mean (k-means, Stuart Lloyd,
 * 1982), or, with `median`, toward the geometric median (Endre Weiszfeld, 1937), which a few far points do not pull
 * away and make muddy. The first `held` centers stay where they are. Ends early when nothing moves.
 */
export const moveCenters = (
  points: Points,
  centers: readonly Lab[],
  fixedCount: number,
  times: number,
  median: boolean,
): Lab[] => {
  const { size, l, a, b, weight } = points
  const flat = flatOf(centers)
  const label = new Uint8Array(size)
  const square = new Float64Array(size)
  for (let turn = 0, way = 1; turn < times && way > STILL; turn++) {
    nearest(points, flat, label, square)
    const sums = new Float64Array(centers.length * 4)
    for (let i = 0; i < size; i++) {
      const at = label[i]! * 4
      const w = median ? weight[i]! / Math.max(LEAST, Math.sqrt(square[i]!)) : weight[i]!
      sums[at]! += w
      sums[at + 1]! += w * l[i]!
      sums[at + 2]! += w * a[i]!
      sums[at + 3]! += w * b[i]!
    }
    way = 0
    for (let c = fixedCount; c < centers.length; c++) {
      const total = sums[c * 4]!
      for (let axis = 0; axis < 3 && total > 0; axis++) {
        const next = sums[c * 4 + 1 + axis]! / total
        way = Math.max(way, Math.abs(next - flat[c * 3 + axis]!))
        flat[c * 3 + axis] = next
      }
    }
  }
  return centers.map((_, c) => ({
    l: flat[c * 3]!,
    a: flat[c * 3 + 1]!,
    b: flat[c * 3 + 2]!,
  }))
}

/** Points gathered by the cells of a grid over OKLab, `side` wide: fewer points that stand for the same colors. */
export const gridPoints = ({ size, l, a, b, weight }: Points, side: number): Points => {
  const cellOf = new Map<number, number>()
  const sums: number[] = []
  for (let i = 0; i < size; i++) {
    const [pl, pa, pb, w] = [l[i]!, a[i]!, b[i]!, weight[i]!]
    const key = (Math.round(pl / side) * 1024 + Math.round((pa + 0.5) / side)) * 1024 + Math.round((pb + 0.5) / side)
    let at = cellOf.get(key)
    if (at === undefined) cellOf.set(key, (at = sums.push(0, 0, 0, 0) - 4))
    sums[at]! += w
    sums[at + 1]! += w * pl
    sums[at + 2]! += w * pa
    sums[at + 3]! += w * pb
  }
  const count = sums.length / 4
  const mean = (axis: number): Float64Array =>
    Float64Array.from({ length: count }, (_, i) => sums[i * 4 + axis]! / sums[i * 4]!)
  return {
    size: count,
    l: mean(1),
    a: mean(2),
    b: mean(3),
    weight: Float64Array.from({ length: count }, (_, i) => sums[i * 4]!),
  }
}

/**
 * Starts spread by distance (k-means++, Arthur and Vassilvitskii, 2007): each next center by chance in proportion to
 * its squared distance.
 */
const spreadStart = (points: Points, fixed: readonly Lab[], count: number, random: () => number): Lab[] => {
  const centers = [...fixed]
  const away = new Float64Array(points.size).fill(centers.length ? Infinity : 1)
  const note = (center: Lab, first: boolean): void => {
    for (let i = 0; i < points.size; i++) {
      const d = (points.l[i]! - center.l) ** 2 + (points.a[i]! - center.a) ** 2 + (points.b[i]! - center.b) ** 2
      away[i] = first ? d : Math.min(away[i]!, d)
    }
  }
  fixed.forEach(center => note(center, false))
  while (centers.length < fixed.length + count) {
    let sum = 0
    for (let i = 0; i < points.size; i++) sum += points.weight[i]! * away[i]!
    if (sum <= 1e-9) break
    let left = random() * sum
    let at = 0
    for (; at < points.size - 1; at++) {
      left -= points.weight[at]! * away[at]!
      if (left <= 0) break
    }
    const center = pointAt(points, at)
    note(center, centers.length === 0)
    centers.push(center)
  }
  return centers
}

/**
 * A start by merging: every point is a cluster of its own, and the two whose union costs least are joined until
 * `count` are left (Joe Ward, 1963).
 */
const mergeStart = ({ size, l, a, b, weight }: Points, fixed: readonly Lab[], count: number): Lab[] => {
  const clusters = Array.from({ length: size }, (_, i) => ({
    w: weight[i]!,
    l: l[i]!,
    a: a[i]!,
    b: b[i]!,
    near: -1,
    price: Infinity,
  }))
  type Cluster = (typeof clusters)[number]
  const price = (one: Cluster, other: Cluster): number =>
    ((one.w * other.w) / (one.w + other.w)) * ((one.l - other.l) ** 2 + (one.a - other.a) ** 2 + (one.b - other.b) ** 2)
  const look = (i: number): void => {
    const own = clusters[i] as Cluster
    own.price = Infinity
    for (let j = 0; j < clusters.length; j++) {
      if (j === i) continue
      const cost = price(own, clusters[j] as Cluster)
      if (cost < own.price) [own.price, own.near] = [cost, j]
    }
  }
  for (let i = 0; i < clusters.length; i++) look(i)
  while (clusters.length > count) {
    let min = 0
    for (let i = 1; i < clusters.length; i++)
      if ((clusters[i] as Cluster).price < (clusters[min] as Cluster).price) min = i
    const [one, gone] = [Math.min(min, (clusters[min] as Cluster).near), Math.max(min, (clusters[min] as Cluster).near)]
    const [merged, other] = [clusters[one] as Cluster, clusters[gone] as Cluster]
    const w = merged.w + other.w
    Object.assign(merged, {
      w,
      l: (merged.l * merged.w + other.l * other.w) / w,
      a: (merged.a * merged.w + other.a * other.w) / w,
      b: (merged.b * merged.w + other.b * other.w) / w,
    })
    const last = clusters.pop() as Cluster
    const from = clusters.length
    if (gone < from) clusters[gone] = last
    clusters.forEach((cluster, i) => {
      if (i === one || cluster.near === one || cluster.near === gone) look(i)
      else if (cluster.near === from) cluster.near = gone
      const cost = price(cluster, merged)
      if (i !== one && cost < cluster.price) [cluster.price, cluster.near] = [cost, one]
    })
  }
  return [...fixed, ...clusters.map(cluster => ({ l: cluster.l, a: cluster.a, b: cluster.b }))]
}

/** The grids, in OKLab, that starts are tried on and that the start by merging is made on. */
const COARSE = 0.04
const COARSEST = 0.07

/** Search effort: how many starts are tried, and how many of the best are refined. */
export interface Effort {
  starts: number
  finalists: number
}
export const THOROUGH: Effort = { starts: 12, finalists: 3 }
export const QUICK: Effort = { starts: 6, finalists: 1 }

/**
 * Clusters points into `count` centers beside the fixed ones (which stand first in the result and do not move), so that
 * the mean distance from points to their nearest center is small. A start by merging and several seeded ones are tried
 * on a coarse grid and the best are refined: the same points give the same centers, and no single start decides. Fewer
 * centers come back where there are fewer different points.
 */
export const clusterPoints = (
  points: Points,
  count: number,
  fixed: readonly Lab[] = [],
  { starts, finalists }: Effort = THOROUGH,
): Lab[] => {
  if (points.size === 0 || count <= 0) return [...fixed]
  const grid = gridPoints(points, COARSE)
  const random = seeded(20)
  const costing = (on: Points, centers: Lab[]): { centers: Lab[]; cost: number } => ({
    centers,
    cost: assignPoints(on, centers).cost,
  })
  const tried = Array.from({ length: starts }, (_, i) =>
    i === 0 && !fixed.length
      ? mergeStart(gridPoints(grid, COARSEST), fixed, count)
      : spreadStart(grid, fixed, count, random),
  )
    .map(start => costing(grid, moveCenters(grid, start, fixed.length, 8, true)))
    .sort((one, other) => one.cost - other.cost)
  const others = tried.filter(({ cost }, i) => i === 0 || cost > (tried[i - 1]?.cost ?? 0) * 1.002) // the rest came to the same
  const refined = others
    .slice(0, finalists)
    .map(({ centers }) => costing(points, moveCenters(points, centers, fixed.length, 10, true)))
  return refined.reduce((best, each) => (each.cost < best.cost ? each : best)).centers
}
