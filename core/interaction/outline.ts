/** A point, in pixels. */
export interface Point {
  x: number
  y: number
}

/** Returns whether a point lies within a polygon (even–odd rule; each edge includes its lower end). */
export const isWithin = ({ x, y }: Point, polygon: readonly Point[]): boolean => {
  let inside = false
  polygon.forEach((one, i) => {
    const other = polygon[(i + polygon.length - 1) % polygon.length] as Point
    if (one.y > y !== other.y > y && x < ((other.x - one.x) * (y - one.y)) / (other.y - one.y) + one.x) inside = !inside
  })
  return inside
}

/** Returns the corners of the rectangle between two opposite points, in order around it. */
export const rectangleBetween = (one: Point, other: Point): Point[] => [
  one,
  { x: other.x, y: one.y },
  other,
  { x: one.x, y: other.y },
]

/** Returns the center of a box. */
export const centerOf = ({
  left,
  top,
  width,
  height,
}: {
  left: number
  top: number
  width: number
  height: number
}): Point => ({
  x: left + width / 2,
  y: top + height / 2,
})

/** Returns a closed polygon as a path of SVG, its points relative to an origin. */
export const outlinePath = (polygon: readonly Point[], origin: Point): string =>
  `M${polygon.map(({ x, y }) => `${x - origin.x} ${y - origin.y}`).join('L')}Z`

/** Distance from which a pointer draws instead of clicking, in pixels. */
export const DRAWING_DISTANCE = 4

/**
 * Returns whether a pointer that went down at `from` draws an outline: where outlines are drawn at all, from 4 pixels on, and
 * once it has begun.
 */
export const isDrawing = (pickBy: string | null, from: Point, to: Point, hasBegun: boolean): boolean =>
  hasBegun || (pickBy !== 'point' && Math.hypot(to.x - from.x, to.y - from.y) >= DRAWING_DISTANCE)
