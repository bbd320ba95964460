import type { Hex } from '#core/color/convert'
import type { Picture } from '#core/picture/picture'
import { groundOf } from './ground'
import { ALONG, APART, BELOW, EACH, fieldOf, NODES, SIDE } from './smoothTable'
import type { Unmixed } from './unmix'

/* Pictures that are not flat, taken apart into their ground and its grain, and painted by a table of new colors. */

/** Number of places of a table to the next node along each channel. */
const [ALONG_RED, ALONG_GREEN, ALONG_BLUE] = [SIDE * SIDE * EACH, SIDE * EACH, EACH]
const TO_END = ALONG_RED + ALONG_GREEN + ALONG_BLUE

/** For each 8-bit channel the place of the node below it in a table. */
const placesAlong = (step: number): Int32Array => Int32Array.from(BELOW, node => node * step)
const [RED_AT, GREEN_AT, BLUE_AT] = [placesAlong(ALONG_RED), placesAlong(ALONG_GREEN), placesAlong(ALONG_BLUE)]

/** The fraction of the lightness of grain in each channel. */
export const LIGHTNESS = [0.3, 0.59, 0.11] as const
const [OF_RED, OF_GREEN, OF_BLUE] = LIGHTNESS

/**
 * Moves the pixel at `i` as its ground moves by a table, and its grain with it. The table is read between the four nodes around
 * a color (tetrahedral interpolation).
 */
const movePixel = (
  table: Float32Array,
  data: ArrayLike<number>,
  ground: Uint8Array,
  i: number,
  out: Uint8ClampedArray,
): void => {
  const r = ground[i]!
  const g = ground[i + 1]!
  const b = ground[i + 2]!
  const fr = ALONG[r]!
  const fg = ALONG[g]!
  const fb = ALONG[b]!
  let max = fr
  let farthest = ALONG_RED
  if (fg > max) {
    max = fg
    farthest = ALONG_GREEN
  }
  if (fb > max) {
    max = fb
    farthest = ALONG_BLUE
  }
  let min = fr
  let nearest = ALONG_RED
  if (fg <= min) {
    min = fg
    nearest = ALONG_GREEN
  }
  if (fb <= min) {
    min = fb
    nearest = ALONG_BLUE
  }
  const middle = Math.max(Math.min(fr, fg), Math.min(Math.max(fr, fg), fb))
  const zero = RED_AT[r]! + GREEN_AT[g]! + BLUE_AT[b]!
  const one = zero + farthest
  const end = zero + TO_END
  const two = end - nearest
  const w0 = 1 - max
  const w1 = max - middle
  const w2 = middle - min
  let red = table[zero]! * w0 + table[one]! * w1 + table[two]! * w2 + table[end]! * min
  let green = table[zero + 1]! * w0 + table[one + 1]! * w1 + table[two + 1]! * w2 + table[end + 1]! * min
  let blue = table[zero + 2]! * w0 + table[one + 2]! * w1 + table[two + 2]! * w2 + table[end + 2]! * min
  const dr = data[i]! - r
  const dg = data[i + 1]! - g
  const db = data[i + 2]! - b
  if (dr || dg || db) {
    const own = table[zero + 4]! * w0 + table[one + 4]! * w1 + table[two + 4]! * w2 + table[end + 4]! * min
    const gain = table[zero + 3]! * w0 + table[one + 3]! * w1 + table[two + 3]! * w2 + table[end + 3]! * min
    const even = (OF_RED * dr + OF_GREEN * dg + OF_BLUE * db) * (gain - own)
    red += even + own * dr
    green += even + own * dg
    blue += even + own * db
  }
  out[i] = r + red
  out[i + 1] = g + green
  out[i + 2] = b + blue
}

/**
 * Paints a picture whose ground is known into RGBA pixels of its size: each pixel moved by the table of its row. `regions` says
 * which row holds; the first where it is not given. A row without a table leaves pixels as they are.
 */
export const paintSmoothly = (
  { data }: Picture,
  ground: Uint8Array,
  rows: ReadonlyArray<{ table: Float32Array | null; opacity: number }>,
  regions: Uint8Array | null,
  into: Uint8Array | Uint8ClampedArray,
): void => {
  const out = new Uint8ClampedArray(into.buffer, into.byteOffset, into.length)
  let row = -1
  let table: Float32Array | null = null
  let opacity = 1
  for (let p = 0, i = 0; i < data.length; p++, i += 4) {
    const at = regions ? regions[p]! : 0
    if (at !== row) {
      row = at
      table = rows[row]?.table ?? null
      opacity = rows[row]?.opacity ?? 1
    }
    const alpha = data[i + 3]!
    out[i + 3] = alpha * opacity
    if (table !== null && alpha) movePixel(table, data, ground, i, out)
    else for (let n = i; n < i + 3; n++) out[n] = data[n]!
  }
}

/** For each 8-bit channel the node next to it. */
const NEAREST = Uint8Array.from({ length: 256 }, (_, value) => Math.round(value / APART))

/** For each node of the grid the three inks with the most say, by their place, and how much of 255 each has. */
const foremost = (inks: readonly Hex[]): { places: Uint8Array; weights: Uint8Array } => {
  const { order, says } = fieldOf(inks)
  const count = order.length
  const [places, weights] = [new Uint8Array(NODES * 3), new Uint8Array(NODES * 3)]
  for (let n = 0; n < NODES; n++) {
    const max = [-1, -1, -1]
    const say = (i: number): number => (i < 0 ? -1 : says[n * count + i]!)
    for (let i = 0; i < count; i++)
      for (let k = 0, now = i; k < 3; k++) if (say(now) > say(max[k]!)) [max[k], now] = [now, max[k]!]
    const sum = max.reduce((all, i) => all + Math.max(0, say(i)), 0)
    const parts = max.map(i => (i < 0 ? 0 : Math.round((say(i) / sum) * 255)))
    parts[0] = 255 - parts[1]! - parts[2]!
    max.forEach((i, k) => {
      places[n * 3 + k] = order[i < 0 ? max[0]! : i]!
      weights[n * 3 + k] = parts[k]!
    })
  }
  return { places, weights }
}

/**
 * Takes a picture that is not flat apart (at most 255 inks): for each pixel the three inks with the most say, and its
 * ground, the picture without its grain. `seen` hears, from time to time, which part is done, and may throw to stop it.
 */
export const unmixSmoothly = (
  picture: Picture,
  inks: readonly Hex[],
  seen: (part: number) => void = () => undefined,
): Unmixed => {
  const { width, height, data } = picture
  const [places, weights] = [new Uint8Array(data.length), new Uint8Array(data.length)]
  const ground = groundOf(picture, seen)
  if (!inks.length) return { picture, places, weights, ground }
  const max = foremost(inks)
  for (let i = 0; i < width * height * 4; i += 4) {
    if (!data[i + 3]) continue
    const red = NEAREST[ground[i]!]!
    const green = NEAREST[ground[i + 1]!]!
    const node = ((red * SIDE + green) * SIDE + NEAREST[ground[i + 2]!]!) * 3
    for (let n = 0; n < 3; n++) {
      places[i + n] = max.places[node + n]!
      weights[i + n] = max.weights[node + n]!
    }
  }
  return { picture, places, weights, ground }
}
