/** The point of a dial at an angle in degrees, clockwise from the top, and a distance from its middle. */
export const spot = (angle: number, radius: number): [x: number, y: number] => [
  Math.sin((angle * Math.PI) / 180) * radius,
  -Math.cos((angle * Math.PI) / 180) * radius,
]
