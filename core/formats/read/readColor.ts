import type { Hex } from '#core/color/convert'
import { ROLES, type Role } from '#core/harmony/proportion'

/** The longest list read, in characters. */
export const MAX_LIST_LENGTH = 2 * 1024 * 1024

/** A color found in a list, with the name it had there; its role, and its share in [0, 1], where the list says them. */
export interface ReadColor {
  hex: Hex
  name: string | null
  role?: Role
  share?: number
}

/** Role and share as lists say them: one of the words for roles, and a number in percent, `40%`, or in [0, 1]. */
export const readRoleAndShare = (role: unknown, share: unknown): Pick<ReadColor, 'role' | 'share'> => {
  const known = ROLES.find(each => each === role)
  const percent = typeof share === 'string' ? /^(\d{1,3}(?:\.\d+)?)\s*%$/.exec(share.trim())?.[1] : undefined
  const part = percent === undefined ? (typeof share === 'number' ? share : NaN) : Number(percent) / 100
  return { ...(known && { role: known }), ...(part >= 0 && part <= 1 && { share: Math.round(part * 1e4) / 1e4 }) }
}

/** Name of the rung of a ladder: `tint 2`. Rungs follow from their swatch and are no colors of a list. */
export const RUNG = /^(?:tint|tone|shade) \d{1,2}$/
