import { hexOfRgb, type Hex } from '#core/color/convert'
import { toLab } from '#core/color/oklab'
import type { Picture } from '#core/picture/picture'

/** The most inks a raster picture is taken apart into. */
export const MAX_RASTER_INKS = 96

/** So many places of a picture are looked at for its inks. */
const MAX_SAMPLED_PIXELS = 1_200_000

/**
 * Maximum difference in a channel of a pixel and its neighbors within an area: the noise of a good JPEG.
 */
const CALM = 6

/** Minimum distance of inks, in ΔEOK, and the factor by which it grows where there are too many. */
const APART = 0.04
const FARTHER = 1.3

/** Alpha, of 255, from which a pixel has a color. */
const SEEN = 16

/** The least part of all areas an ink has, and the fewest places. */
const LEAST = { part: 0.00008, places: 4 } as const

/** The colors that lie within areas, not on their edges, with how many places have each. */
const calmColors = ({ width, height, data }: Picture, calm: number): Map<number, number> => {
  const tally = new Uint32Array(1 << 24)
  const codes: number[] = []
  const step = Math.max(1, Math.ceil(Math.sqrt((width * height) / MAX_SAMPLED_PIXELS)))
  const near = [-4, 4, -width * 4, width * 4, -width * 4 - 4, -width * 4 + 4, width * 4 - 4, width * 4 + 4]
  const inset = width > 2 && height > 2 ? 1 : 0
  for (let y = inset; y < height - inset; y += step) {
    pixel: for (let x = inset; x < width - inset; x += step) {
      const i = (y * width + x) * 4
      if (data[i + 3]! < SEEN) continue
      const [r, g, b] = [data[i]!, data[i + 1]!, data[i + 2]!]
      if (inset) {
        for (const way of near) {
          const j = i + way
          if (
            Math.abs(data[j]! - r) > calm ||
            Math.abs(data[j + 1]! - g) > calm ||
            Math.abs(data[j + 2]! - b) > calm ||
            data[j + 3]! < SEEN
          )
            continue pixel
        }
      }
      const code = (r << 16) | (g << 8) | b
      if (!tally[code]) codes.push(code)
      tally[code]! += 1
    }
  }
  return new Map(codes.map(code => [code, tally[code]!]))
}

interface Found {
  hex: Hex
  l: number
  a: number
  b: number
  places: number
}

/**
 * By falling count, each color joins the first ink it is near, or is an ink itself: so inks have the very color most
 * of their area has.
 */
const gatherColors = (colors: ReadonlyArray<readonly [code: number, count: number]>, apart: number): Found[] => {
  const found: Found[] = []
  const lab = [0, 0, 0]
  for (const [code, count] of colors) {
    const [r, g, blue] = [code >> 16, (code >> 8) & 255, code & 255]
    toLab(r, g, blue, lab)
    const [l, a, b] = lab as [number, number, number]
    const near = found.find(
      ink => Math.abs(ink.l - l) < apart && (ink.l - l) ** 2 + (ink.a - a) ** 2 + (ink.b - b) ** 2 < apart ** 2,
    )
    if (near) near.places += count
    else found.push({ hex: hexOfRgb(r / 255, g / 255, blue / 255), l, a, b, places: count })
  }
  return found
}

/**
 * The inks of a flat raster picture, those of the largest areas first: the colors its areas have, not those of the
 * edges between them. Painted shading is several inks, ΔEOK 0.04 apart. A picture without areas gives the colors it
 * has. Empty where all is clear.
 */
export const rasterInks = (picture: Picture): Hex[] => {
  const calm = calmColors(picture, CALM)
  const colors = [...(calm.size ? calm : calmColors(picture, 255))].sort(
    ([code, one], [other, max]) => max - one || code - other,
  )
  const places = colors.reduce((sum, [, count]) => sum + count, 0)
  const min = Math.max(LEAST.places, places * LEAST.part)
  for (let apart: number = APART; ; apart *= FARTHER) {
    const all = gatherColors(colors, apart).sort((one, other) => other.places - one.places)
    const large = all.filter(ink => ink.places >= min)
    const chosen = large.length ? large : all
    if (chosen.length <= MAX_RASTER_INKS) return chosen.map(({ hex }) => hex)
  }
}
