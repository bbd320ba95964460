import { rgbOf, type Hex } from '../color/convert'
import type { Picture } from '../extract/picture'

/**
 * A raster picture taken apart: for each pixel up to three inks by their place, and how much of each, of 255. What the mixture of
 * inks does not say (painted texture, noise) is the difference of the picture from it.
 */
export interface Unmixed {
  picture: Picture
  /** Four bytes a pixel: the places of three inks, the most of all first, and 0. */
  places: Uint8Array
  /** Four bytes a pixel: how much of each ink, together 255 where there is color at all, and 255 where the mixture is not the whole truth. */
  weights: Uint8Array
}

/** The channels of inks, 0 to 255, one after the other. */
export const channelsOf = (inks: readonly Hex[]): Float64Array => Float64Array.from(inks.flatMap(hex => {
  const { r, g, b } = rgbOf(hex)
  return [r * 255, g * 255, b * 255]
}))

/** How far, in 8-bit steps of sRGB, a pixel may be from an ink and be nothing but it; and from a mixture and be explained by it. */
const SAME = 2.6
const NEAR = 5
const EXPLAINED = 9

/** A third ink has to bring a mixture so much nearer, and is not asked for below this distance. */
const THIRD = 0.5
const THIRD_FROM = 3

/** How far apart, in 8-bit steps, a pixel and its neighbors may be where it lies within painted shading, not on an edge. */
const CALM = 7

/** How many inks most like an ink are its kin: what shading beside it may be painted with. */
const KIN = 5

/** From so many of its eight neighbors of the same ink on, a pixel lies firmly within it. */
const FIRM = 5

/** How far around a pixel inks are looked for, in pixels, first and where too few are near. */
const AROUND = [2, 5] as const

/** The most inks of the surroundings that are tried. */
const TRIED = 6

/** Differences up to this, in 8-bit steps, are rounding. */
const ROUNDING = 1.6

/** The ink nearest to each pixel, one more than its place, where it is the pixel's very color; 0 elsewhere. */
const nearestInks = ({ data }: Picture, channels: Float64Array, count: number): { exact: Uint8Array, nearest: Uint8Array } => {
  const pixels = data.length / 4
  const [exact, nearest] = [new Uint8Array(pixels), new Uint8Array(pixels)]
  const known = new Uint16Array(1 << 24)
  for (let p = 0, i = 0; p < pixels; p++, i += 4) {
    if (!data[i + 3]) continue
    const [r, g, b] = [data[i] as number, data[i + 1] as number, data[i + 2] as number]
    const code = r << 16 | g << 8 | b
    let said = known[code] as number
    if (!said) {
      let [best, least] = [0, Infinity]
      for (let k = 0; k < count; k++) {
        const far = (r - (channels[k * 3] as number)) ** 2 + (g - (channels[k * 3 + 1] as number)) ** 2 + (b - (channels[k * 3 + 2] as number)) ** 2
        if (far < least) [best, least] = [k, far]
      }
      said = known[code] = best + 1 | (least <= SAME ** 2 ? 256 : least <= NEAR ** 2 ? 512 : 0)
    }
    nearest[p] = said & 255
    exact[p] = said & 256 ? said & 255 : 0
  }
  return { exact, nearest }
}

/** The pixels that lie within the area of an ink: one more than its place, else 0. Pixels on the rim of the picture count what neighbors they have. */
const firmInks = (exact: Uint8Array, width: number, height: number): Uint8Array => {
  const firm = new Uint8Array(exact.length)
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      const own = exact[p] as number
      if (!own) continue
      let [same, there] = [0, 0]
      for (let dy = y ? -1 : 0; dy <= (y < height - 1 ? 1 : 0); dy++) {
        for (let dx = x ? -1 : 0; dx <= (x < width - 1 ? 1 : 0); dx++) {
          if (!dx && !dy) continue
          there++
          if (exact[p + dy * width + dx] === own) same++
        }
      }
      if (same * 8 >= FIRM * there) firm[p] = own
    }
  }
  return firm
}

/** A mixture of inks: their places, their parts of the whole, and how far it is from the pixel. */
interface Mixture { a: number, b: number, c: number, wa: number, wb: number, wc: number, far: number }

/** The nearest point to a color on the line between two inks, and in the triangle of three. */
class Mixing {
  constructor(private readonly channels: Float64Array) {}

  pair(r: number, g: number, b: number, one: number, other: number): Mixture {
    const { channels } = this
    const [i, j] = [one * 3, other * 3]
    const [r0, g0, b0] = [channels[i] as number, channels[i + 1] as number, channels[i + 2] as number]
    const [dr, dg, db] = [(channels[j] as number) - r0, (channels[j + 1] as number) - g0, (channels[j + 2] as number) - b0]
    const long = dr * dr + dg * dg + db * db
    const part = long ? Math.min(1, Math.max(0, ((r - r0) * dr + (g - g0) * dg + (b - b0) * db) / long)) : 0
    return { a: one, b: other, c: other, wa: 1 - part, wb: part, wc: 0, far: Math.hypot(r - r0 - part * dr, g - g0 - part * dg, b - b0 - part * db) }
  }

  /** Null where the nearest point of the plane lies outside the triangle: then a pair is nearer. */
  triple(r: number, g: number, b: number, one: number, other: number, third: number): Mixture | null {
    const { channels } = this
    const [i, j, k] = [one * 3, other * 3, third * 3]
    const [r0, g0, b0] = [channels[i] as number, channels[i + 1] as number, channels[i + 2] as number]
    const [r1, g1, b1] = [(channels[j] as number) - r0, (channels[j + 1] as number) - g0, (channels[j + 2] as number) - b0]
    const [r2, g2, b2] = [(channels[k] as number) - r0, (channels[k + 1] as number) - g0, (channels[k + 2] as number) - b0]
    const [pr, pg, pb] = [r - r0, g - g0, b - b0]
    const [m11, m12, m22] = [r1 * r1 + g1 * g1 + b1 * b1, r1 * r2 + g1 * g2 + b1 * b2, r2 * r2 + g2 * g2 + b2 * b2]
    const det = m11 * m22 - m12 * m12
    if (det < 1e-3 * m11 * m22 || !det) return null
    const [v1, v2] = [pr * r1 + pg * g1 + pb * b1, pr * r2 + pg * g2 + pb * b2]
    const [wb, wc] = [(v1 * m22 - v2 * m12) / det, (v2 * m11 - v1 * m12) / det]
    if (wb < 0 || wc < 0 || wb + wc > 1) return null
    return { a: one, b: other, c: third, wa: 1 - wb - wc, wb, wc, far: Math.hypot(pr - wb * r1 - wc * r2, pg - wb * g1 - wc * g2, pb - wb * b1 - wc * b2) }
  }
}

/** Takes pictures of one size apart, row by row, so that it can tell how far it is. */
class Unmixing {
  private readonly places: Uint8Array
  private readonly weights: Uint8Array
  private readonly channels: Float64Array
  private readonly mixing: Mixing
  private readonly exact: Uint8Array
  private readonly nearest: Uint8Array
  private readonly firm: Uint8Array
  /** How often each ink was met around the pixel in hand, and which were. */
  private readonly met: Uint16Array
  private readonly around: number[] = []
  /** For each ink itself and those most like it. */
  private readonly kin: number[][]

  constructor(private readonly picture: Picture, inks: readonly Hex[]) {
    this.channels = channelsOf(inks)
    this.mixing = new Mixing(this.channels)
    this.kin = inks.map((_, own) => inks.map((_, k) => ({ k, far: this.mixing.pair(...this.colorOf(own), k, k).far })).sort((one, other) => one.far - other.far).slice(0, KIN + 1).map(({ k }) => k))
    this.met = new Uint16Array(inks.length + 1)
    const { exact, nearest } = nearestInks(picture, this.channels, inks.length)
    this.exact = exact
    this.nearest = nearest
    this.firm = firmInks(exact, picture.width, picture.height)
    this.places = new Uint8Array(picture.data.length)
    this.weights = new Uint8Array(picture.data.length)
  }

  private colorOf(ink: number): [number, number, number] {
    return [this.channels[ink * 3] as number, this.channels[ink * 3 + 1] as number, this.channels[ink * 3 + 2] as number]
  }

  /** Whether the colors beside and above a pixel are nearly its own. */
  private isCalm(p: number, x: number, y: number): boolean {
    const { data, width, height } = this.picture
    const ways = [x ? -4 : 0, x < width - 1 ? 4 : 0, y ? -width * 4 : 0, y < height - 1 ? width * 4 : 0]
    return ways.every(way => [0, 1, 2].every(channel => Math.abs((data[p * 4 + channel + way] as number) - (data[p * 4 + channel] as number)) <= CALM))
  }

  /** The inks that lie firmly around a pixel, the most frequent first. */
  private inksAround(x: number, y: number, reach: number): number[] {
    const { firm, met, around, picture: { width, height } } = this
    around.length = 0
    const [left, right] = [Math.max(0, x - reach), Math.min(width - 1, x + reach)]
    for (let row = Math.max(0, y - reach); row <= Math.min(height - 1, y + reach); row++) {
      for (let p = row * width + left; p <= row * width + right; p++) {
        const ink = firm[p] as number
        if (!ink) continue
        if (!met[ink]) around.push(ink)
        met[ink] = (met[ink] as number) + 1
      }
    }
    around.sort((one, other) => (met[other] as number) - (met[one] as number))
    for (const ink of around) met[ink] = 0
    return around.slice(0, TRIED).map(ink => ink - 1)
  }

  private bestOf(r: number, g: number, b: number, inks: readonly number[]): Mixture | null {
    let best: Mixture | null = null
    for (let i = 0; i < inks.length; i++) for (let j = i + 1; j < inks.length; j++) {
      const mixture = this.mixing.pair(r, g, b, inks[i] as number, inks[j] as number)
      if (!best || mixture.far < best.far) best = mixture
    }
    if (!best || best.far < THIRD_FROM) return best
    const pair = best.far
    for (let i = 0; i < inks.length; i++) for (let j = i + 1; j < inks.length; j++) for (let k = j + 1; k < inks.length; k++) {
      const mixture = this.mixing.triple(r, g, b, inks[i] as number, inks[j] as number, inks[k] as number)
      if (mixture && mixture.far < best.far && mixture.far < pair * THIRD) best = mixture
    }
    return best
  }

  /** What a pixel on an edge is mixed of: the inks next to it, or else those somewhat farther; where they do not explain it, the ink most like it. */
  private mixtureAt(p: number, x: number, y: number): Mixture {
    const { data } = this.picture
    const [r, g, b] = [data[p * 4] as number, data[p * 4 + 1] as number, data[p * 4 + 2] as number]
    const own = (this.nearest[p] as number) - 1
    const alone = this.mixing.pair(r, g, b, own, own)
    const isOwn = this.exact[p] !== 0
    if (!isOwn && this.isCalm(p, x, y)) {
      const shading = this.bestOf(r, g, b, this.kin[own] ?? [])
      if (shading && shading.far < Math.max(ROUNDING, alone.far * THIRD)) return shading
    }
    for (const reach of AROUND) {
      const inks = this.inksAround(x, y, reach)
      if (isOwn && inks.includes(own)) return alone
      const mixture = this.bestOf(r, g, b, inks)
      if (mixture && mixture.far <= (isOwn ? ROUNDING : EXPLAINED)) return mixture
      if (!isOwn && inks.length && !inks.includes(own)) {
        const withOwn = this.bestOf(r, g, b, [...inks, own])
        if (withOwn && withOwn.far <= ROUNDING * 2) return withOwn
      }
    }
    if (isOwn || alone.far <= NEAR) return alone
    const mixture = this.bestOf(r, g, b, [...new Set([own, ...this.inksAround(x, y, AROUND[1])])])
    return mixture && mixture.far < alone.far * THIRD ? mixture : alone
  }

  private put(p: number, { a, b, c, wa, wb, wc }: Mixture): void {
    const order = [[a, wa], [b, wb], [c, wc]].sort(([, one], [, other]) => (other as number) - (one as number)) as Array<[number, number]>
    const [second, third] = [Math.round((order[1]?.[1] ?? 0) * 255), Math.round((order[2]?.[1] ?? 0) * 255)]
    order.forEach(([ink], n) => { this.places[p * 4 + n] = ink })
    this.weights[p * 4] = 255 - second - third
    this.weights[p * 4 + 1] = second
    this.weights[p * 4 + 2] = third
    this.weights[p * 4 + 3] = this.isWhole(p) ? 0 : 255
  }

  /** Whether the mixture of a pixel is its color, up to rounding. */
  private isWhole(p: number): boolean {
    const { places, weights, channels, picture: { data } } = this
    for (let channel = 0; channel < 3; channel++) {
      let sum = 0
      for (let n = 0; n < 3; n++) sum += (weights[p * 4 + n] as number) * (channels[(places[p * 4 + n] as number) * 3 + channel] as number)
      if (Math.abs(sum / 255 - (data[p * 4 + channel] as number)) > ROUNDING) return false
    }
    return true
  }

  row(y: number): void {
    const { width, data } = this.picture
    for (let x = 0, p = y * width; x < width; x++, p++) {
      if (!data[p * 4 + 3]) continue
      const firm = this.firm[p] as number
      if (firm) {
        this.places.fill(firm - 1, p * 4, p * 4 + 3)
        this.weights[p * 4] = 255
        this.weights[p * 4 + 3] = this.isWhole(p) ? 0 : 255
      } else this.put(p, this.mixtureAt(p, x, y))
    }
  }

  result(): Unmixed { return { picture: this.picture, places: this.places, weights: this.weights } }
}

/**
 * Takes a picture apart into the inks given (at most 255). Within areas a pixel is one ink; on edges it is mixed of the inks that lie
 * around it, so that no color of an edge is taken for an ink. `seen` hears, from time to time, which part is done, and may throw to stop it.
 */
export const unmixed = (picture: Picture, inks: readonly Hex[], seen: (part: number) => void = () => undefined): Unmixed => {
  if (inks.length > 255) throw new Error('A picture is taken apart into at most 255 inks.')
  const work = new Unmixing(picture, inks)
  for (let y = 0; y < picture.height; y++) {
    if (inks.length) work.row(y)
    if (y % 64 === 0) seen(y / picture.height)
  }
  return work.result()
}
