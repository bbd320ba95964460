import type { Lab } from '#core/color/convert'
import { assignPoints } from './cluster'
import { chromaOf, pointAt, type Tally } from './tally'

/**
 * Conditions for an accent: its OKLab chroma, and how far it stands from the nearest center, with lightness and
 * without.
 */
const VIVID = 0.1
const FAR = 0.075
const FAR_IN_HUE = 0.055

/**
 * A color that stands alone, not at the end of a larger group, is an accent from this distance on, whatever its hue.
 */
const ALONE = 0.045

/** The part of the picture an accent covers at least, and from which on more area makes no better one. */
const MIN_AREA = 4e-4
const FULL_AREA = 1e-3

/** Radius of an accent around its center, in OKLab, and the inner part of that. */
const REACH = 0.06
const INNER = 0.035

/** The part of a color's pixels that have to touch their like: noise does not. */
const TOUCHING = 0.45

/** The most candidates looked at closely. */
const MAX_CANDIDATES = 32

/** Weight and mean of the points of a list within reach of a place. */
const around = (tally: Tally, list: ArrayLike<number>, place: Lab, reach: number): { weight: number; mean: Lab } => {
  let w = 0
  let l = 0
  let a = 0
  let b = 0
  for (let n = 0; n < list.length; n++) {
    const i = list[n]!
    const dl = tally.l[i]! - place.l
    const da = tally.a[i]! - place.a
    const db = tally.b[i]! - place.b
    if (dl * dl + da * da + db * db > reach * reach) continue
    const own = tally.weight[i]!
    w += own
    l += own * tally.l[i]!
    a += own * tally.a[i]!
    b += own * tally.b[i]!
  }
  return { weight: w, mean: w ? { l: l / w, a: a / w, b: b / w } : place }
}

/** The small vivid color that centers miss most: where it is densest, in OKLab; null where they miss none. */
export const accentOf = (tally: Tally, centers: readonly Lab[]): Lab | null => {
  const { a, b, weight, joined } = tally
  const { distance, label } = assignPoints(tally, centers)
  const away = (i: number): number => {
    const center = centers[label[i]!] as Lab
    return chromaOf(a[i]! - center.a, b[i]! - center.b)
  }
  const near: number[] = []
  for (let i = 0; i < tally.size; i++) {
    if (distance[i]! > ALONE && joined[i]! > TOUCHING && chromaOf(a[i]!, b[i]!) > VIVID) near.push(i)
  }
  const vivid: number[] = [] // a group an accent could be the end of is as vivid as itself, more or less
  for (let i = 0; i < tally.size; i++) if (chromaOf(a[i]!, b[i]!) > VIVID * 0.5) vivid.push(i)
  const heaviest = new Map<number, { i: number; sum: number }>() // of each neighborhood, the heaviest stands for all
  for (const i of near) {
    const key = (Math.round(tally.l[i]! / INNER) * 64 + Math.round(a[i]! / INNER)) * 64 + Math.round(b[i]! / INNER)
    const known = heaviest.get(key)
    if (!known) heaviest.set(key, { i, sum: weight[i]! })
    else
      heaviest.set(key, {
        i: weight[i]! > weight[known.i]! ? i : known.i,
        sum: known.sum + weight[i]!,
      })
  }
  const promise = ({ i, sum }: { i: number; sum: number }): number =>
    Math.min(sum, FULL_AREA) * distance[i]! * chromaOf(a[i]!, b[i]!)
  const looked = [...heaviest.values()].sort((one, other) => promise(other) - promise(one)).slice(0, MAX_CANDIDATES)
  let [best, max] = [null as Lab | null, 0]
  for (const { i } of looked) {
    const place = pointAt(tally, i)
    const { weight: area } = around(tally, near, place, REACH)
    if (area < MIN_AREA) continue
    const alone = around(tally, near, place, INNER).weight / around(tally, vivid, place, REACH * 1.2).weight
    if (alone < 0.5 && (distance[i]! < FAR || away(i) < FAR_IN_HUE)) continue
    const value =
      Math.sqrt(Math.min(area, FULL_AREA)) *
      (alone < 0.5 ? away(i) : distance[i]!) *
      chromaOf(place.a, place.b) *
      (0.15 + alone * alone)
    if (value > max) [best, max] = [place, value]
  }
  for (let turn = 0; best && turn < 6; turn++) best = around(tally, near, best, INNER).mean
  return best
}
