import type { Face, Measure } from '#core/handover/page'

/** Names of the faces of pages on the screen. */
export const FACE_FAMILIES: Readonly<Record<Face, string>> = {
  text: "'Instrument Sans Variable', 'Further Scripts', sans-serif",
  title: "'Bricolage Grotesque Variable', 'Further Scripts', sans-serif",
  value: "'Spline Sans Mono Variable', 'Further Scripts', monospace",
}
/** Font weight on the screen. */
export const weightOf = ({ face, strong }: { face: Face; strong?: boolean }): number =>
  strong || face === 'title' ? 600 : 400

let context: CanvasRenderingContext2D | null = null
/** Width of a text on a page, as the browser sets it. */
export const measureOnScreen: Measure = (text, how) => {
  context ??= document.createElement('canvas').getContext('2d')
  if (!context) return text.length * how.size * 0.5
  context.font = `${weightOf(how)} ${how.size}px ${FACE_FAMILIES[how.face]}`
  return context.measureText(text).width
}
