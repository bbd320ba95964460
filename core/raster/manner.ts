import type { Hex } from '#core/color/convert'
import { toLab } from '#core/color/oklab'
import { extractor, REST } from '#core/extract/extract'
import type { Picture } from '#core/picture/picture'
import { rasterInks } from './inks'
import { reducePicture } from './reduce'
import { unmixSmoothly } from './smooth'
import { unmixer, type Unmixed, type Unmixer } from './unmix'

/**
 * The kinds of raster pictures: flat areas with edges between them, or paint or light that passes smoothly from color
 * to color.
 */
export const MANNERS = ['flat', 'painted', 'photographic'] as const
export type Manner = (typeof MANNERS)[number]

/** The longer side of what is looked at to find out: in its own size where it is no larger. */
const SAMPLED_SIDE = 1000
/** Maximum difference of a channel from the pixels around it within an area, and from its ink, in ΔEOK. */
const CALM = 6
const ON_INK = 0.014
/**
 * A flat picture: the least part of it that lies within areas, the least part of that which is the very color of an ink,
 * the most that differs a little from all around it, and the most of its areas that are ramps.
 */
const FLAT = { calm: 0.4, inks: 0.64, noise: 0.6, ramps: 0.18 } as const
/** Alpha, of 255, from which a pixel has a color. */
const SEEN = 16
/** The most of a painting that lies beside a pixel of a color that is just a little different, as in photographs. */
const NOISE = 0.55
/**
 * Strokes of a brush differ in hue, where the grain of a camera is nearly gray: a picture that is rough all over, but for
 * so small a part, is painted where neighbors differ in color by so many times what they do in lightness. Rough is a pixel
 * of which fewer than two neighbors are within so many 8-bit steps.
 */
const STROKES = { even: 0.3, colorful: 1.2, within: 2 } as const

/** A test of whether a color, by its 8-bit channels, is that of an ink, within `ON_INK`; each color is looked up once. */
const inkTest = (inks: readonly Hex[]): ((r: number, g: number, b: number) => boolean) => {
  const labs = inks.map(hex => {
    const code = parseInt(hex.slice(1), 16)
    const lab = [0, 0, 0]
    toLab(code >> 16, (code >> 8) & 255, code & 255, lab)
    return lab as [number, number, number]
  })
  const onInk = new Map<number, boolean>()
  const lab = [0, 0, 0]
  return (r, g, b) => {
    const code = (r << 16) | (g << 8) | b
    const known = onInk.get(code)
    if (known !== undefined) return known
    toLab(r, g, b, lab)
    const [l, a, b2] = lab as [number, number, number]
    const found = labs.some(ink => Math.hypot(ink[0] - l, ink[1] - a, ink[2] - b2) <= ON_INK)
    onInk.set(code, found)
    return found
  }
}

/**
 * Of the pixels that have a color: the part within areas, the part of those that is an ink, of all the part that differs
 * from each pixel beside it, the part that is not rough, and how many times more neighbors differ in color than in light.
 */
const inspect = (picture: Picture): { inks: number; calm: number; noise: number; even: number; colorful: number } => {
  const { width, height, data } = picture
  const isInk = inkTest(rasterInks(picture))
  let [all, calm, flat, noise, even, light, hue] = [0, 0, 0, 0, 0, 0, 0]
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = (y * width + x) * 4
      if (data[i + 3]! < SEEN) continue
      all++
      let [far, like, near] = [0, 0, 0]
      for (const j of [i - 4, i + 4, i - width * 4, i + width * 4]) {
        let own = 0
        for (let n = 0; n < 3; n++) {
          const by = data[j + n]! - data[i + n]!
          if (by > own) own = by
          else if (-by > own) own = -by
        }
        if (own > far) far = own
        if (!own) like++
        if (own <= STROKES.within) near++
      }
      if (near > 1) even++
      const r = data[i]! - data[i - 4]!
      const g = data[i + 1]! - data[i - 3]!
      const b = data[i + 2]! - data[i - 2]!
      const mean = (r + g + b) / 3
      light += mean < 0 ? -mean : mean
      for (const each of [r - mean, g - mean, b - mean]) hue += each < 0 ? -each : each
      if (far <= CALM) {
        calm++
        if (isInk(data[i]!, data[i + 1]!, data[i + 2]!)) flat++
      }
      if (!like) noise++
    }
  const part = (of: number): number => (all ? of / all : 0)
  return {
    inks: calm ? flat / calm : 1,
    calm: all ? calm / all : 1,
    noise: part(noise),
    even: part(even),
    colorful: light ? hue / light : 0,
  }
}

/**
 * A pixel lies on a ramp where colors before and behind it along a row or a column, such a part of the longer side away
 * but so many pixels at least and without an edge between, have moved on the same way: by so much at least, in ΔEOK, about
 * as far on both sides, and in about one direction.
 */
const RAMP = { reach: 0.024, nearest: 6, min: 0.008, uneven: 2.5, straight: 0.7 } as const
/** Only every so many pixels are looked at, along both sides. */
const EVERY = 4

/** The part of a picture's areas that are ramps, where color passes slowly into color, as no flat area does. */
const rampsIn = ({ width, height, data }: Picture): number => {
  const reach = Math.max(RAMP.nearest, Math.round(RAMP.reach * Math.max(width, height)))
  const isCalm = (p: number, q: number): boolean => {
    for (let n = 0; n < 3; n++) {
      const by = data[p * 4 + n]! - data[q * 4 + n]!
      if (by > CALM || by < -CALM) return false
    }
    return true
  }
  const isSame = (p: number, q: number): boolean =>
    data[p * 4] === data[q * 4] && data[p * 4 + 1] === data[q * 4 + 1] && data[p * 4 + 2] === data[q * 4 + 2]
  const [here, before, behind] = [new Float64Array(3), new Float64Array(3), new Float64Array(3)]
  const read = (p: number, into: Float64Array): void => toLab(data[p * 4]!, data[p * 4 + 1]!, data[p * 4 + 2]!, into)
  const isRamp = (p: number, step: number): boolean => {
    if (isSame(p, p - reach * step) || isSame(p, p + reach * step)) return false
    for (let k = -reach; k < reach; k++) if (!isCalm(p + k * step, p + (k + 1) * step)) return false
    read(p, here)
    read(p - reach * step, before)
    read(p + reach * step, behind)
    let [on, back, along] = [0, 0, 0]
    for (let n = 0; n < 3; n++) {
      const to = behind[n]! - here[n]!
      const from = here[n]! - before[n]!
      on += to * to
      back += from * from
      along += to * from
    }
    on = Math.sqrt(on)
    back = Math.sqrt(back)
    return (
      Math.min(on, back) > RAMP.min &&
      Math.max(on, back) < RAMP.uneven * Math.min(on, back) &&
      along > RAMP.straight * on * back
    )
  }
  let [all, ramps] = [0, 0]
  for (let y = reach; y < height - reach; y += EVERY)
    for (let x = reach; x < width - reach; x += EVERY) {
      const p = y * width + x
      if (data[p * 4 + 3]! < SEEN) continue
      if (![p - 1, p + 1, p - width, p + width].every(q => isCalm(p, q))) continue
      all++
      if (isRamp(p, 1) || isRamp(p, width)) ramps++
    }
  return all ? ramps / all : 0
}

/** The kind of a picture, as far as its pixels tell. Small ones and clear ones are flat. */
export const mannerOf = (picture: Picture): Manner => {
  const looked = reducePicture(picture, SAMPLED_SIDE)
  const { inks, calm, noise, even, colorful } = inspect(looked)
  if (inks >= FLAT.inks && calm >= FLAT.calm && noise <= FLAT.noise && rampsIn(looked) <= FLAT.ramps) return 'flat'
  if (even < STROKES.even && colorful > STROKES.colorful) return 'painted'
  return noise > NOISE ? 'photographic' : 'painted'
}

/** Number of inks a picture that is not flat is mixed of, and how far apart they are at least, in ΔE2000. */
const MIXED = { count: 12, apart: 9 } as const

/** Number of inks a picture that is not flat may be given by hand. */
export const GIVEN = { min: 2, max: 16 } as const

/** The inks of a picture: the colors of its areas or, where it is not flat, those it could be mixed of. */
export const inksOf = (picture: Picture, manner: Manner): Hex[] => {
  if (manner === 'flat') return rasterInks(picture)
  const { found } = extractor([{ picture }], MIXED).at(REST)
  return found.length ? [...new Set(found.map(({ hex }) => hex))] : rasterInks(picture)
}

/** Creates what takes pictures apart into inks (at most 255). */
export const unmixerFor = (inks: readonly Hex[], manner: Manner): Unmixer =>
  manner === 'flat' ? unmixer(inks) : (picture, seen) => unmixSmoothly(picture, inks, seen)

/** Takes one picture apart. */
export const takeApart = (picture: Picture, inks: readonly Hex[], manner: Manner): Unmixed =>
  unmixerFor(inks, manner)(picture)
