import { labOf, type Hex } from '#core/color/convert'
import { labDistance } from '#core/color/difference'
import type { Unmixed } from './unmix'

/**
 * A contiguous area of a picture: what hangs together with a point, in parts of width and height, and is no farther
 * from its ink than `reach`, in hundredths of ΔEOK.
 */
export interface Area {
  x: number
  y: number
  reach: number
}

/** The key of an area. */
export const areaKey = ({ x, y, reach }: Area): string => `${x} ${y} ${reach}`

/** The farthest an area reaches. */
export const REACH = { min: 0, usual: 12, max: 60 } as const

/**
 * An area found: 1 for each of its pixels, the inks it has, the one at its point first, and how many pixels it covers.
 */
export interface FoundArea {
  mask: Uint8Array
  inks: number[]
  size: number
}

/** The pixel a point falls on. */
export const pixelAt = (
  { width, height }: { width: number; height: number },
  { x, y }: { x: number; y: number },
): number =>
  Math.min(height - 1, Math.max(0, Math.floor(y * height))) * width +
  Math.min(width - 1, Math.max(0, Math.floor(x * width)))

/**
 * Minimum share, of 255, of an ink in a pixel of a picture that is not flat for an area to reach it: beyond it fades.
 */
const SHINES = 30

/**
 * Finds an area: from its point to all sides as long as the ink that covers most of a pixel is near enough to the one
 * at the point. The pixels of its rim, where its inks only shine through, belong to it too, so that no seam stays.
 * Null on a clear pixel.
 */
export const findArea = (
  { picture: { width, height }, places, weights, ground }: Unmixed,
  inks: readonly Hex[],
  area: Area,
): FoundArea | null => {
  const start = pixelAt({ width, height }, area)
  const isPainted = (p: number): boolean => weights[p * 4] !== 0
  if (!isPainted(start)) return null
  const first = places[start * 4]!
  const labs = inks.map(labOf)
  const lead = labs[first] as (typeof labs)[number]
  const near = Uint8Array.from(labs, (lab, ink) =>
    ink === first || labDistance(lab, lead) * 100 <= area.reach ? 1 : 0,
  )
  const mask = new Uint8Array(width * height)
  const isNear = (p: number): boolean => {
    if (!ground) return near[places[p * 4]!] === 1
    for (let n = p * 4; n < p * 4 + 3; n++) if (weights[n]! >= SHINES && near[places[n]!]) return true
    return false
  }
  const within = (p: number): boolean => !mask[p] && isPainted(p) && isNear(p)
  const waiting = [start]
  const visited = new Set<number>([first])
  let size = 0
  for (let p = waiting.pop(); p !== undefined; p = waiting.pop()) {
    if (!within(p)) continue
    const row = Math.floor(p / width) * width
    let [left, right] = [p, p]
    while (left > row && within(left - 1)) left--
    while (right < row + width - 1 && within(right + 1)) right++
    for (let q = left; q <= right; q++) {
      mask[q] = 1
      size++
      visited.add(places[q * 4]!)
      if (q >= width && within(q - width) && (q === left || !within(q - width - 1))) waiting.push(q - width)
      if (q < width * (height - 1) && within(q + width) && (q === left || !within(q + width - 1)))
        waiting.push(q + width)
    }
  }
  rim(mask, width, height, p => {
    for (let n = 1; n < 3; n++) if (weights[p * 4 + n] && visited.has(places[p * 4 + n]!)) return true
    return visited.has(places[p * 4]!) && weights[p * 4] !== 0 && weights[p * 4] !== 255
  })
  return { mask, inks: [first, ...[...visited].filter(ink => ink !== first)], size }
}

/** Minimum share, of 255, of an ink in a pixel of a picture that is not flat where an area begins. */
const MAINLY = 128

/** The areas of one ink each that cover at least a part of the picture, the largest first, by a point of theirs. */
export const contiguousAreas = (
  { picture: { width, height }, places, weights, ground }: Unmixed,
  min: number,
): Array<{ area: Area; size: number }> => {
  const visited = new Uint8Array(width * height)
  const found: Array<{ area: Area; size: number }> = []
  for (let start = 0; start < visited.length; start++) {
    if (visited[start] || weights[start * 4]! < (ground ? MAINLY : 255)) continue
    const ink = places[start * 4]
    const waiting = [start]
    visited[start] = 1
    let size = 0
    const go = (p: number): void => {
      if (visited[p] || !weights[p * 4] || places[p * 4] !== ink) return
      visited[p] = 1
      waiting.push(p)
    }
    for (let p = waiting.pop(); p !== undefined; p = waiting.pop()) {
      size++
      if (p % width) go(p - 1)
      if (p % width < width - 1) go(p + 1)
      if (p >= width) go(p - width)
      if (p < width * (height - 1)) go(p + width)
    }
    if (size >= min * visited.length)
      found.push({
        area: { x: ((start % width) + 0.5) / width, y: (Math.floor(start / width) + 0.5) / height, reach: 0 },
        size,
      })
  }
  return found.sort((one, other) => other.size - one.size)
}

/** Number of pixels that the rim reaches beyond an area. */
const RIM = 2

/** Adds to a mask, pixel by pixel outward, those beside it that `belongs` accepts. */
const rim = (mask: Uint8Array, width: number, height: number, belongs: (p: number) => boolean): void => {
  for (let n = 0; n < RIM; n++) {
    const added: number[] = []
    for (let p = 0; p < mask.length; p++) {
      if (mask[p]) continue
      const x = p % width
      const beside =
        (x > 0 && mask[p - 1]) ||
        (x < width - 1 && mask[p + 1]) ||
        (p >= width && mask[p - width]) ||
        (p < width * (height - 1) && mask[p + width])
      if (beside && belongs(p)) added.push(p)
    }
    for (const p of added) mask[p] = 1
  }
}
