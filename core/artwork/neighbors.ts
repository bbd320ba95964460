import type { InkMap } from './inkmap'

/** Two inks that lie side by side, by their places, and their part of all boundaries, in [0, 1]. */
export interface Contact {
  one: number
  other: number
  part: number
}

/** How far apart two pixels are that are looked at together, in parts of the width of a map: three of 220. */
const APART = 3 / 220
/** How much of a pixel the ink that holds most of it has to hold to stand for it, of 255. */
const HOLDS = 86
const OPAQUE = 250
/** So many contacts are kept, those of the longest boundaries; what is beyond are specks. */
const MOST_CONTACTS = 12_000
const NONE = 0xffff

/** For each pixel the place of the ink that stands for it, or NONE. */
const standing = ({ solid, pixel, start, alpha, ink, share }: InkMap): Uint16Array => {
  const place = Uint16Array.from(solid, at => (at ? at - 1 : NONE))
  for (let i = 0; i < pixel.length; i++) {
    if ((alpha[i] as number) < OPAQUE) continue
    let most = HOLDS
    for (let at = start[i] as number; at < (start[i + 1] as number); at++)
      if ((share[at] as number) > most) {
        most = share[at] as number
        place[pixel[i] as number] = ink[at] as number
      }
  }
  return place
}

/**
 * What touches what: pairs of pixels a little apart, across and down, whose inks differ, counted by pair of inks; a
 * gradient is a run of its stops. `count` is the number of inks; the result has the
 * longest boundaries first, its parts add up to 1 (or less, where there are very many).
 */
export const contactsOf = (map: InkMap, count: number): Contact[] => {
  const { width, height } = map
  const place = standing(map)
  const by = Math.max(1, Math.round(Math.max(width, height) * APART))
  const found = new Map<number, number>()
  let all = 0
  const meet = (one: number, other: number): void => {
    if (one === other || one === NONE || other === NONE) return
    const key = one < other ? one * count + other : other * count + one
    found.set(key, (found.get(key) ?? 0) + 1)
    all++
  }
  for (let y = 0; y < height; y++)
    for (let x = 0, p = y * width; x < width; x++, p++) {
      const own = place[p] as number
      if (x + by < width) meet(own, place[p + by] as number)
      if (y + by < height) meet(own, place[p + by * width] as number)
    }
  return [...found]
    .sort(([one, long], [other, longer]) => longer - long || one - other)
    .slice(0, MOST_CONTACTS)
    .map(([key, length]) => ({ one: Math.floor(key / count), other: key % count, part: length / all }))
}
