import { inkOn } from '../color/contrast'
import type { Hex } from '../color/convert'
import type { ARRANGEMENTS, Mood, MOOD_COLORS, MOOD_SHAPES } from '../document/handOver'
import { across, down, fitted, inset, type Crop, type Mark, type Measure, type Page, type Rect } from './page'

/* The mood page: reference pictures and the colors of a scheme, arranged. */

type Arrangement = (typeof ARRANGEMENTS)[number]
type Shape = (typeof MOOD_SHAPES)[number]
type ColorStyle = (typeof MOOD_COLORS)[number]

/** The sizes of the shapes, in points. */
export const SHAPE_SIZES: Readonly<Record<Shape, readonly [width: number, height: number]>> = {
  square: [1080, 1080],
  portrait: [1080, 1350],
  landscape: [1600, 1000],
  story: [1080, 1920],
}

/** A color on the page. */
export interface MoodColor {
  name: string
  hex: Hex
  share: number
}

/** A picture on the page: what it is called, its shape (width by height), what of it is seen. */
export interface MoodPictureShown {
  id: string
  name: string
  crop: Crop
}

/** Where the pictures lie, and where colors do: a place of their own each, or places they are dealt over. */
interface Arranged {
  pictures: Rect[]
  colors: Rect[]
  /** The ground, where it is one of the colors. */
  ground?: Hex
  /** Whether pictures lie on each other and need a rim. */
  rimmed?: true
}

const GAP = 12
/** What a color takes of its place at least, so that a small accent is seen. */
const LEAST = 0.1

/** Rectangles that fill another, nearly as large as their weights: split in two again and again along the longer side. */
const quilted = (room: Rect, weights: readonly number[], gap: number): Rect[] => {
  if (weights.length < 2) return weights.length ? [room] : []
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  let [half, count] = [0, 0]
  while (count < weights.length - 1 && (count === 0 || half + (weights[count] as number) / 2 < total / 2))
    half += weights[count++] as number
  const [one, other] = (room.width >= room.height ? across : down)(room, [half, total - half], gap) as [Rect, Rect]
  return [...quilted(one, weights.slice(0, count), gap), ...quilted(other, weights.slice(count), gap)]
}
const even = (count: number): number[] => Array.from({ length: count }, () => 1)
/** Falling weights: the first picture is the largest. */
const falling = (count: number): number[] =>
  Array.from({ length: count }, (_, i) => (i ? 1 : Math.max(1, Math.sqrt(count))))
const isWide = ({ width, height }: Rect): boolean => width >= height
const along = (room: Rect): typeof across => (isWide(room) ? across : down)
const aside = (room: Rect): typeof across => (isWide(room) ? down : across)

const ARRANGING: Readonly<
  Record<Arrangement, (room: Rect, pictures: number, colors: readonly MoodColor[]) => Arranged>
> = {
  /** Pictures above, the colors at their foot. */
  foot: (room, pictures) => {
    const [above, foot] = down(room, [0.78, 0.22], GAP) as [Rect, Rect]
    return { pictures: quilted(above, falling(pictures), GAP), colors: [foot] }
  },
  /** The colors upright at one side, pictures beside them. */
  mast: (room, pictures) => {
    const [mast, beside] = across(room, [0.22, 0.78], GAP) as [Rect, Rect]
    return { pictures: quilted(beside, falling(pictures), GAP), colors: [mast] }
  },
  /** Pictures and colors as patches of one cloth. */
  quilt: (room, pictures, colors) => {
    const each = colors.length / Math.max(1, pictures)
    const patches: Array<'picture' | 'color'> = []
    let dealt = 0
    for (let i = 0; i < pictures; i++) {
      patches.push('picture')
      while (dealt < Math.round((i + 1) * each) && dealt < colors.length) {
        patches.push('color')
        dealt++
      }
    }
    const weight = Math.max(2.4, each * 1.6)
    const rects = quilted(
      room,
      patches.map(patch => (patch === 'picture' ? weight : 1)),
      GAP,
    )
    return {
      pictures: rects.filter((_, i) => patches[i] === 'picture'),
      colors: rects.filter((_, i) => patches[i] === 'color'),
    }
  },
  /** One picture leads, the others follow in a row, the colors close it. */
  lead: (room, pictures) => {
    if (pictures < 2) return ARRANGING.foot(room, pictures, [])
    const [lead, rest] = along(room)(room, [0.6, 0.4], GAP) as [Rect, Rect]
    const [row, colors] = along(rest)(rest, isWide(rest) ? [0.72, 0.28] : [0.74, 0.26], GAP) as [Rect, Rect]
    return { pictures: [lead, ...quilted(row, even(pictures - 1), GAP)], colors: [colors] }
  },
  /** Columns of pictures, each starting lower than the one before; the colors fill the steps. */
  stairs: (room, pictures) => {
    const steps = Math.min(4, Math.max(2, Math.ceil(pictures / 2)))
    const columns = across(room, even(steps), GAP)
    const laid = columns.map((column, i) => {
      const part = 0.1 + (0.32 * i) / Math.max(1, steps - 1)
      return down(column, [part, 1 - part], GAP) as [Rect, Rect]
    })
    const dealt = columns.map((_, i) => Array.from({ length: pictures }, (__, n) => n).filter(n => n % steps === i))
    const rects: Rect[] = []
    dealt.forEach((numbers, i) => {
      const tiles = down((laid[i] as [Rect, Rect])[1], even(numbers.length), GAP)
      numbers.forEach((n, at) => (rects[n] = tiles[at] as Rect))
    })
    const bare = dealt.flatMap((numbers, i) => (numbers.length ? [] : [(laid[i] as [Rect, Rect])[1]]))
    return { pictures: rects, colors: [...laid.map(([step]) => step), ...bare] }
  },
  /** Pictures in the middle, the colors all round. */
  border: (room, pictures) => {
    const thick = Math.min(room.width, room.height) * 0.11
    const inner = inset(room, thick + GAP)
    const { x, y, width, height } = room
    return {
      pictures: quilted(inner, falling(pictures), GAP),
      colors: [
        { x, y, width: width - thick - GAP, height: thick },
        { x: x + width - thick, y, width: thick, height: height - thick - GAP },
        { x: x + thick + GAP, y: y + height - thick, width: width - thick - GAP, height: thick },
        { x, y: y + thick + GAP, width: thick, height: height - thick - GAP },
      ],
    }
  },
  /** Pictures laid over each other along the diagonal, as on a table. */
  drift: (room, pictures) => {
    const [table, colors] = aside(room)(room, [0.82, 0.18], GAP) as [Rect, Rect]
    const columns = Math.ceil(Math.sqrt((pictures * table.width) / table.height))
    const rows = Math.ceil(pictures / columns)
    const height = table.height / rows
    const rects = Array.from({ length: pictures }, (_, i): Rect => {
      const row = Math.floor(i / columns)
      const inRow = row === rows - 1 ? pictures - row * columns : columns
      const wide = table.width / inRow
      const sway = ((i * 0.618) % 1) - 0.5
      const size = {
        width: Math.min(wide * 1.1, table.width),
        height: Math.min(height * (1.06 + 0.12 * sway), table.height),
      }
      const at = { x: table.x + (i % columns) * wide - wide * 0.05, y: table.y + row * height + sway * height * 0.1 }
      return {
        ...size,
        x: Math.min(table.x + table.width - size.width, Math.max(table.x, at.x)),
        y: Math.min(table.y + table.height - size.height, Math.max(table.y, at.y)),
      }
    })
    return { pictures: rects, colors: [colors], rimmed: true }
  },
  /** Pictures as panes in a ground of the color that dominates, the colors as a sill. */
  window: (room, pictures, colors) => {
    const inner = inset(room, Math.min(room.width, room.height) * 0.06)
    const [panes, sill] = down(inner, [0.84, 0.16], GAP * 2) as [Rect, Rect]
    const columns = Math.max(1, Math.round(Math.sqrt((pictures * panes.width) / panes.height)))
    const rows = Math.ceil(pictures / columns)
    const tiles = down(panes, even(rows), GAP * 2).flatMap((row, i) =>
      across(row, even(Math.min(columns, pictures - i * columns)), GAP * 2),
    )
    return { pictures: tiles, colors: [sill], ...(colors[0] && { ground: colors[0].hex }) }
  },
  /** Each picture an entry of its own with a part of the colors beside it. */
  ledger: (room, pictures) => {
    const rows = down(room, even(Math.max(1, Math.ceil(pictures / 3))), GAP)
    const entries = rows.flatMap((row, i) => along(row)(row, even(Math.min(3, pictures - i * 3) || 1), GAP))
    const parts = entries.map(entry => {
      const turned = isWide(entry)
      return (turned ? across : down)(entry, [0.74, 0.26], GAP / 2) as [Rect, Rect]
    })
    return { pictures: parts.slice(0, pictures).map(([picture]) => picture), colors: parts.map(([, beside]) => beside) }
  },
}

/** Colors dealt over places in their order, as many to each as its area asks for; each place has one at least. */
const dealtOver = (places: readonly Rect[], colors: readonly MoodColor[]): MoodColor[][] => {
  const used = places.slice(0, Math.max(1, colors.length))
  const area = used.reduce((sum, { width, height }) => sum + width * height, 0) || 1
  let [at, sum] = [0, 0]
  return used.map(({ width, height }, i) => {
    sum += width * height
    const wanted = i === used.length - 1 ? colors.length : Math.round((sum / area) * colors.length)
    const end = Math.min(colors.length - (used.length - 1 - i), Math.max(at + 1, wanted))
    const dealt = colors.slice(at, end)
    at = end
    return dealt
  })
}

const SIZES = [34, 28, 24, 20, 17] as const
/** The lines a color's name and value take in a room, in the largest letters that fit; none where not even small ones do. */
const labelIn = (room: Rect, { name, hex }: MoodColor, measure: Measure): Mark[] => {
  const upward = room.width < 96 && room.height > room.width * 1.6
  const [wide, high] = upward ? [room.height, room.width] : [room.width, room.height]
  const pad = Math.min(16, wide * 0.1)
  const size = SIZES.find(
    each => measure(name, { face: 'text', size: each, strong: true }) <= wide - 2 * pad && each * 2.6 <= high,
  )
  const least = SIZES.at(-1) as number
  if (size === undefined && (high < least * 1.5 || wide < 60)) return []
  const own = size ?? least
  const text = fitted(name, wide - 2 * pad, { face: 'text', size: own, strong: true }, measure)
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
  const rows = down(room, even(Math.ceil(colors.length / columns)), GAP / 2)
  return rows.flatMap((row, i) => {
    const own = colors.slice(i * columns, (i + 1) * columns)
    return across(row, even(own.length), GAP / 2).map((cell, n) => {
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
                ...{ text: fitted(color.name, cell.width, how, measure), fill: inkOn(ground) },
              },
            ]
          : []),
      ])
    })
  })
}

const inPlace: Readonly<
  Record<
    ColorStyle,
    (room: Rect, colors: readonly MoodColor[], names: boolean, ground: Hex, measure: Measure) => Mark[]
  >
> = {
  blocks: (room, colors, names, ground, measure) =>
    along(room)(room, weightsOf(colors)).map((rect, i) => {
      const color = colors[i] as MoodColor
      return part(color, [
        { mark: 'box', ...rect, fill: color.hex, ...(color.hex === ground && { line: inkOn(ground) }) },
        ...(names ? labelIn(rect, color, measure) : []),
      ])
    }),
  circles: circlesIn,
  /** Strips run the long way of their place, one as thick as the other, with room between. */
  strips: (room, colors, names, ground, measure) =>
    aside(room)(room, even(colors.length), Math.min(GAP, Math.min(room.width, room.height) / colors.length / 4)).map(
      (rect, i) => {
        const color = colors[i] as MoodColor
        return part(color, [
          { mark: 'box', ...rect, fill: color.hex, ...(color.hex === ground && { line: inkOn(ground) }) },
          ...(names ? labelIn(rect, color, measure) : []),
        ])
      },
    ),
}

/** What a mood page stands on where no color is. */
const PAPER = '#ffffff'

/** A mood page: its pictures in their crops and the colors, in the arrangement and shape that were chosen. */
export const moodPage = (
  { arrangement, shape, colors: style, names }: Pick<Mood, 'arrangement' | 'shape' | 'colors' | 'names'>,
  pictures: readonly MoodPictureShown[],
  colors: readonly MoodColor[],
  measure: Measure,
): Page => {
  const [width, height] = SHAPE_SIZES[shape]
  const room = inset({ x: 0, y: 0, width, height }, GAP * 2)
  const arranged: Arranged = pictures.length
    ? ARRANGING[arrangement](room, pictures.length, colors)
    : { pictures: [], colors: [room] }
  const ground = arranged.ground ?? PAPER
  const dealt = dealtOver(arranged.colors, colors)
  return {
    ...{ width, height, ground },
    marks: [
      ...pictures.map(({ id, name, crop }, i): Mark => {
        const frame = arranged.pictures[i] as Rect
        const picture: Mark = { mark: 'picture', ...frame, picture: id, crop, ...(arranged.rimmed && { rim: PAPER }) }
        return { mark: 'part', tag: 'Figure', alt: name, marks: [picture] }
      }),
      ...dealt.flatMap((some, i) => inPlace[style](arranged.colors[i] as Rect, some, names, ground, measure)),
    ],
  }
}

/** The frames the pictures of a page lie in, by their ids, as they lie: the later on top. */
export const framesOf = ({ marks }: Page): Array<Rect & { picture: string; crop: Crop }> =>
  marks.flatMap(mark => (mark.mark === 'part' ? mark.marks.filter(each => each.mark === 'picture') : []))
