import { inkOn } from '#core/color/contrast'
import type { Hex } from '#core/color/convert'
import type { MOOD_COLORS } from '#core/document/handOver'
import {
  splitAcross,
  splitAlong,
  splitAside,
  splitDown,
  equalWeights,
  truncateToFit,
  type Mark,
  type Measure,
  type Rect,
} from './page'

/* Colors in their place on a mood page: as blocks, circles or strips, with names or without. */

/** The gap between things on the page, in points. */
export const GAP = 12

type ColorStyle = (typeof MOOD_COLORS)[number]

/** A color on the page. */
export interface MoodColor {
  name: string
  hex: Hex
  share: number
}
/** Minimum fraction of its place that a color takes, so that a small accent is seen. */
const LEAST = 0.1

const SIZES = [34, 28, 24, 20, 17] as const
/**
 * The lines a color's name and value take in a room, in the largest letters that fit; none where not even small ones
 * do.
 */
const labelIn = (room: Rect, { name, hex }: MoodColor, measure: Measure): Mark[] => {
  const upward = room.width < 96 && room.height > room.width * 1.6
  const [wide, high] = upward ? [room.height, room.width] : [room.width, room.height]
  const pad = Math.min(16, wide * 0.1)
  const size = SIZES.find(
    each => measure(name, { face: 'text', size: each, strong: true }) <= wide - 2 * pad && each * 2.6 <= high,
  )
  const min = SIZES.at(-1)!
  if (size === undefined && (high < min * 1.5 || wide < 60)) return []
  const own = size ?? min
  const text = truncateToFit(name, wide - 2 * pad, { face: 'text', size: own, strong: true }, measure)
  const lines: Array<{ text: string; face: 'text' | 'value'; size: number; strong?: true }> = [
    { text, face: 'text', size: own, strong: true },
    ...(high >= own * 2.6 && measure(hex, { face: 'value', size: own * 0.72 }) <= wide - 2 * pad
      ? [{ text: hex, face: 'value' as const, size: own * 0.72 }]
      : []),
  ]
  const fill = inkOn(hex)
  return lines.map((line, i): Mark => {
    const from = (lines.length - 1 - i) * own * 1.15 + pad
    return upward
      ? { mark: 'words', upward, ...line, fill, x: room.x + room.width - from, y: room.y + room.height - pad }
      : { mark: 'words', ...line, fill, x: room.x + pad, y: room.y + room.height - from }
  })
}
const weightsOf = (colors: readonly MoodColor[]): number[] => colors.map(({ share }) => Math.max(LEAST, share))

const part = ({ name, hex }: MoodColor, marks: readonly Mark[]): Mark => ({
  mark: 'part',
  tag: 'Figure',
  alt: `${name}, ${hex}`,
  marks,
})

/** The colors of a place as circles side by side, as large as there is room, with their names under them. */
const circlesIn = (room: Rect, colors: readonly MoodColor[], names: boolean, ground: Hex, measure: Measure): Mark[] => {
  const columns = Math.min(
    colors.length,
    Math.max(1, Math.round(Math.sqrt((colors.length * room.width) / room.height))),
  )
  const rows = splitDown(room, equalWeights(Math.ceil(colors.length / columns)), GAP / 2)
  return rows.flatMap((row, i) => {
    const own = colors.slice(i * columns, (i + 1) * columns)
    return splitAcross(row, equalWeights(own.length), GAP / 2).map((cell, n) => {
      const color = own[n] as MoodColor
      const size = names ? Math.max(18, Math.min(30, cell.width / 7)) : 0
      const words = names && cell.height > 64
      const radius = Math.max(4, Math.min(cell.width, cell.height - (words ? size * 1.6 : 0)) / 2)
      const [x, y] = [cell.x + cell.width / 2, cell.y + (cell.height - (words ? size * 1.6 : 0)) / 2]
      const how = { face: 'text' as const, size }
      const line = color.hex === ground ? inkOn(ground) : undefined
      return part(color, [
        { mark: 'circle', x, y, radius: radius - (line ? 1 : 0), fill: color.hex, ...(line && { line }) },
        ...(words
          ? [
              {
                ...{ mark: 'words' as const, ...how, x, y: y + radius + size * 1.15, align: 'middle' as const },
                ...{ text: truncateToFit(color.name, cell.width, how, measure), fill: inkOn(ground) },
              },
            ]
          : []),
      ])
    })
  })
}

/** The colors of a place in a style; on a ground they show a line where they are the ground. */
export const inPlace: Readonly<
  Record<
    ColorStyle,
    (room: Rect, colors: readonly MoodColor[], names: boolean, ground: Hex, measure: Measure) => Mark[]
  >
> = {
  blocks: (room, colors, names, ground, measure) =>
    splitAlong(room)(room, weightsOf(colors)).map((rect, i) => {
      const color = colors[i] as MoodColor
      return part(color, [
        { mark: 'box', ...rect, fill: color.hex, ...(color.hex === ground && { line: inkOn(ground) }) },
        ...(names ? labelIn(rect, color, measure) : []),
      ])
    }),
  circles: circlesIn,
  /** Strips run the long way of their place, one as thick as the other, with room between. */
  strips: (room, colors, names, ground, measure) =>
    splitAside(room)(
      room,
      equalWeights(colors.length),
      Math.min(GAP, Math.min(room.width, room.height) / colors.length / 4),
    ).map((rect, i) => {
      const color = colors[i] as MoodColor
      return part(color, [
        { mark: 'box', ...rect, fill: color.hex, ...(color.hex === ground && { line: inkOn(ground) }) },
        ...(names ? labelIn(rect, color, measure) : []),
      ])
    }),
}
