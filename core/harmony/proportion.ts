import { isNeutral, lchOf, type Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'

/** The roles of swatches. */
export const ROLES = ['dominant', 'supporting', 'accent', 'neutral', 'detail'] as const
export type Role = (typeof ROLES)[number]

/** Factor from one share to the next smaller one. */
const FALL = 0.62

/** Shares of `count` swatches in falling order, adding up to 1: each is 62% of the one before it. */
export const usualShares = (count: number): number[] => {
  const raw = Array.from({ length: count }, (_, i) => FALL ** i)
  const total = raw.reduce((sum, share) => sum + share, 0)
  return raw.map(share => share / total)
}

/** Which of the shares, by size, an accent has. */
const ACCENT_SHARE = 3

/**
 * Shares swatches start with, adding up to 1, by their roles: the usual ones in order, but an accent has the fourth
 * largest, for it is to draw the eye and not to cover.
 */
export const sharesIn = (roles: readonly Role[]): number[] => {
  const shares = usualShares(roles.length)
  const accent = roles.indexOf('accent')
  if (accent < 0) return shares
  const [small] = shares.splice(Math.min(ACCENT_SHARE, shares.length - 1), 1)
  shares.splice(accent, 0, small as number)
  return shares
}

/** Minimum distance of an accent from what dominates: in ΔE2000, and in OKLab lightness. */
export const ACCENT = { apart: 25, lighter: 0.15 } as const

/**
 * A measure of how a color stands out from what dominates: by its chroma, and by being clearly another, lighter or
 * darker.
 */
const standingOut = (hex: Hex, dominant: Hex): number => {
  const apart = deltaE(hex, dominant)
  const lighter = Math.abs(lchOf(hex).l - lchOf(dominant).l)
  return lchOf(hex).c + (apart >= ACCENT.apart ? 0.5 : 0) + (lighter >= ACCENT.lighter ? 0.5 : 0) + apart / 10_000
}

/**
 * The roles swatches start with: the first dominates, the one that stands out most from it is the accent, what is all
 * but gray is neutral; of the rest the last ones of many are details, the others support.
 */
export const rolesIn = (hexes: readonly Hex[]): Role[] => {
  const [dominant = ''] = hexes
  const accent = hexes.reduce(
    (best, hex, i) =>
      i && !isNeutral(hex) && (!best || standingOut(hex, dominant) > standingOut(hexes[best] as Hex, dominant))
        ? i
        : best,
    0,
  )
  return hexes.map((hex, i) => {
    if (i === 0) return 'dominant'
    if (i === accent && hexes.length > 2) return 'accent'
    if (isNeutral(hex)) return 'neutral'
    return i >= hexes.length - 2 && hexes.length > 4 ? 'detail' : 'supporting'
  })
}

/** Shares under which a swatch is a detail. */
const DETAIL = 0.09

/**
 * Assign roles by share and chroma: the largest share dominates, what is all but gray is neutral, the most colorful (OKLCH
 * chroma) of those with at most a fair share is the accent; of the rest the small ones are details, the others
 * support.
 */
export const rolesOf = (swatches: ReadonlyArray<{ hex: Hex; share: number }>): Role[] => {
  const chromas = swatches.map(({ hex }) => lchOf(hex).c)
  const total = swatches.reduce((sum, { share }) => sum + share, 0) || 1
  const fair = total / Math.max(1, swatches.length)
  const max = (places: number[], of: (place: number) => number): number =>
    places.reduce((best, place) => (best < 0 || of(place) > of(best) ? place : best), -1)
  const places = swatches.map((_, i) => i)
  const dominant = max(places, i => swatches[i]?.share ?? 0)
  const colorful = places.filter(i => i !== dominant && !isNeutral((swatches[i] as { hex: Hex }).hex))
  const accent = max(
    colorful.filter(i => (swatches[i]?.share ?? 0) <= fair),
    i => chromas[i]!,
  )
  return swatches.map(({ hex, share }, i) => {
    if (i === dominant) return 'dominant'
    if (i === accent) return 'accent'
    if (isNeutral(hex)) return 'neutral'
    return share / total < DETAIL ? 'detail' : 'supporting'
  })
}
