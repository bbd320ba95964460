import { isNeutral, lchOf, type Hex } from '../color/convert'

/** What a swatch does in the whole. */
export const ROLES = ['dominant', 'supporting', 'accent', 'neutral', 'detail'] as const
export type Role = (typeof ROLES)[number]

/** How much smaller each next share is than the one before. */
const FALL = 0.62

/** Shares of `count` swatches in falling order, adding up to 1: each is 62% of the one before it. */
export const usualShares = (count: number): number[] => {
  const raw = Array.from({ length: count }, (_, i) => FALL ** i)
  const total = raw.reduce((sum, share) => sum + share, 0)
  return raw.map(share => share / total)
}

/** The role a swatch starts with: by its place, and neutral where it is all but gray. */
export const usualRole = (hex: Hex, place: number, count: number): Role => {
  if (place === 0) return 'dominant'
  if (isNeutral(hex)) return 'neutral'
  if (place === 1) return 'supporting'
  if (place === 2) return 'accent'
  return place >= count - 2 && count > 4 ? 'detail' : 'supporting'
}

/** Shares under which a swatch is a detail. */
const DETAIL = 0.09

/**
 * Roles by share and chroma: the largest share dominates, what is all but gray is neutral, the most colorful (OKLCH
 * chroma) of those with at most a fair share is the accent; of the rest the small ones are details, the others
 * support.
 */
export const rolesOf = (swatches: ReadonlyArray<{ hex: Hex; share: number }>): Role[] => {
  const chromas = swatches.map(({ hex }) => lchOf(hex).c)
  const total = swatches.reduce((sum, { share }) => sum + share, 0) || 1
  const fair = total / Math.max(1, swatches.length)
  const most = (places: number[], of: (place: number) => number): number =>
    places.reduce((best, place) => (best < 0 || of(place) > of(best) ? place : best), -1)
  const places = swatches.map((_, i) => i)
  const dominant = most(places, i => swatches[i]?.share ?? 0)
  const colorful = places.filter(i => i !== dominant && !isNeutral((swatches[i] as { hex: Hex }).hex))
  const accent = most(
    colorful.filter(i => (swatches[i]?.share ?? 0) <= fair),
    i => chromas[i] as number,
  )
  return swatches.map(({ hex, share }, i) => {
    if (i === dominant) return 'dominant'
    if (i === accent) return 'accent'
    if (isNeutral(hex)) return 'neutral'
    return share / total < DETAIL ? 'detail' : 'supporting'
  })
}
