const DIRECTIONS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** A pressed key with its modifiers, as a keyboard event has them. */
export interface PressedKey {
  key: string
  shiftKey: boolean
  ctrlKey: boolean
  metaKey: boolean
  altKey: boolean
}

/**
 * Returns the step an arrow key asks for, right and up being positive: 1, or 10 with Shift. Null for other keys and
 * with Ctrl or Cmd.
 */
export const arrowStep = ({
  key,
  shiftKey,
  ctrlKey,
  metaKey,
}: Omit<PressedKey, 'altKey'>): { x: number; y: number } | null => {
  const direction = DIRECTIONS[key]
  if (!direction || ctrlKey || metaKey) return null
  const size = shiftKey ? 10 : 1
  // no -0: a step is compared and added
  return { x: direction[0] * size || 0, y: direction[1] * size || 0 }
}
