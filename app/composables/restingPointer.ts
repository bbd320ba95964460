/**
 * Tells a pointer that was moved onto something from one under which something else came to lie: after `rest`, events
 * at the same spot do not count until the pointer has moved.
 */
export const restingPointer = () => {
  let spot: { x: number; y: number } | null = null
  return {
    rest: ({ clientX, clientY }: MouseEvent): void => {
      spot = { x: clientX, y: clientY }
    },
    rests: ({ clientX, clientY }: MouseEvent): boolean => {
      if (spot && Math.hypot(spot.x - clientX, spot.y - clientY) < 1.5) return true // clicks come in whole pixels, other events do not
      spot = null
      return false
    },
  }
}
