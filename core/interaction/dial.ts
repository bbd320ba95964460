/** Returns the point of a dial at an angle in degrees, clockwise from the top, and a distance from its center. */
export const spot = (angle: number, radius: number): [x: number, y: number] => [
  Math.sin((angle * Math.PI) / 180) * radius,
  -Math.cos((angle * Math.PI) / 180) * radius,
]

/** A box on the screen, in pixels. */
export interface ScreenBox {
  left: number
  top: number
  width: number
  height: number
}

/**
 * Returns the angle in degrees, clockwise from the top in (-180, 180], and the distance from the center of a point of the
 * screen on a dial drawn in `box`. `units` is the width of the drawing in its own units, in which the distance is returned.
 */
export const dialPoint = (x: number, y: number, box: ScreenBox, units: number): { angle: number; radius: number } => {
  const [right, up] = [x - box.left - box.width / 2, box.top + box.height / 2 - y]
  return { angle: (Math.atan2(right, up) * 180) / Math.PI, radius: (Math.hypot(right, up) / box.width) * units }
}
