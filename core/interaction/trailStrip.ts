import { clamp } from '#core/math/clamp'

/* The strip of the trail: states in a row, newest right. */

/** Returns the index of the state at a part, in [0, 1], of the strip's width; -1 where there are none. */
export const stateAtFraction = (part: number, count: number): number =>
  count ? clamp(Math.floor(part * count), 0, count - 1) : -1

/** Returns the index so many states on from one, within the strip; from the end where the present one is not in it. */
export const stateBeside = (index: number, by: number, count: number): number =>
  count ? clamp((index < 0 ? count : index) + by, 0, count - 1) : -1

/** Returns where the marker of a state stands, as a part of the strip's width. */
export const markerFraction = (index: number, count: number): number => (index + 0.5) / Math.max(1, count)
