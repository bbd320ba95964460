/** Where a pointer went down last, on whatever page. */
let last: { x: number; y: number } | null = null
document.addEventListener(
  'pointerdown',
  ({ clientX, clientY }) => {
    last = { x: clientX, y: clientY }
  },
  { capture: true },
)

/**
 * Tells a pointer that was moved onto something from one under which something else came to lie: after `rest`, events
 * at the same spot do not count until the pointer has moved; `begin` says that all there is came to lie under it just now.
 */
export const restingPointer = () => {
  let spot: { x: number; y: number } | null = null
  return {
    begin: (): void => {
      spot = last
    },
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
