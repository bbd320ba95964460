import type { Reference } from '#core/document/gathering'
import { clamp } from '#core/math/clamp'
import type { Point } from './outline'

/* References on their board. Places and sizes are in parts of the board's width. */

/** The width of a reference on the board, and the tallest it is shown. */
export const BOARD_TILE = { width: 0.31, maxHeight: 0.205 } as const
/** The part at the foot of the board that stays free of corners, so that nothing is dragged out of sight. */
const FOOT = 0.1

/** Returns the height a reference has on the board. */
export const boardHeight = ({ width, height }: Pick<Reference, 'width' | 'height'>): number =>
  Math.min(BOARD_TILE.maxHeight, (BOARD_TILE.width * height) / width)

/** Returns a place limited to a board whose height is `height` times its width. */
export const clampToBoard = ({ x, y }: Point, height: number): Point => ({
  x: clamp(x, 0, 1 - BOARD_TILE.width),
  y: clamp(y, 0, Math.max(0, height - FOOT)),
})
