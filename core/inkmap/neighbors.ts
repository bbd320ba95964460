import type { InkMap } from './inkmap'

/**
 * Two inks that lie side by side, by their places: their part of all boundaries, and the share of the picture both
 * hold.
 */
export interface Contact {
  one: number
  other: number
  part: number
  /** The share of the picture, in [0, 1], where they mix: in gradients, where one shines through, along edges. */
  mixed: number
}

/** Distance of two pixels that are compared, in parts of the width of a map: three of 220. */
const APART = 3 / 220
/** Minimum share of an ink in a pixel to count there, of 255. */
const HOLDS = 64
const OPAQUE = 250
/** Maximum number of contacts, those of the longest boundaries; the rest are specks. */
const MAX_CONTACTS = 12_000
/** Weight of a pixel that two inks share as a boundary between them, against two beside each other. */
const WITHIN = 0.1
const NONE = 0xffff

/** For each pixel the places of the two inks that hold most of it, or NONE, and what the second holds of 255. */
const foremostInks = ({ solid, pixel, start, alpha, ink, share }: InkMap) => {
  const first = new Uint16Array(solid.length)
  for (let p = 0; p < solid.length; p++) first[p] = solid[p]! - 1 // one without an ink becomes NONE
  const second = new Uint16Array(first.length).fill(NONE)
  const part = new Uint8Array(first.length)
  for (let i = 0; i < pixel.length; i++) {
    if (alpha[i]! < OPAQUE) continue
    let [max, next] = [HOLDS - 1, HOLDS - 1]
    const p = pixel[i]!
    for (let at = start[i]!; at < start[i + 1]!; at++) {
      const [place, holds] = [ink[at]!, share[at]!]
      if (holds > max) {
        if (first[p] !== NONE) [second[p], next] = [first[p]!, max]
        first[p] = place
        max = holds
      } else if (holds > next) {
        second[p] = place
        next = holds
      }
    }
    if (second[p] !== NONE) part[p] = next
  }
  return { first, second, part }
}

/**
 * Contacts of inks: pairs of pixels a little apart, across and down, whose inks differ, counted by pair of inks. Where
 * two inks share a pixel, as the stops of a gradient do, both count. `count` is the number of inks; the result has the
 * longest boundaries first, its parts add up to 1 (or less, where there are very many).
 */
export const contactsOf = (map: InkMap, count: number): Contact[] => {
  const { width, height } = map
  if (count < 2) return []
  const { first, second, part } = foremostInks(map)
  const by = Math.max(1, Math.round(Math.max(width, height) * APART))
  const found = new Map<number, { length: number; mixed: number }>()
  let [all, painted] = [0, 0]
  const meet = (one: number, other: number, length: number, mixed = 0): void => {
    if (one === other || one === NONE || other === NONE || !length) return
    const key = one < other ? one * count + other : other * count + one
    const known = found.get(key)
    if (known) {
      known.length += length
      known.mixed += mixed
    } else found.set(key, { length, mixed })
    all += length
  }
  /** Where two inks share a pixel, both touch what is beside it. Most pixels hold the same single ink. */
  const look = (p: number, q: number): void => {
    if (!part[p] && !part[q]) {
      if (first[p] !== first[q]) meet(first[p]!, first[q]!, 1)
      return
    }
    const own = part[p]! / 255
    const its = part[q]! / 255
    meet(first[p]!, first[q]!, (1 - own) * (1 - its))
    if (own) meet(second[p]!, first[q]!, own * (1 - its))
    if (its) meet(first[p]!, second[q]!, (1 - own) * its)
    if (own && its) meet(second[p]!, second[q]!, own * its)
  }
  for (let y = 0; y < height; y++)
    for (let x = 0, p = y * width; x < width; x++, p++) {
      if (first[p] === NONE) continue
      painted++
      if (part[p]) {
        const half = Math.min(1, (2 * part[p]!) / 255)
        meet(first[p]!, second[p]!, half * WITHIN, half)
      }
      if (x + by < width) look(p, p + by)
      if (y + by < height) look(p, p + by * width)
    }
  return [...found]
    .sort(([one, long], [other, longer]) => longer.length - long.length || one - other)
    .slice(0, MAX_CONTACTS)
    .map(([key, { length, mixed }]) => ({
      one: Math.floor(key / count),
      other: key % count,
      part: length / all,
      mixed: mixed / painted,
    }))
}
