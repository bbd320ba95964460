/* Two controls of the matching that keeps the picture. */

/** Weight of shares and roles: 0 where only the picture counts, 1 where shares come before nearly all else. */
export const SHARES = { min: 0, max: 1, rest: 0.5 } as const

/** Weight of inks keeping their hue: 0 not at all, 1 before nearly all else. */
export const HUES = { min: 0, max: 1, rest: 0.5 } as const

/** The positions of both controls. */
export interface Meant {
  shares: number
  hues: number
}

/** Both controls at rest. */
export const MEANT: Meant = { shares: SHARES.rest, hues: HUES.rest }

/**
 * The weight of a control at a position in [0, 1]: 0 at 0, 1 at rest, 8 at 1; positions outside count as the nearest
 * end.
 */
export const weightAt = (position: number): number => (2 * Math.min(1, Math.max(0, position))) ** 3
