import type { Hex } from '#core/color/convert'
import type { Pixels } from '#core/picture/pixels'
import type { InkMap } from './inkmap'

/** Number of pixels of the coded picture along each side of a pixel of the map. */
export const FINER = 4

const CODE_STEP = 2654435761 // Knuth's multiplicative hash: spreads the codes over all of RGB

const codeOf = (place: number): number => (Math.imul(place + 1, CODE_STEP) >>> 8) & 0xffffff

/** The color that stands for each ink in a coded picture. */
export const codesFor = (inks: readonly Hex[]): ReadonlyMap<Hex, Hex> =>
  new Map(inks.map((hex, place) => [hex, `#${codeOf(place).toString(16).padStart(6, '0')}`]))

/**
 * For each pixel of a coded picture one more than the place of its ink, 0 where nothing is painted, -1 where it shows
 * no code: there colors are blended.
 */
const inksAt = ({ data }: Pixels, count: number): Int32Array => {
  const places = new Map(Array.from({ length: count }, (_, place) => [codeOf(place), place + 1]))
  return Int32Array.from({ length: data.length / 4 }, (_, p) => {
    const i = p * 4
    const alpha = data[i + 3]!
    return !alpha ? 0 : alpha < 255 ? -1 : (places.get((data[i]! << 16) | (data[i + 1]! << 8) | data[i + 2]!) ?? -1)
  })
}

/** Pixels of an ink map that are no single ink, in columns as the map has them, while they are found. */
class MixedPixels {
  private readonly pixel: number[] = []
  private readonly start: number[] = [0]
  private readonly alpha: number[] = []
  private readonly ground: number[] = []
  private readonly ink: number[] = []
  private readonly share: number[] = []

  /** Adds a pixel that is on no ink but has a color of its own: the pixel of `own` at place `q`. */
  addColor(p: number, { data }: Pixels, q: number): void {
    this.add(p, data[q * 4 + 3]!, data.subarray(q * 4, q * 4 + 3))
  }

  /** Adds a pixel of several inks, by how often each (one more than its place) was counted, of `known` times in all. */
  addInks(p: number, alpha: number, counts: ReadonlyMap<number, number>, known: number): void {
    for (const [place, times] of counts) {
      this.ink.push(place - 1)
      this.share.push(Math.round((times / known) * alpha))
    }
    this.add(p, alpha, [0, 0, 0])
  }

  private add(p: number, alpha: number, ground: Iterable<number>): void {
    this.pixel.push(p)
    this.alpha.push(alpha)
    this.ground.push(...ground)
    this.start.push(this.ink.length)
  }

  /** The columns as they go into an ink map. */
  columns(): Omit<InkMap, 'width' | 'height' | 'solid'> {
    return {
      pixel: Uint32Array.from(this.pixel),
      start: Uint32Array.from(this.start),
      alpha: Uint8Array.from(this.alpha),
      ground: Uint8Array.from(this.ground),
      ink: Uint16Array.from(this.ink),
      share: Uint8Array.from(this.share),
    }
  }
}

/**
 * An ink map from one crisp picture, four times as wide and high, in which each of `count` inks has a color of its
 * own: shares are counted. Costs the same for any number of inks. `blended` says which part of what is painted shows
 * no code, because gradients, opacity or blending mix colors; it is on no ink, and clear, or as it is in a picture of
 * the size of the map, `own`, where that is given.
 */
export const codedMap = (
  picture: Pixels,
  count: number,
  own: Pixels | null = null,
): { map: InkMap; blended: number } => {
  const found = inksAt(picture, count)
  const [width, height] = [Math.ceil(picture.width / FINER), Math.ceil(picture.height / FINER)]
  const solid = new Uint16Array(width * height)
  const mixed = new MixedPixels()
  let [painted, unknown] = [0, 0]
  const counts = new Map<number, number>()
  for (let p = 0; p < solid.length; p++) {
    const [left, top] = [(p % width) * FINER, Math.floor(p / width) * FINER]
    const [right, bottom] = [Math.min(picture.width, left + FINER), Math.min(picture.height, top + FINER)]
    counts.clear()
    for (let y = top; y < bottom; y++)
      for (let q = y * picture.width + left; q < y * picture.width + right; q++)
        counts.set(found[q]!, (counts.get(found[q]!) ?? 0) + 1)
    const size = (right - left) * (bottom - top)
    const [clear, blurred] = [counts.get(0) ?? 0, counts.get(-1) ?? 0]
    painted += size - clear
    unknown += blurred
    const known = size - clear - blurred
    if (!known) {
      if (!own || !blurred || p % width >= own.width) continue
      const q = Math.floor(p / width) * own.width + (p % width)
      if (own.data[q * 4 + 3]) mixed.addColor(p, own, q)
      continue
    }
    counts.delete(0)
    counts.delete(-1)
    const [only] = counts.keys()
    if (known === size && counts.size === 1) {
      solid[p] = only as number
      continue
    }
    mixed.addInks(p, Math.round(((size - clear) / size) * 255), counts, known)
  }
  const map = { width, height, solid, ...mixed.columns() }
  return { map, blended: painted ? unknown / painted : 0 }
}
