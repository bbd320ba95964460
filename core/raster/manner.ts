import type { Hex } from '../color/convert'
import { toLab } from '../color/oklab'
import { extractor, REST } from '../extract/extract'
import type { Picture } from '../picture/picture'
import { rasterInks } from './inks'
import { reducedPicture } from './reduce'
import { unmixedSmoothly } from './smooth'
import { unmixed, type Unmixed } from './unmix'

/**
 * What a raster picture is made of: flat areas with edges between them, or paint or light that passes smoothly from color
 * to color.
 */
export const MANNERS = ['flat', 'painted', 'photographic'] as const
export type Manner = (typeof MANNERS)[number]

/** The longer side of what is looked at to find out: in its own size where it is no larger. */
const LOOKED_AT = 1000
/** How far a channel may be from that of the pixels around it within an area, and how far from its ink, in ΔEOK. */
const CALM = 6
const ON_INK = 0.014
/**
 * A flat picture: the least part of it that lies within areas, the least part of that which is the very color of an ink,
 * and the most that differs a little from all around it.
 */
const FLAT = { calm: 0.4, inks: 0.64, noise: 0.6 } as const
/** Alpha, of 255, from which a pixel has a color. */
const SEEN = 16
/** The most of a painting that lies beside a pixel of a color that is just a little different, as in photographs. */
const NOISE = 0.55

/**
 * Of the pixels that have a color: the part within areas, the part of those that is an ink, and of all the part that
 * differs from each pixel beside it.
 */
const lookedAt = (picture: Picture): { inks: number; calm: number; noise: number } => {
  const { width, height, data } = picture
  const inks = rasterInks(picture)
  const labs = inks.map(hex => {
    const code = parseInt(hex.slice(1), 16)
    const lab = [0, 0, 0]
    toLab(code >> 16, (code >> 8) & 255, code & 255, lab)
    return lab as [number, number, number]
  })
  const onInk = new Map<number, boolean>()
  const lab = [0, 0, 0]
  const isInk = (r: number, g: number, b: number): boolean => {
    const code = (r << 16) | (g << 8) | b
    const known = onInk.get(code)
    if (known !== undefined) return known
    toLab(r, g, b, lab)
    const [l, a, b2] = lab as [number, number, number]
    const found = labs.some(ink => Math.hypot(ink[0] - l, ink[1] - a, ink[2] - b2) <= ON_INK)
    onInk.set(code, found)
    return found
  }
  let [all, calm, flat, noise] = [0, 0, 0, 0]
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = (y * width + x) * 4
      if ((data[i + 3] as number) < SEEN) continue
      all++
      let [far, like] = [0, 0]
      for (const j of [i - 4, i + 4, i - width * 4, i + width * 4]) {
        let own = 0
        for (let n = 0; n < 3; n++) own = Math.max(own, Math.abs((data[j + n] as number) - (data[i + n] as number)))
        far = Math.max(far, own)
        if (!own) like++
      }
      if (far <= CALM) {
        calm++
        if (isInk(data[i] as number, data[i + 1] as number, data[i + 2] as number)) flat++
      }
      if (!like) noise++
    }
  return { inks: calm ? flat / calm : 1, calm: all ? calm / all : 1, noise: all ? noise / all : 0 }
}

/** What a picture is made of, as far as its pixels say. Small ones and clear ones are flat. */
export const mannerOf = (picture: Picture): Manner => {
  const { inks, calm, noise } = lookedAt(reducedPicture(picture, LOOKED_AT))
  if (inks >= FLAT.inks && calm >= FLAT.calm && noise <= FLAT.noise) return 'flat'
  return noise > NOISE ? 'photographic' : 'painted'
}

/** How many inks a picture that is not flat is mixed of, and how far apart they are at least, in ΔE2000. */
const MIXED = { count: 12, apart: 9 } as const

/** How many inks a picture that is not flat may be given by hand. */
export const GIVEN = { least: 2, most: 16 } as const

/** The inks of a picture: the colors of its areas or, where it is not flat, those it could be mixed of. */
export const inksOf = (picture: Picture, manner: Manner): Hex[] => {
  if (manner === 'flat') return rasterInks(picture)
  const { found } = extractor([{ picture }], MIXED).at(REST)
  return found.length ? [...new Set(found.map(({ hex }) => hex))] : rasterInks(picture)
}

/**
 * Takes a picture apart into inks (at most 255), as it is made. `seen` hears, from time to time, which part is done, and
 * may throw to stop it.
 */
export const takenApart = (
  picture: Picture,
  inks: readonly Hex[],
  manner: Manner,
  seen?: (part: number) => void,
): Unmixed => (manner === 'flat' ? unmixed : unmixedSmoothly)(picture, inks, seen)
