/** Where a pointer went down last, as long as it has not moved since; clicks come in whole pixels, other events do not. */
let pressed: { x: number; y: number } | null = null
const isAt = (spot: { x: number; y: number } | null, { clientX, clientY }: MouseEvent): boolean =>
  spot !== null && Math.hypot(spot.x - clientX, spot.y - clientY) < 1.5
document.addEventListener('pointerdown', ({ clientX, clientY }) => (pressed = { x: clientX, y: clientY }), {
  capture: true,
})
document.addEventListener('pointermove', event => (pressed = isAt(pressed, event) ? pressed : null), { capture: true })

/**
 * Distinguishes a pointer that was moved onto something from one under which something else came to lie, as when a dialog
 * closes: after a press, or after `rest`, events at the same spot do not count until the pointer has moved.
 */
export const restingPointer = () => {
  let spot: { x: number; y: number } | null = null
  return {
    rest: ({ clientX, clientY }: MouseEvent): void => {
      spot = { x: clientX, y: clientY }
    },
    rests: (event: MouseEvent): boolean => {
      if (isAt(spot, event) || isAt(pressed, event)) return true
      spot = null
      return false
    },
  }
}
