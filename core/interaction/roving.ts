/** Where something stands on the screen, in pixels. */
export interface Box {
  left: number
  top: number
  right: number
  bottom: number
}

/** Which keys lead on: arrows, left and right alone, or page keys. */
export type By = 'arrows' | 'across' | 'pages'

/** From so many pixels on, one thing stands below another and no more beside it. */
const BESIDE = 4

/** The one of a row nearest below (`way` 1) or above (-1), by its middle; null where there is none. */
const inNextRow = (boxes: readonly Box[], at: number, way: 1 | -1): number | null => {
  const from = boxes[at]
  if (!from) return null
  const away = ({ top, bottom }: Box): number => (way > 0 ? top - from.bottom : from.top - bottom)
  const nearest = Math.min(...boxes.filter(box => away(box) >= -BESIDE).map(away))
  if (!Number.isFinite(nearest)) return null
  const middle = ({ left, right }: Box): number => (left + right) / 2
  let best: number | null = null
  boxes.forEach((box, i) => {
    if (i === at || away(box) < -BESIDE || away(box) > nearest + BESIDE) return
    const across = (n: number): number => Math.abs(middle(boxes[n] as Box) - middle(from))
    if (best === null || across(i) < across(best)) best = i
  })
  return best
}

/**
 * Which of things in their order a key leads to: left and right to the one before and after, up and down to the row
 * above and below (where all stand in one row, like left and right), Home and End to the first and last; or, by
 * `pages`, the page keys around and around. Null for other keys and where there is none.
 */
export const nextByKey = (boxes: readonly Box[], at: number, key: string, by: By = 'arrows'): number | null => {
  const { length } = boxes
  if (at < 0 || length < 2) return null
  if (by === 'pages')
    return key === 'PageDown' ? (at + 1) % length : key === 'PageUp' ? (at + length - 1) % length : null
  const beside = (step: 1 | -1): number | null => (boxes[at + step] ? at + step : null)
  if (key === 'Home') return 0
  if (key === 'End') return length - 1
  if (key === 'ArrowRight') return beside(1)
  if (key === 'ArrowLeft') return beside(-1)
  if (by === 'across' || (key !== 'ArrowDown' && key !== 'ArrowUp')) return null
  const way = key === 'ArrowDown' ? 1 : -1
  const [first] = boxes
  const oneRow = boxes.every(({ top, bottom }) => top < (first?.bottom ?? 0) && bottom > (first?.top ?? 0))
  return oneRow ? beside(way) : inNextRow(boxes, at, way)
}
