import type { Hex } from '#core/color/convert'
import type { ARRANGEMENTS } from '#core/document/handOver'
import { splitAcross, splitAlong, splitAside, splitDown, equalWeights, insetBy, isWide, type Rect } from './page'
import { GAP, type MoodColor } from './moodColors'

/* The layout of pictures and colors on a mood page. */

type Arrangement = (typeof ARRANGEMENTS)[number]

/** Where the pictures lie, and where colors do: a place of their own each, or places they are dealt over. */
export interface ArrangedPage {
  pictures: Rect[]
  colors: Rect[]
  /** The ground, where it is one of the colors. */
  ground?: Hex
  /** True if pictures lie on each other and need a rim. */
  rimmed?: true
}

/**
 * Rectangles that fill another, nearly as large as their weights: split in two again and again along the longer side.
 */
const quilt = (room: Rect, weights: readonly number[], gap: number): Rect[] => {
  if (weights.length < 2) return weights.length ? [room] : []
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  let [half, count] = [0, 0]
  while (count < weights.length - 1 && (count === 0 || half + weights[count]! / 2 < total / 2))
    half += weights[count++]!
  const [one, other] = (room.width >= room.height ? splitAcross : splitDown)(room, [half, total - half], gap) as [
    Rect,
    Rect,
  ]
  return [...quilt(one, weights.slice(0, count), gap), ...quilt(other, weights.slice(count), gap)]
}
/** Falling weights: the first picture is the largest. */
const fallingWeights = (count: number): number[] =>
  Array.from({ length: count }, (_, i) => (i ? 1 : Math.max(1, Math.sqrt(count))))
/** Where so many pictures, and the colors, lie in a room. */
export const ARRANGING: Readonly<
  Record<Arrangement, (room: Rect, pictures: number, colors: readonly MoodColor[]) => ArrangedPage>
> = {
  /** Pictures above, the colors at their foot. */
  foot: (room, pictures) => {
    const [above, foot] = splitDown(room, [0.78, 0.22], GAP) as [Rect, Rect]
    return { pictures: quilt(above, fallingWeights(pictures), GAP), colors: [foot] }
  },
  /** The colors upright at one side, pictures beside them. */
  mast: (room, pictures) => {
    const [mast, beside] = splitAcross(room, [0.22, 0.78], GAP) as [Rect, Rect]
    return { pictures: quilt(beside, fallingWeights(pictures), GAP), colors: [mast] }
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
    const rects = quilt(
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
    const [lead, rest] = splitAlong(room)(room, [0.6, 0.4], GAP) as [Rect, Rect]
    const [row, colors] = splitAlong(rest)(rest, isWide(rest) ? [0.72, 0.28] : [0.74, 0.26], GAP) as [Rect, Rect]
    return { pictures: [lead, ...quilt(row, equalWeights(pictures - 1), GAP)], colors: [colors] }
  },
  /** Columns of pictures, each starting lower than the one before; the colors fill the steps. */
  stairs: (room, pictures) => {
    const steps = Math.min(4, Math.max(2, Math.ceil(pictures / 2)))
    const columns = splitAcross(room, equalWeights(steps), GAP)
    const laid = columns.map((column, i) => {
      const part = 0.1 + (0.32 * i) / Math.max(1, steps - 1)
      return splitDown(column, [part, 1 - part], GAP) as [Rect, Rect]
    })
    const dealt = columns.map((_, i) => Array.from({ length: pictures }, (__, n) => n).filter(n => n % steps === i))
    const rects: Rect[] = []
    dealt.forEach((numbers, i) => {
      const tiles = splitDown((laid[i] as [Rect, Rect])[1], equalWeights(numbers.length), GAP)
      numbers.forEach((n, at) => (rects[n] = tiles[at] as Rect))
    })
    const bare = dealt.flatMap((numbers, i) => (numbers.length ? [] : [(laid[i] as [Rect, Rect])[1]]))
    return { pictures: rects, colors: [...laid.map(([step]) => step), ...bare] }
  },
  /** Pictures in the middle, the colors all round. */
  border: (room, pictures) => {
    const thick = Math.min(room.width, room.height) * 0.11
    const inner = insetBy(room, thick + GAP)
    const { x, y, width, height } = room
    return {
      pictures: quilt(inner, fallingWeights(pictures), GAP),
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
    const [table, colors] = splitAside(room)(room, [0.82, 0.18], GAP) as [Rect, Rect]
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
    const inner = insetBy(room, Math.min(room.width, room.height) * 0.06)
    const [panes, sill] = splitDown(inner, [0.84, 0.16], GAP * 2) as [Rect, Rect]
    const columns = Math.max(1, Math.round(Math.sqrt((pictures * panes.width) / panes.height)))
    const rows = Math.ceil(pictures / columns)
    const tiles = splitDown(panes, equalWeights(rows), GAP * 2).flatMap((row, i) =>
      splitAcross(row, equalWeights(Math.min(columns, pictures - i * columns)), GAP * 2),
    )
    return { pictures: tiles, colors: [sill], ...(colors[0] && { ground: colors[0].hex }) }
  },
  /** Each picture an entry of its own with a part of the colors beside it. */
  ledger: (room, pictures) => {
    const rows = splitDown(room, equalWeights(Math.max(1, Math.ceil(pictures / 3))), GAP)
    const entries = rows.flatMap((row, i) =>
      splitAlong(row)(row, equalWeights(Math.min(3, pictures - i * 3) || 1), GAP),
    )
    const parts = entries.map(entry => {
      const turned = isWide(entry)
      return (turned ? splitAcross : splitDown)(entry, [0.74, 0.26], GAP / 2) as [Rect, Rect]
    })
    return { pictures: parts.slice(0, pictures).map(([picture]) => picture), colors: parts.map(([, beside]) => beside) }
  },
}

/** Colors dealt over places in their order, as many to each as its area asks for; each place has one at least. */
export const distributeColors = (places: readonly Rect[], colors: readonly MoodColor[]): MoodColor[][] => {
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
