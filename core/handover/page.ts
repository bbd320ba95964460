import type { Hex } from '#core/color/convert'
import type { HandedGradient } from '#core/formats/gradient'

/* Pages as they are laid out, whatever draws them: PDF, a picture, the screen. Lengths are in points (1/72 inch). */

/** A rectangle; `x` and `y` are its top left corner. */
export interface Rect {
  x: number
  y: number
  width: number
  height: number
}

/** The faces things are written in: words, titles, values. */
export const FACES = ['text', 'title', 'value'] as const
export type Face = (typeof FACES)[number]

/** The setting of text: the face, the size in points, and whether they are strong. */
export interface Setting {
  face: Face
  size: number
  strong?: boolean
}

/** Words on one line. `x` is where they begin, or what they are centered on or end at, `y` their baseline. */
export interface Words extends Setting {
  mark: 'words'
  x: number
  y: number
  text: string
  fill: Hex
  align?: 'start' | 'middle' | 'end'
  /** Set upward instead of to the right. */
  upward?: boolean
}

/** The structure tag of a part of a page, for screen readers. */
export type Tag = 'H1' | 'H2' | 'H3' | 'P' | 'Figure' | 'Table' | 'TR' | 'TH' | 'TD' | 'L' | 'LI' | 'Link'

/** The part of a picture that is seen: what lies in the middle, in parts of its size, and how much closer it is. */
export interface Crop {
  x: number
  y: number
  zoom: number
}

export type Mark =
  | (Rect & { mark: 'box'; fill?: Hex; line?: Hex; chamfer?: number })
  | { mark: 'circle'; x: number; y: number; radius: number; fill: Hex; line?: Hex }
  | { mark: 'line'; from: readonly [number, number]; to: readonly [number, number]; line: Hex; thick: number }
  | Words
  | (Rect & { mark: 'artwork'; artwork: string; look: string })
  | (Rect & { mark: 'picture'; picture: string; crop: Crop; rim?: Hex })
  | (Rect & { mark: 'gradient'; gradient: HandedGradient })
  | { mark: 'part'; tag: Tag; marks: readonly Mark[]; alt?: string; leadsTo?: string; at?: Rect }

/** A page: its size, what it stands on and what stands on it; where others lead to it, and what it is called. */
export interface Page {
  width: number
  height: number
  ground: Hex
  marks: Mark[]
  anchor?: string
  /** Its name among the bookmarks, and how deep it stands there. */
  bookmark?: { title: string; depth: 0 | 1 }
}

/** Width of a text as it is set, in points. */
export type Measure = (text: string, how: Setting) => number

/** A text cut so that it is no wider than there is room, with an ellipsis where something is missing. */
export const truncateToFit = (text: string, room: number, how: Setting, measure: Measure): string => {
  if (measure(text, how) <= room) return text
  const letters = [...text]
  let [min, max] = [0, letters.length]
  while (min < max) {
    const middle = Math.ceil((min + max) / 2)
    if (measure(`${letters.slice(0, middle).join('').trimEnd()}…`, how) <= room) min = middle
    else max = middle - 1
  }
  return min ? `${letters.slice(0, min).join('').trimEnd()}…` : ''
}

/** A text in lines no wider than there is room, at most so many; a word that is wider is broken; the last is cut. */
export const wrapLines = (text: string, room: number, max: number, how: Setting, measure: Measure): string[] => {
  const lines: string[] = []
  let line = ''
  const words = text
    .split(/\s+/)
    .filter(Boolean)
    .flatMap(word => (measure(word, how) <= room ? [word] : breakWord(word, room, how, measure)))
  for (const [i, word] of words.entries()) {
    const longer = line ? `${line} ${word}` : word
    if (line && measure(longer, how) > room) {
      if (lines.length === max - 1)
        return [...lines, truncateToFit(`${line} ${words.slice(i).join(' ')}`, room, how, measure)]
      lines.push(line)
      line = word
    } else line = longer
  }
  return line ? [...lines, line] : lines
}

/**
 * The setting in which the longest word of a text fits in the room, in points, where that is no smaller than the least: better small than
 * broken.
 */
export const shrinkToFit = (text: string, room: number, how: Setting, min: number, measure: Measure): Setting => {
  const widest = Math.max(0, ...text.split(/\s+/).map(word => measure(word, how)))
  const size = widest > room ? (how.size * room) / widest : how.size
  return size >= min ? { ...how, size: Math.min(how.size, Math.floor(size * 10) / 10) } : how
}

/** Maximum number of letters that are tried of a word that is too wide. */
const LONGEST = 400

const breakWord = (word: string, room: number, how: Setting, measure: Measure): string[] => {
  const parts: string[] = []
  let part = ''
  for (const letter of [...word].slice(0, LONGEST)) {
    if (part && measure(part + letter, how) > room) {
      parts.push(part)
      part = letter
    } else part += letter
  }
  return part ? [...parts, part] : parts
}

/** Rectangles one after the other across another, as wide as their weights, with gaps between. */
export const splitAcross = ({ x, y, width, height }: Rect, weights: readonly number[], gap = 0): Rect[] => {
  const room = width - gap * (weights.length - 1)
  const total = weights.reduce((sum, weight) => sum + weight, 0) || 1
  let at = x
  return weights.map(weight => {
    const rect = { x: at, y, width: (room * weight) / total, height }
    at += rect.width + gap
    return rect
  })
}

/** The same downward. */
export const splitDown = ({ x, y, width, height }: Rect, weights: readonly number[], gap = 0): Rect[] =>
  splitAcross({ x: y, y: x, width: height, height: width }, weights, gap).map(rect => ({
    x: rect.y,
    y: rect.x,
    width: rect.height,
    height: rect.width,
  }))

/** So many equal weights. */
export const equalWeights = (count: number): number[] => Array.from({ length: count }, () => 1)

export const isWide = ({ width, height }: Rect): boolean => width >= height
/** Things one after the other along the longer side of their room, and along its shorter side. */
export const splitAlong = (room: Rect): typeof splitAcross => (isWide(room) ? splitAcross : splitDown)
export const splitAside = (room: Rect): typeof splitAcross => (isWide(room) ? splitDown : splitAcross)

/** A rectangle less so much on every side. */
export const insetBy = ({ x, y, width, height }: Rect, by: number): Rect => ({
  x: x + by,
  y: y + by,
  width: Math.max(0, width - 2 * by),
  height: Math.max(0, height - 2 * by),
})

/** The largest rectangle of a shape (width by height) in the middle of another. */
export const fitInside = (room: Rect, ratio: number): Rect => {
  const width = Math.min(room.width, room.height * ratio)
  const height = width / ratio
  return { x: room.x + (room.width - width) / 2, y: room.y + (room.height - height) / 2, width, height }
}

/**
 * Where a picture of a shape (width by height) lies so that it fills a frame, with the crop's point as near to the
 * frame's middle as the picture's edges allow.
 */
export const placeCropped = (frame: Rect, ratio: number, { x, y, zoom }: Crop): Rect => {
  const cover = Math.max(frame.width, frame.height * ratio) * zoom
  const [width, height] = [cover, cover / ratio]
  const shift = (from: number, room: number, size: number, part: number): number =>
    Math.min(from, Math.max(from + room - size, from + room / 2 - size * part))
  return {
    x: shift(frame.x, frame.width, width, x),
    y: shift(frame.y, frame.height, height, y),
    width,
    height,
  }
}
