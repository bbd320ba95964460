import { rgbOf, type Hex } from '#core/color/convert'
import type { Pixels } from '#core/picture/pixels'

/**
 * An artwork taken apart pixel by pixel: how much of which ink lies in each. As rendering mixes colors linearly,
 * painting the map with other colors gives what rendering the recolored artwork would give.
 */
export interface InkMap {
  width: number
  height: number
  /** For each pixel one more than the place of the ink that covers it wholly, or 0. */
  solid: Uint16Array
  /** The pixels in which inks meet, or that let something through. */
  pixel: Uint32Array
  /** Where the shares of each such pixel start; one longer than `pixel`. */
  start: Uint32Array
  /** Opacity of each such pixel, 0 to 255. */
  alpha: Uint8Array
  /** The color in each such pixel besides inks (pictures), red, green and blue, premultiplied. */
  ground: Uint8Array
  /** The shares: which ink, and how much of it, 0 to 255. */
  ink: Uint16Array
  share: Uint8Array
}

/**
 * From so many painted shapes on, a drawing is shown from its map only: browsers take seconds for each change of so
 * many.
 */
const TOO_MANY_SHAPES = 50_000

/** Number of times the inks of an artwork paint, together. */
export const usesOf = (inks: ReadonlyArray<{ uses: number }>): number => inks.reduce((sum, { uses }) => sum + uses, 0)

/** Returns whether a drawing has too many shapes to be shown in its own. */
export const isCrowded = (inks: ReadonlyArray<{ uses: number }>): boolean => usesOf(inks) > TOO_MANY_SHAPES

/** Shares below this are the rounding of the renderer. */
const NOISE = 2
const WHOLE = 253

/** Pixels as words of four bytes, so that two are compared at once. */
const wordsOf = (data: Uint8Array | Uint8ClampedArray): Uint32Array =>
  data.byteOffset % 4 === 0
    ? new Uint32Array(data.buffer, data.byteOffset, data.length / 4)
    : new Uint32Array(data.slice().buffer)

/** Collects the shares of inks from pictures in which three at a time are pure red, green and blue. */
export class InkMapBuilder {
  private readonly entries: Array<{ ink: number; pixels: Uint32Array; shares: Uint8Array }> = []
  private readonly groundWords: Uint32Array
  /** Buffers for the pixels of an ink, whose number is not known before. */
  private readonly found: Array<{ pixels: Uint32Array; shares: Uint8Array }> = []

  /** `ground` is the picture with every ink black. */
  constructor(private readonly ground: Pixels) {
    this.groundWords = wordsOf(ground.data)
  }

  /** Takes in one picture; `inks` are the places of those shown in its channels. */
  add({ data }: Pixels, inks: readonly number[]): void {
    const [ground, words, { groundWords }] = [this.ground.data, wordsOf(data), this]
    const count = words.length
    while (this.found.length < inks.length)
      this.found.push({ pixels: new Uint32Array(count), shares: new Uint8Array(count) })
    const ends = [0, 0, 0]
    for (let p = 0; p < count; p++) {
      if (words[p] === groundWords[p]) continue
      for (let channel = 0, i = p * 4; channel < inks.length; channel++, i++) {
        const share = data[i]! - ground[i]!
        if (share < NOISE) continue
        const { pixels, shares } = this.found[channel]!
        const at = ends[channel]!
        pixels[at] = p
        shares[at] = share
        ends[channel] = at + 1
      }
    }
    inks.forEach((ink, channel) => {
      const [{ pixels, shares }, end] = [this.found[channel]!, ends[channel]!]
      this.entries.push({ ink, pixels: pixels.slice(0, end), shares: shares.slice(0, end) })
    })
  }

  finish(): InkMap {
    const { width, height, data } = this.ground
    const count = width * height
    const solid = new Uint16Array(count)
    const tally = new Uint8Array(count)
    for (const { ink, pixels, shares } of this.entries)
      for (let at = 0; at < pixels.length; at++) {
        const p = pixels[at]!
        if (tally[p]! < 255) tally[p]! += 1
        if (shares[at]! >= WHOLE && data[p * 4 + 3] === 255) solid[p] = ink + 1
      }
    const mixed: number[] = []
    const order = new Int32Array(count).fill(-1)
    for (let p = 0; p < count; p++) {
      if (solid[p] && tally[p] === 1) continue
      solid[p] = 0
      if (tally[p] || data[p * 4 + 3]) order[p] = mixed.push(p) - 1
    }
    return { width, height, solid, ...this.mixedPixels(mixed, order) }
  }

  private mixedPixels(mixed: readonly number[], order: Int32Array): Omit<InkMap, 'width' | 'height' | 'solid'> {
    const { data } = this.ground
    const pixel = new Uint32Array(mixed)
    const alpha = new Uint8Array(mixed.length)
    const ground = new Uint8Array(mixed.length * 3)
    for (let i = 0; i < mixed.length; i++) {
      const from = mixed[i]! * 4
      alpha[i] = data[from + 3]!
      for (let channel = 0; channel < 3; channel++) ground[i * 3 + channel] = data[from + channel]!
    }
    const start = new Uint32Array(mixed.length + 1)
    const each = (visit: (place: number, ink: number, share: number) => void): void => {
      for (const { ink, pixels, shares } of this.entries)
        for (let at = 0; at < pixels.length; at++) {
          const place = order[pixels[at]!]!
          if (place >= 0) visit(place, ink, shares[at]!)
        }
    }
    each(place => {
      start[place + 1]! += 1
    })
    for (let i = 0; i < mixed.length; i++) start[i + 1]! += start[i]!
    const next = start.slice()
    const total = start[mixed.length]!
    const ink = new Uint16Array(total)
    const share = new Uint8Array(total)
    each((place, which, much) => {
      const at = next[place]!
      next[place] = at + 1
      ink[at] = which
      share[at] = much
    })
    return { pixel, start, alpha, ground, ink, share }
  }
}

/** The share of the painted surface each of `count` inks covers, in [0, 1]. */
export const areasOf = (map: InkMap, count: number): number[] => {
  const sums = new Float64Array(count)
  let painted = 0
  const { solid } = map
  for (let p = 0; p < solid.length; p++) {
    if (!solid[p]) continue
    sums[solid[p]! - 1]! += 255
    painted += 255
  }
  for (const alpha of map.alpha) painted += alpha
  map.ink.forEach((ink, i) => {
    sums[ink]! += map.share[i]!
  })
  return Array.from(sums, sum => (painted ? sum / painted : 0))
}

/** The inks that lie in a pixel, by their place, the most of all first; none where nothing is painted. */
export const inksIn = ({ solid, pixel, start, ink, share }: InkMap, p: number): number[] => {
  if (solid[p]) return [solid[p] - 1]
  let [low, high] = [0, pixel.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (pixel[middle]! < p) low = middle + 1
    else high = middle
  }
  if (pixel[low] !== p) return []
  const found: Array<[ink: number, share: number]> = []
  for (let at = start[low]!; at < start[low + 1]!; at++) found.push([ink[at]!, share[at]!])
  return found.sort(([, one], [, other]) => other - one).map(([place]) => place)
}

/** Red, green and blue of each color, 0 to 255, one after the other. */
const channelsOf = (colors: readonly Hex[]): Uint8Array => {
  const channels = new Uint8Array(colors.length * 3)
  colors.forEach((hex, i) => {
    const { r, g, b } = rgbOf(hex)
    channels.set([Math.round(r * 255), Math.round(g * 255), Math.round(b * 255)], i * 3)
  })
  return channels
}

const paintSolid = ({ solid }: InkMap, channels: Uint8Array, words: Int32Array): void => {
  const table = new Int32Array(channels.length / 3 + 1)
  for (let i = 1; i < table.length; i++) {
    const at = i * 3 - 3
    table[i] = 0xff000000 | (channels[at + 2]! << 16) | (channels[at + 1]! << 8) | channels[at]!
  }
  const fours = solid.length - (solid.length % 4)
  for (let p = 0; p < fours; p += 4) {
    // four at a time: nearly twice as fast in V8
    words[p] = table[solid[p]!]!
    words[p + 1] = table[solid[p + 1]!]!
    words[p + 2] = table[solid[p + 2]!]!
    words[p + 3] = table[solid[p + 3]!]!
  }
  for (let p = fours; p < solid.length; p++) words[p] = table[solid[p]!]!
}

/** Factors that turn sums of color times share into a byte, by opacity, in 1/65536. */
const SCALES = Int32Array.from({ length: 256 }, (_, opacity) => (opacity ? Math.round(65536 / opacity) : 0))

/** The byte of a sum of color times share; sums are at most 255 times 255, so that all stays a small whole number. */
const byte = (sum: number, scale: number): number => Math.min(255, (Math.min(sum, 65025) * scale + 32768) / 65536) | 0

/** Pixels in which two inks pass into each other are painted from a table of all their mixtures from so many on. */
const WORTH_A_TABLE = 256

/**
 * The pixels of a map that are painted alike, gathered once: most of what is mixed is mixed in one of two simple
 * ways.
 */
interface Plan {
  /** Pixels with a bit of one ink and nothing else: where, which, and how opaque. */
  alone: { pixel: Uint32Array; ink: Uint16Array; alpha: Uint8Array }
  /** Two inks that fill pixels between them: which pixels, and the share of the first in each. */
  pairs: Array<{ inks: [number, number]; pixel: Uint32Array; share: Uint8Array }>
  /** The places in `pixel` of all others. */
  rest: Uint32Array
}

const plans = new WeakMap<InkMap, Plan>()

/**
 * The way a mixed pixel is painted: by itself, as a bit of one ink, or as the mixture of a pair, by its place from
 * here on.
 */
const [BY_ITSELF, ALONE, OF_PAIR] = [0, 1, 2] as const

/**
 * Goes over the pixels twice, to count and to fill, without a list that grows: a hand is waiting when a map is first
 * painted.
 */
const planPixels = (map: InkMap): Plan => {
  const { pixel, start, alpha, ground, ink, share } = map
  const kinds = new Uint32Array(pixel.length)
  const counts: number[] = [0, 0]
  const places = new Map<number, number>()
  const inksOf: Array<[number, number]> = []
  let [lastKey, lastPlace] = [-1, 0]
  for (let i = 0; i < pixel.length; i++) {
    const at = start[i]!
    const count = start[i + 1]! - at
    const isBare = !(ground[i * 3]! | ground[i * 3 + 1]! | ground[i * 3 + 2]!)
    let kind: number = BY_ITSELF
    if (isBare && count === 1 && share[at] === alpha[i]) kind = ALONE
    else if (isBare && count === 2 && alpha[i] === 255 && share[at]! + share[at + 1]! === 255) {
      // neighbors are mostly mixed of the same two
      const key = ink[at]! * 65536 + ink[at + 1]!
      if (key !== lastKey) {
        const known = places.get(key)
        lastKey = key
        lastPlace = known ?? inksOf.push([ink[at]!, ink[at + 1]!]) - 1
        if (known === undefined) places.set(key, lastPlace)
      }
      kind = OF_PAIR + lastPlace
    }
    kinds[i] = kind
    counts[kind] = (counts[kind] ?? 0) + 1
  }
  const worth = inksOf.map((_, place) => (counts[OF_PAIR + place] ?? 0) >= WORTH_A_TABLE)
  const pairs = inksOf.map((inks, place) => {
    const size = worth[place] ? counts[OF_PAIR + place]! : 0
    return { inks, pixel: new Uint32Array(size), share: new Uint8Array(size), filled: 0 }
  })
  const alones = counts[ALONE]!
  const alone = { pixel: new Uint32Array(alones), ink: new Uint16Array(alones), alpha: new Uint8Array(alones) }
  const rest = new Uint32Array(pixel.length - alones - pairs.reduce((sum, pair) => sum + pair.pixel.length, 0))
  let [aloneAt, restAt] = [0, 0]
  for (let i = 0; i < pixel.length; i++) {
    const kind = kinds[i]!
    const at = start[i]!
    if (kind === ALONE) {
      alone.pixel[aloneAt] = pixel[i]!
      alone.ink[aloneAt] = ink[at]!
      alone.alpha[aloneAt++] = alpha[i]!
    } else if (kind >= OF_PAIR && worth[kind - OF_PAIR]) {
      const pair = pairs[kind - OF_PAIR] as (typeof pairs)[number]
      pair.pixel[pair.filled] = pixel[i]!
      pair.share[pair.filled++] = share[at]!
    } else rest[restAt++] = i
  }
  const plan: Plan = { alone, pairs: pairs.filter((_, place) => worth[place]), rest }
  plans.set(map, plan)
  return plan
}

const OPAQUE = 255

/** Every mixture of two inks, by the share of the first, as words of an opaque pixel. */
const mixtures = (channels: Uint8Array, [one, other]: readonly [number, number]): Int32Array => {
  const scale = SCALES[OPAQUE]!
  return Int32Array.from({ length: 256 }, (_, share) => {
    const mixed = (channel: number): number =>
      byte(channels[one * 3 + channel]! * share + channels[other * 3 + channel]! * (OPAQUE - share), scale)
    return (OPAQUE << 24) | (mixed(2) << 16) | (mixed(1) << 8) | mixed(0)
  })
}

const paintMixed = (map: InkMap, channels: Uint8Array, words: Int32Array): void => {
  const { alone, pairs, rest } = plans.get(map) ?? planPixels(map)
  for (let i = 0; i < alone.pixel.length; i++) {
    const from = alone.ink[i]! * 3
    words[alone.pixel[i]!] =
      (alone.alpha[i]! << 24) | (channels[from + 2]! << 16) | (channels[from + 1]! << 8) | channels[from]!
  }
  for (const { inks, pixel, share } of pairs) {
    const table = mixtures(channels, inks)
    for (let i = 0; i < pixel.length; i++) words[pixel[i]!] = table[share[i]!]!
  }
  const { pixel, start, alpha, ground, ink, share } = map
  for (let n = 0; n < rest.length; n++) {
    const i = rest[n]!
    let r = ground[i * 3]! * 255
    let g = ground[i * 3 + 1]! * 255
    let b = ground[i * 3 + 2]! * 255
    const end = start[i + 1]!
    for (let at = start[i]!; at < end; at++) {
      const from = ink[at]! * 3
      const much = share[at]!
      r += channels[from]! * much
      g += channels[from + 1]! * much
      b += channels[from + 2]! * much
    }
    const opacity = alpha[i]!
    const scale = SCALES[opacity]!
    words[pixel[i]!] = (opacity << 24) | (byte(b, scale) << 16) | (byte(g, scale) << 8) | byte(r, scale)
  }
}

/** Has a map ready to be painted, so that the first to do so need not wait for it. */
export const prepareInkMap = (map: InkMap): void => {
  if (!plans.has(map)) planPixels(map)
}

/** Paints a map in given colors, one for each ink in order, into RGBA pixels (not premultiplied) of its size. */
export const paintInkMap = (map: InkMap, colors: readonly Hex[], out: Uint8ClampedArray): void => {
  const channels = channelsOf(colors)
  const words = new Int32Array(out.buffer, out.byteOffset, out.length >> 2)
  paintSolid(map, channels, words)
  paintMixed(map, channels, words)
}

/** Mean difference of two renderings of one size, over all channels, 0 to 255; both premultiplied by alpha. */
export const meanDifference = (one: Uint8Array | Uint8ClampedArray, other: Uint8Array | Uint8ClampedArray): number => {
  let sum = 0
  for (let i = 0; i < one.length; i++) sum += Math.abs(one[i]! - other[i]!)
  return one.length ? sum / one.length : 0
}
