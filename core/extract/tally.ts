import { pixelsOf, SOLID, type Picture, type Region } from './picture'

/**
 * The colors of one or several pictures, gathered into bins of like color: OKLab of each bin's mean, and its weight, the
 * part of all solid pixels that lies in it (each picture counts alike). Bins are in the order of their code.
 */
export interface Tally {
  size: number
  l: Float64Array
  a: Float64Array
  b: Float64Array
  weight: Float64Array
  /** The bin of each code, one more than its place; 0 where no pixel has it. */
  placeOf: Uint16Array
}

/** Bits a channel of a code. */
const BITS = 5
const CODES = 1 << 3 * BITS

/** The code of an 8-bit color: which bin it falls into. */
export const codeOf = (r: number, g: number, b: number): number => (r >> 3) << 10 | (g >> 3) << 5 | b >> 3

const LINEAR = Float64Array.from({ length: 4096 }, (_, i) => {
  const value = i / 4095
  return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
})

/** OKLab of a color with channels in [0, 255] (Björn Ottosson, 2020), into three places of an array. */
export const toLab = (r: number, g: number, b: number, into: Float64Array | number[]): void => {
  const [lr, lg, lb] = [LINEAR[r * 16.0588 + 0.5 | 0] as number, LINEAR[g * 16.0588 + 0.5 | 0] as number, LINEAR[b * 16.0588 + 0.5 | 0] as number]
  const l = Math.cbrt(0.4122214708 * lr + 0.5363325363 * lg + 0.0514459929 * lb)
  const m = Math.cbrt(0.2119034982 * lr + 0.6806995451 * lg + 0.1073969566 * lb)
  const s = Math.cbrt(0.0883024619 * lr + 0.2817188376 * lg + 0.6299787005 * lb)
  into[0] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s
  into[1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s
  into[2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s
}

/** One picture's counts and sums by code. */
const counted = (picture: Picture, region: Region | null | undefined): { count: Uint32Array, red: Uint32Array, green: Uint32Array, blue: Uint32Array, solid: number } => {
  const { data, width } = picture
  const [count, red, green, blue] = [new Uint32Array(CODES), new Uint32Array(CODES), new Uint32Array(CODES), new Uint32Array(CODES)]
  const { left, top, right, bottom } = pixelsOf(picture, region)
  let solid = 0
  for (let y = top; y < bottom; y++) {
    for (let i = (y * width + left) * 4, end = (y * width + right) * 4; i < end; i += 4) {
      if ((data[i + 3] as number) < SOLID) continue
      const [r, g, b] = [data[i] as number, data[i + 1] as number, data[i + 2] as number]
      const code = (r >> 3) << 10 | (g >> 3) << 5 | b >> 3
      count[code] = (count[code] as number) + 1
      red[code] = (red[code] as number) + r
      green[code] = (green[code] as number) + g
      blue[code] = (blue[code] as number) + b
      solid++
    }
  }
  return { count, red, green, blue, solid }
}

/** Gathers the solid pixels of pictures, or of a region of each, into bins. A tally of size 0 says that there are none. */
export const tallied = (sources: ReadonlyArray<{ picture: Picture, region?: Region | null }>): Tally => {
  const counts = sources.map(({ picture, region }) => counted(picture, region)).filter(({ solid }) => solid > 0)
  const placeOf = new Uint16Array(CODES)
  const used: number[] = []
  for (let code = 0; code < CODES; code++) if (counts.some(({ count }) => (count[code] as number) > 0)) placeOf[code] = used.push(code)
  const size = used.length
  const tally = { size, l: new Float64Array(size), a: new Float64Array(size), b: new Float64Array(size), weight: new Float64Array(size), placeOf }
  const lab = new Float64Array(3)
  used.forEach((code, place) => {
    let [weight, r, g, b] = [0, 0, 0, 0]
    for (const { count, red, green, blue, solid } of counts) {
      weight += (count[code] as number) / solid
      r += (red[code] as number) / solid
      g += (green[code] as number) / solid
      b += (blue[code] as number) / solid
    }
    toLab(r / weight, g / weight, b / weight, lab)
    tally.l[place] = lab[0] as number
    tally.a[place] = lab[1] as number
    tally.b[place] = lab[2] as number
    tally.weight[place] = weight / counts.length
  })
  return tally
}
