import type { Lab } from '#core/color/convert'
import { toLab } from '#core/color/oklab'
import { pixelsOf, SOLID, type Picture, type Region, type Source } from '#core/picture/picture'

/** Weighted points in OKLab. */
export interface Points {
  size: number
  l: Float64Array
  a: Float64Array
  b: Float64Array
  weight: Float64Array
}

/** OKLab chroma. Plain arithmetic: Math.hypot guards against overflow and takes several times as long. */
export const chromaOf = (a: number, b: number): number => Math.sqrt(a * a + b * b)

/** One of the points. */
export const pointAt = ({ l, a, b }: Points, i: number): Lab => ({
  l: l[i]!,
  a: a[i]!,
  b: b[i]!,
})

/**
 * The colors of one or several pictures, gathered into bins of like color: OKLab of each bin's mean, and its weight,
 * the part of all solid pixels that lies in it (each picture counts alike). Bins are in the order of their code.
 */
export interface Tally extends Points {
  /** The part of each bin's pixels whose left neighbor is of like color: low for noise, high for areas. */
  joined: Float64Array
  /** The bin of each code, one more than its place; 0 where no pixel has it. */
  placeOf: Uint16Array
}

/** Bits a channel of a code. */
const BITS = 5
const CODES = 1 << (3 * BITS)

/** The code of an 8-bit color: which bin it falls into. */
export const codeOf = (r: number, g: number, b: number): number => ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3)

/**
 * One picture's sums by code, in rows of count, pixels touching their like, red, green, blue; and how many pixels are
 * solid.
 */
interface Counts {
  sums: Uint32Array
  solid: number
}

const ROW = 8

/** Maximum distance, over the three channels together, between a pixel and its neighbor of like color. */
const LIKE = 40

/** So many pixels are enough for a tally: of larger pictures every second row is taken, or every third, and so on. */
const ENOUGH = 360_000

const countPixels = (picture: Picture, region: Region | null | undefined): Counts => {
  const { data, width } = picture
  const sums = new Uint32Array(CODES * ROW)
  const { left, top, right, bottom } = pixelsOf(picture, region)
  const step = Math.ceil(((right - left) * (bottom - top)) / ENOUGH)
  let solid = 0
  for (let y = top; y < bottom; y += step) {
    let red = -1000
    let green = 0
    let blue = 0
    for (let i = (y * width + left) * 4, end = (y * width + right) * 4; i < end; i += 4) {
      if (data[i + 3]! < SOLID) {
        red = -1000
        continue
      }
      const r = data[i]!
      const g = data[i + 1]!
      const b = data[i + 2]!
      const at = (((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3)) * ROW
      sums[at]! += 1
      if (Math.abs(r - red) + Math.abs(g - green) + Math.abs(b - blue) < LIKE) sums[at + 1]! += 1
      sums[at + 2]! += r
      sums[at + 3]! += g
      sums[at + 4]! += b
      red = r
      green = g
      blue = b
      solid++
    }
  }
  return { sums, solid }
}

/**
 * Gathers the solid pixels of pictures, or of a region of each, into bins. A tally of size 0 says that there are none.
 */
export const tallyPixels = (sources: readonly Source[]): Tally => {
  const counts = sources.map(({ picture, region }) => countPixels(picture, region)).filter(({ solid }) => solid > 0)
  const placeOf = new Uint16Array(CODES)
  const used: number[] = []
  for (const { sums } of counts) for (let code = 0; code < CODES; code++) if (sums[code * ROW]) placeOf[code] = 1
  for (let code = 0; code < CODES; code++) if (placeOf[code]) placeOf[code] = used.push(code)
  const size = used.length
  const column = (): Float64Array => new Float64Array(size)
  const tally: Tally = { size, l: column(), a: column(), b: column(), weight: column(), joined: column(), placeOf }
  const lab = new Float64Array(3)
  used.forEach((code, place) => {
    let [weight, r, g, b, touching] = [0, 0, 0, 0, 0]
    for (const { sums, solid } of counts) {
      const at = code * ROW
      weight += sums[at]! / solid
      touching += sums[at + 1]! / solid
      r += sums[at + 2]! / solid
      g += sums[at + 3]! / solid
      b += sums[at + 4]! / solid
    }
    toLab(r / weight, g / weight, b / weight, lab)
    tally.l[place] = lab[0]!
    tally.a[place] = lab[1]!
    tally.b[place] = lab[2]!
    tally.weight[place] = weight / counts.length
    tally.joined[place] = touching / weight
  })
  return tally
}
