import { GRAY_CHROMA, type Lab } from '#core/color/convert'
import { maxChroma } from '#core/color/relativeChroma'
import { furtherCenter, type Same } from './apart'
import { assignPoints } from './cluster'
import { chromaOf, pointAt, type Points, type Tally } from './tally'

/*
 * What people take from a picture is not what covers it best: it is more colorful, more varied, and drawn to what stands
 * out (Lin and Hanrahan, 2013, Modeling how people extract color themes from images). These weights and bounds bend the
 * faithful extraction that way.
 */

/** OKLab lightness and chroma of what looks the same in use, nearly black or nearly white. */
export const ENDS = { dark: { l: 0.27, c: 0.05 }, light: { l: 0.93, c: 0.03 } } as const
/** Where the darks and lights that look alike are gathered, in OKLab lightness. */
const GATHERED = { dark: 0.19, light: 0.965 } as const

/** The chroma a color is colorful from, and the part of a picture that has to be for two swatches to be. */
export const COLORFUL = { chroma: 0.08, part: 0.02, swatches: 2 } as const

/** Which end a color looks like in use: nearly black, nearly white, or neither. */
export const endOf = ({ l, a, b }: Lab): 'dark' | 'light' | null => {
  const c = chromaOf(a, b)
  if (l < ENDS.dark.l && c < ENDS.dark.c) return 'dark'
  return l > ENDS.light.l && c < ENDS.light.c ? 'light' : null
}

/** Growth of a color's weight: with its chroma, and with how much it stands out where it is. */
const GROWS = { chroma: 14, standing: 10 } as const
/** No color counts more often. */
const MAX_GROWN = 5

/**
 * The points of a tally as the eye weighs them: what is colorful or stands out counts more (`standing` says how far, by
 * bin); darks, and lights, that look alike in use are one.
 */
export const weighByEye = (tally: Tally, standing: Float64Array): Points => {
  const { size, l, a, b, weight } = tally
  const [light, red, yellow, heavy] = [l.slice(), a.slice(), b.slice(), weight.slice()]
  for (let i = 0; i < size; i++) {
    const place = { l: l[i]!, a: a[i]!, b: b[i]! }
    const end = endOf(place)
    if (end) {
      light[i] = GATHERED[end]
      red[i] = place.a * 0.4
      yellow[i] = place.b * 0.4
    }
    const c = chromaOf(place.a, place.b)
    heavy[i] = weight[i]! * Math.min(MAX_GROWN, 1 + GROWS.chroma * c * c * 4 + GROWS.standing * standing[i]!)
  }
  const all = heavy.reduce((sum, each) => sum + each, 0) || 1
  return { size, l: light, a: red, b: yellow, weight: heavy.map(each => each / all) }
}

/** Returns whether two colors are one dark, or one light, in use. */
export const isSameToEye: Same = (one, other) => endOf(one) !== null && endOf(one) === endOf(other)

/**
 * Centers in their colors as the picture has them: none is duller than the area it stands for (its chroma is at least
 * the mean chroma there, as far as sRGB holds it), and what stands for darks or lights is their own mean. The first
 * `fixed` stay.
 */
export const asVivid = (tally: Tally, points: Points, centers: readonly Lab[], fixed: number): Lab[] => {
  const { label } = assignPoints(points, centers)
  const sums = centers.map(() => ({ w: 0, c: 0, l: 0, a: 0, b: 0 }))
  const ends = centers.map(endOf)
  for (let i = 0; i < tally.size; i++) {
    const at = label[i]!
    const place = pointAt(tally, i)
    if (ends[at] && endOf(place) !== ends[at]) continue
    const sum = sums[at] as (typeof sums)[number]
    const w = tally.weight[i]!
    sum.w += w
    sum.c += w * chromaOf(place.a, place.b)
    sum.l += w * place.l
    sum.a += w * place.a
    sum.b += w * place.b
  }
  return centers.map((center, i) => {
    const { w, c, l, a, b } = sums[i] as (typeof sums)[number]
    if (i < fixed || !w) return center
    if (ends[i]) return { l: l / w, a: a / w, b: b / w }
    const own = chromaOf(center.a, center.b)
    if (own < GRAY_CHROMA) return center
    const hue = (Math.atan2(center.b, center.a) * 180) / Math.PI
    const wanted = Math.min(Math.max(own, c / w), Math.max(own, maxChroma(center.l, hue)))
    return { l: center.l, a: (center.a / own) * wanted, b: (center.b / own) * wanted }
  })
}

/** The part of a picture that is colorful. */
const colorfulPart = ({ size, a, b, weight }: Points): number => {
  let part = 0
  for (let i = 0; i < size; i++) if (chromaOf(a[i]!, b[i]!) > COLORFUL.chroma) part += weight[i]!
  return part
}

/** Only the colorful points. */
const colorfulOnly = (points: Points, clearly: number): Points => {
  const places = Array.from({ length: points.size }, (_, i) => i).filter(
    i => chromaOf(points.a[i]!, points.b[i]!) > clearly,
  )
  const column = (of: Float64Array): Float64Array => Float64Array.from(places, i => of[i]!)
  return {
    size: places.length,
    l: column(points.l),
    a: column(points.a),
    b: column(points.b),
    weight: column(points.weight),
  }
}

/** A center a little less than colorful is made so: nobody sees by how much. */
const NEARLY = 0.06

/** Centers of which two are colorful where enough of the picture is, if one that is not lacks only a little. */
export const liftColorful = (tally: Tally, centers: readonly Lab[], fixed: number): Lab[] => {
  const chromas = centers.map(({ a, b }) => chromaOf(a, b))
  const missing = COLORFUL.swatches - chromas.filter(c => c > COLORFUL.chroma).length
  if (missing <= 0 || colorfulPart(tally) < COLORFUL.part) return [...centers]
  const nearly = chromas
    .flatMap((c, i) => (i >= fixed && c > NEARLY && c <= COLORFUL.chroma ? [i] : []))
    .sort((one, other) => chromas[other]! - chromas[one]!)
    .slice(0, missing)
  return centers.map((center, i) => {
    if (!nearly.includes(i)) return center
    const by = (COLORFUL.chroma + 0.003) / chromas[i]!
    return { l: center.l, a: center.a * by, b: center.b * by }
  })
}

/** A little more than colorful, so that a center that settles among such points still is. */
const CLEARLY = 0.095

/**
 * Centers of which two are colorful, where enough of the picture is: the dull one that is missed least makes room. The
 * first `fixed` stay; what comes in stands next to them.
 */
export const withColor = (
  tally: Tally,
  points: Points,
  centers: readonly Lab[],
  fixed: number,
  min: number,
): { centers: Lab[]; fixed: number } => {
  let [now, fixedCount] = [[...centers], fixed]
  const isColorful = ({ a, b }: Lab): boolean => chromaOf(a, b) > CLEARLY * 0.9
  const max = Math.min(COLORFUL.swatches, centers.length - 1)
  if (colorfulPart(tally) < COLORFUL.part) return { centers: now, fixed }
  const only = colorfulOnly(points, CLEARLY)
  for (let n = now.filter(isColorful).length; n < max; n++) {
    // another hue first, then another tone, then whatever there is
    const fresh = [2, 1, 0.5].reduce<Lab | null>(
      (found, by) => found ?? furtherCenter(only, now, min * by, isSameToEye),
      null,
    )
    const dull = now.map((_, i) => i).filter(i => i >= fixedCount && !isColorful(now[i] as Lab))
    if (!fresh || !dull.length) break
    const cost = (without: number): number => assignPoints(points, [...now.filter((_, i) => i !== without), fresh]).cost
    const goes = dull.reduce((best, i) => (cost(i) < cost(best) ? i : best))
    const left = now.filter((_, i) => i !== goes)
    now = [...left.slice(0, fixedCount), fresh, ...left.slice(fixedCount)]
    fixedCount++
  }
  return { centers: now, fixed: fixedCount }
}
