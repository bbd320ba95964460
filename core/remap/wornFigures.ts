import { arc, labOf, type Hex } from '#core/color/convert'
import type { Role } from '#core/harmony/proportion'
import type { Pixels } from '#core/picture/pixels'
import { seeded } from '#core/math/random'
import { labsOf, OPAQUE } from './figures'

/** Figures of how a scheme is worn against what it is meant to be; parts of 1, null where there is nothing to count. */
export interface WornFigures {
  /** The part of the picture each swatch covers, in the order of the scheme. */
  covers: number[]
  /** Half the sum, over the swatches, of how far what each covers is from what it is meant to cover. */
  shareDistance: number
  /**
   * Coverage of the dominant swatch, and by how much more the accent covers than it; null where the scheme has none.
   */
  dominant: number | null
  accentOver: number | null
  /** Of the pairs of pixels that only hue distinguished, the fraction that is still distinguishable. */
  toldApart: number | null
  /** The mean angle between hues before and after, in degrees, weighted by chroma before. */
  turned: number | null
}

/** A swatch as it is meant to be worn. */
export interface MeantSwatch {
  hex: Hex
  share: number
  role?: Role
}

/** So many pairs of pixels are looked at. */
const PAIRS = 40_000
/** Hue alone tells two pixels apart from this distance in the chroma plane on, up to this difference in lightness. */
const HUE_APART = { chroma: 0.12, lightness: 0.25 } as const
/** The least difference, in ΔEOK, that tells two pixels apart afterwards. */
const APART = 0.06
/** Chroma below which a hue is none. */
const GRAY = 0.02
/** Lightness counts half where it is looked which swatch a pixel belongs to: a swatch may be worn lighter or darker. */
const LIGHTNESS = 0.5

/**
 * Figures of how a scheme is worn in a picture that was another, both of one size, over the pixels opaque in both. A
 * pixel belongs to the swatch
 * nearest to it in OKLab, where lightness counts half. Throws RangeError where the sizes differ.
 */
export const wornFigures = (before: Pixels, after: Pixels, scheme: readonly MeantSwatch[]): WornFigures => {
  if (after.width !== before.width || after.height !== before.height)
    throw new RangeError('The pictures differ in size.')
  const [was, is] = [labsOf(before), labsOf(after)]
  const labs = scheme.map(({ hex }) => labOf(hex))
  const counts = scheme.map(() => 0)
  const seen: number[] = []
  let [turn, weight] = [0, 0]
  for (let p = 0; p < before.width * before.height; p++) {
    if (before.data[p * 4 + 3]! < OPAQUE || after.data[p * 4 + 3]! < OPAQUE) continue
    seen.push(p)
    const [l, a, b] = [is[p * 3]!, is[p * 3 + 1]!, is[p * 3 + 2]!]
    const away = labs.map(lab => Math.hypot((l - lab.l) * LIGHTNESS, a - lab.a, b - lab.b))
    const nearest = away.indexOf(Math.min(...away))
    if (nearest >= 0) counts[nearest]! += 1
    const [from, to] = [was, is].map(all => {
      const [x, y] = [all[p * 3 + 1]!, all[p * 3 + 2]!]
      return { c: Math.hypot(x, y), h: (Math.atan2(y, x) * 180) / Math.PI }
    }) as [{ c: number; h: number }, { c: number; h: number }]
    if (from.c < GRAY || to.c < GRAY) continue
    turn += from.c * Math.abs(arc(from.h, to.h))
    weight += from.c
  }
  const total = scheme.reduce((sum, { share }) => sum + share, 0) || 1
  const covers = counts.map(count => (seen.length ? count / seen.length : 0))
  const coverOf = (role: Role): number | null => covers[scheme.findIndex(swatch => swatch.role === role)] ?? null
  const [dominant, accent] = [coverOf('dominant'), coverOf('accent')]
  const random = seeded(1)
  let [pairs, stillApart] = [0, 0]
  for (let n = 0; n < PAIRS && seen.length; n++) {
    const [p, q] = [0, 1].map(() => seen[Math.floor(random() * seen.length)]! * 3) as [number, number]
    const apart = (of: Float64Array, from: number): number =>
      Math.hypot(of[p + from]! - of[q + from]!, of[p + 2]! - of[q + 2]!)
    if (apart(was, 1) <= HUE_APART.chroma || Math.abs(was[p]! - was[q]!) >= HUE_APART.lightness) continue
    pairs++
    if (Math.hypot(apart(is, 1), is[p]! - is[q]!) > APART) stillApart++
  }
  return {
    covers,
    shareDistance: covers.reduce((sum, cover, s) => sum + Math.abs(cover - (scheme[s]?.share ?? 0) / total) / 2, 0),
    dominant,
    accentOver: dominant === null || accent === null ? null : Math.max(0, accent - dominant),
    toldApart: pairs ? stillApart / pairs : null,
    turned: weight ? turn / weight : null,
  }
}
