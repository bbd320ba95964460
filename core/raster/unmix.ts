import { rgbOf, type Hex } from '#core/color/convert'
import type { Picture } from '#core/picture/picture'
import { Mixing, THIRD, type Mixture } from './mix'

/**
 * A raster picture taken apart: for each pixel up to three inks by their place, and how much of each, of 255. What the
 * mixture of inks does not say (painted texture, noise) is the difference of the picture from it.
 */
export interface Unmixed {
  picture: Picture
  /** Four bytes a pixel: the places of three inks, the most of all first, and 0. */
  places: Uint8Array
  /**
   * Four bytes a pixel: how much of each ink, together 255 where there is color at all, and 255 where the mixture is
   * not the whole truth.
   */
  weights: Uint8Array
  /**
   * Of a picture that is not flat: the picture without its grain, four bytes a pixel. Such a one is recolored smoothly,
   * by the color of its ground; the places and weights only say which inks a pixel is most like.
   */
  ground?: Uint8Array
}

/** The channels of inks, 0 to 255, one after the other. */
export const channelsOf = (inks: readonly Hex[]): Float64Array =>
  Float64Array.from(
    inks.flatMap(hex => {
      const { r, g, b } = rgbOf(hex)
      return [r * 255, g * 255, b * 255]
    }),
  )

/**
 * Maximum distance, in 8-bit steps of sRGB, of a pixel from an ink that is nothing but it; and from a mixture and be
 * explained by it.
 */
const SAME = 2.6
const NEAR = 5
const EXPLAINED = 9

/**
 * Maximum difference, in 8-bit steps, of a pixel and its neighbors within painted shading, not on an
 * edge.
 */
const CALM = 7

/** Number of inks most like an ink that are its kin: what shading beside it may be painted with. */
const KIN = 5

/** From so many of its eight neighbors of the same ink on, a pixel lies firmly within it. */
const FIRM = 5

/** Radius around a pixel in which inks are looked for, in pixels, first and where too few are near. */
const AROUND = [2, 5] as const

/** The most inks of the surroundings that are tried. */
const TRIED = 6

/** Differences up to this, in 8-bit steps, are rounding. */
const ROUNDING = 1.6

/** Known facts about colors once inks are given, whatever picture they occur in. */
class Palette {
  readonly channels: Float64Array
  readonly mixing: Mixing
  /** For each ink itself and those most like it. */
  readonly kin: number[][]
  /** Each ink by itself. */
  readonly alone: Mixture[]
  /**
   * For each color one more than the place of the ink nearest to it, and how near that is; 0 where it has not occurred
   * yet.
   */
  readonly nearest = new Uint16Array(1 << 24)
  /** The shading of each color, found once. */
  private readonly shadings: Array<Mixture | null> = []
  /** Where in `shadings` a color is, one more; 0 where it has not occurred yet. */
  private readonly shadingAt = new Int32Array(1 << 24)

  constructor(readonly inks: readonly Hex[]) {
    const channels = (this.channels = channelsOf(inks))
    const mixing = (this.mixing = new Mixing(channels))
    this.alone = inks.map((_, own) => ({ a: own, b: own, c: own, wb: 0, wc: 0, far: 0 }))
    this.kin = inks.map((_, own) =>
      inks
        .map((_, ink) => ({
          ink,
          far: mixing.distance(channels[own * 3]!, channels[own * 3 + 1]!, channels[own * 3 + 2]!, ink),
        }))
        .sort((one, other) => one.far - other.far)
        .slice(0, KIN + 1)
        .map(({ ink }) => ink),
    )
  }

  /**
   * A color as painted shading between the ink most like it and the kin of that; null where that says no more than the
   * ink alone.
   */
  shadingOf(r: number, g: number, b: number, own: number): Mixture | null {
    const code = (r << 16) | (g << 8) | b
    const known = this.shadingAt[code]!
    if (known) return this.shadings[known - 1] ?? null
    const mixture = this.mixing.best(r, g, b, this.kin[own] ?? [])
    const shading =
      mixture && mixture.far < Math.max(ROUNDING, this.mixing.distance(r, g, b, own) * THIRD) ? mixture : null
    this.shadingAt[code] = this.shadings.push(shading)
    return shading
  }
}

/** The ink nearest to each pixel, one more than its place, where it is the pixel's very color; 0 elsewhere. */
const nearestInks = (
  { data }: Picture,
  { channels, inks, nearest: known }: Palette,
): { exact: Uint8Array; nearest: Uint8Array } => {
  const pixels = data.length / 4
  const count = inks.length
  const [exact, nearest] = [new Uint8Array(pixels), new Uint8Array(pixels)]
  for (let p = 0, i = 0; p < pixels; p++, i += 4) {
    if (!data[i + 3]) continue
    const [r, g, b] = [data[i]!, data[i + 1]!, data[i + 2]!]
    const code = (r << 16) | (g << 8) | b
    let cached = known[code]!
    if (!cached) {
      let [best, min] = [0, Infinity]
      for (let k = 0; k < count; k++) {
        const far = (r - channels[k * 3]!) ** 2 + (g - channels[k * 3 + 1]!) ** 2 + (b - channels[k * 3 + 2]!) ** 2
        if (far < min) [best, min] = [k, far]
      }
      cached = known[code] = (best + 1) | (min <= SAME ** 2 ? 256 : min <= NEAR ** 2 ? 512 : 0)
    }
    nearest[p] = cached & 255
    exact[p] = cached & 256 ? cached & 255 : 0
  }
  return { exact, nearest }
}

/**
 * The pixels that lie within the area of an ink: one more than its place, else 0. Pixels on the rim of the picture
 * count what neighbors they have.
 */
const firmInks = (exact: Uint8Array, width: number, height: number): Uint8Array => {
  const firm = new Uint8Array(exact.length)
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      const own = exact[p]!
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

/** Takes a picture apart, row by row, so that it can tell how far it is. */
class Unmixing {
  private readonly places: Uint8Array
  private readonly weights: Uint8Array
  private readonly exact: Uint8Array
  private readonly nearest: Uint8Array
  private readonly firm: Uint8Array
  /** Number of times each ink occurs around the current pixel, and which occur. */
  private readonly visited: Uint16Array
  private readonly around: number[] = []

  constructor(
    private readonly picture: Picture,
    private readonly palette: Palette,
  ) {
    this.visited = new Uint16Array(palette.inks.length + 1)
    const { exact, nearest } = nearestInks(picture, palette)
    this.exact = exact
    this.nearest = nearest
    this.firm = firmInks(exact, picture.width, picture.height)
    this.places = new Uint8Array(picture.data.length)
    this.weights = new Uint8Array(picture.data.length)
  }

  /** True if the colors beside, above and below a pixel are nearly its own. */
  private isCalm(p: number, x: number, y: number): boolean {
    const { data, width, height } = this.picture
    const i = p * 4
    for (let way = 0; way < 4; way++) {
      const j =
        way === 0
          ? x
            ? i - 4
            : i
          : way === 1
            ? x < width - 1
              ? i + 4
              : i
            : way === 2
              ? y
                ? i - width * 4
                : i
              : y < height - 1
                ? i + width * 4
                : i
      if (
        Math.abs(data[j]! - data[i]!) > CALM ||
        Math.abs(data[j + 1]! - data[i + 1]!) > CALM ||
        Math.abs(data[j + 2]! - data[i + 2]!) > CALM
      )
        return false
    }
    return true
  }

  /** The inks that lie firmly around a pixel, the most frequent first. */
  private inksAround(x: number, y: number, reach: number): number[] {
    const {
      firm,
      visited,
      around,
      picture: { width, height },
    } = this
    around.length = 0
    const left = Math.max(0, x - reach)
    const right = Math.min(width - 1, x + reach)
    const bottom = Math.min(height - 1, y + reach)
    for (let row = Math.max(0, y - reach); row <= bottom; row++) {
      for (let p = row * width + left, end = row * width + right; p <= end; p++) {
        const ink = firm[p]!
        if (!ink) continue
        if (!visited[ink]) around.push(ink)
        visited[ink]! += 1
      }
    }
    if (around.length > 1) around.sort((one, other) => visited[other]! - visited[one]!)
    const found: number[] = []
    for (const ink of around) {
      visited[ink] = 0
      if (found.length < TRIED) found.push(ink - 1)
    }
    return found
  }

  /**
   * The mixture of a pixel: on an edge the inks next to it, or else those somewhat farther; where they do not
   * explain it, the ink most like it.
   */
  private mixtureAt(p: number, x: number, y: number): Mixture {
    const {
      picture: { data },
      palette: { mixing, alone },
    } = this
    const [r, g, b] = [data[p * 4]!, data[p * 4 + 1]!, data[p * 4 + 2]!]
    const own = this.nearest[p]! - 1
    const isOwn = this.exact[p] !== 0
    const shading = !isOwn && this.isCalm(p, x, y) ? this.palette.shadingOf(r, g, b, own) : null
    if (shading) return shading
    for (const reach of AROUND) {
      const inks = this.inksAround(x, y, reach)
      const ownIsThere = inks.includes(own)
      if (isOwn && ownIsThere) return alone[own] as Mixture
      const mixture = mixing.best(r, g, b, inks)
      if (mixture && mixture.far <= (isOwn ? ROUNDING : EXPLAINED)) return mixture
      if (isOwn || !inks.length || ownIsThere) continue
      const withOwn = mixing.best(r, g, b, [...inks, own])
      if (withOwn && withOwn.far <= ROUNDING * 2) return withOwn
    }
    const far = mixing.distance(r, g, b, own)
    if (isOwn || far <= NEAR) return alone[own] as Mixture
    const mixture = mixing.best(r, g, b, [...new Set([own, ...this.inksAround(x, y, AROUND[1])])])
    return mixture && mixture.far < far * THIRD ? mixture : (alone[own] as Mixture)
  }

  /** Puts down what a pixel is mixed of, the most of all first. */
  private put(p: number, { a, b, c, wb, wc }: Mixture): void {
    const { places, weights } = this
    const i = p * 4
    const second = Math.round(wb * 255)
    const third = Math.round(wc * 255)
    const first = 255 - second - third
    const max = first >= second && first >= third ? 0 : second >= third ? 1 : 2
    places[i] = max === 0 ? a : max === 1 ? b : c
    weights[i] = max === 0 ? first : max === 1 ? second : third
    places[i + 1] = max === 1 ? a : b
    weights[i + 1] = max === 1 ? first : second
    places[i + 2] = max === 2 ? a : c
    weights[i + 2] = max === 2 ? first : third
    weights[i + 3] = this.isWhole(p) ? 0 : 255
  }

  /** True if the mixture of a pixel is its color, up to rounding. */
  private isWhole(p: number): boolean {
    const {
      places,
      weights,
      palette: { channels },
      picture: { data },
    } = this
    const i = p * 4
    const [a, b, c] = [places[i]! * 3, places[i + 1]! * 3, places[i + 2]! * 3]
    for (let channel = 0; channel < 3; channel++) {
      const sum =
        weights[i]! * channels[a + channel]! +
        weights[i + 1]! * channels[b + channel]! +
        weights[i + 2]! * channels[c + channel]!
      if (Math.abs(sum / 255 - data[i + channel]!) > ROUNDING) return false
    }
    return true
  }

  row(y: number): void {
    const {
      picture: { width, data },
      places,
      weights,
    } = this
    for (let x = 0, p = y * width; x < width; x++, p++) {
      const i = p * 4
      if (!data[i + 3]) continue
      const firm = this.firm[p]!
      if (!firm) {
        this.put(p, this.mixtureAt(p, x, y))
        continue
      }
      places[i] = places[i + 1] = places[i + 2] = firm - 1
      weights[i] = 255
      weights[i + 3] = this.isWhole(p) ? 0 : 255
    }
  }

  result(): Unmixed {
    return { picture: this.picture, places: this.places, weights: this.weights }
  }
}

/** Takes a picture apart. `seen` hears, from time to time, which part is done, and may throw to stop it. */
export type Unmixer = (picture: Picture, seen?: (part: number) => void) => Unmixed

/**
 * Creates an object that takes pictures, or one in pieces, apart into the inks given (at most 255). Within areas a pixel is one ink; on
 * edges it is mixed of the inks that lie around it, so that no color of an edge is taken for an ink.
 */
export const unmixer = (inks: readonly Hex[]): Unmixer => {
  if (inks.length > 255) throw new Error('A picture is separated into at most 255 inks.')
  const palette = new Palette(inks)
  return (picture, seen = () => undefined) => {
    const work = new Unmixing(picture, palette)
    for (let y = 0; y < picture.height; y++) {
      if (inks.length) work.row(y)
      if (y % 64 === 0) seen(y / picture.height)
    }
    return work.result()
  }
}

/** Takes one picture apart into inks, as `unmixer` does. */
export const unmix = (picture: Picture, inks: readonly Hex[]): Unmixed => unmixer(inks)(picture)
