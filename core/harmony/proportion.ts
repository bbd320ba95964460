import { lchOf, type Hex } from '../color/convert'

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

/** The role a swatch starts with: by its place, and neutral where it is all but gray (OKLCH chroma under 0.03). */
export const usualRole = (hex: Hex, place: number, count: number): Role => {
  if (place === 0) return 'dominant'
  if (lchOf(hex).c < 0.03) return 'neutral'
  if (place === 1) return 'supporting'
  if (place === 2) return 'accent'
  return place >= count - 2 && count > 4 ? 'detail' : 'supporting'
}
