const WAYS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/**
 * The way an arrow key points, right and up being 1, ten times as far with Shift; null for other keys. Takes the key
 * from the page where it is one.
 */
export const arrowOf = (event: KeyboardEvent): { x: number; y: number } | null => {
  const way = WAYS[event.key]
  if (!way || event.ctrlKey || event.metaKey) return null
  event.preventDefault()
  const step = event.shiftKey ? 10 : 1
  return { x: way[0] * step, y: way[1] * step }
}
