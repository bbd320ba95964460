import { arrowStep } from '#core/interaction/arrowKeys'

/** The step an arrow key asks for, taken from the page; null for other keys, which stay the page's. */
export const arrowOf = (event: KeyboardEvent): { x: number; y: number } | null => {
  const step = arrowStep(event)
  if (step) event.preventDefault()
  return step
}
