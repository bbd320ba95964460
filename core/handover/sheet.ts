import { contrastOf, inkOn, ratioWords } from '../color/contrast'
import { lchOf, rgbOf, type Hex } from '../color/convert'
import { cmykOf, type Cmyk } from '../color/notation'
import { cssOf, type HandedGradient } from '../formats/gradient'
import type { HandedScheme, HandedSwatch } from '../formats/handed'
import { LADDERS } from '../harmony/ladder'
import {
  across,
  down,
  fitted,
  fittedIn,
  inLines,
  type Mark,
  type Measure,
  type Page,
  type Rect,
  type Setting,
  type Tag,
} from './page'

/* The sheet: what is handed to whoever works on with a scheme, colorway by colorway, as pages. */

/** A colorway as the sheet shows it. */
export interface SheetLook {
  id: string
  name: string
  note: string
  chosen: boolean
  artwork: ReadonlyArray<{ id: string; name: string; width: number; height: number }>
  /** Its scheme; the ladders are shown where the swatches bring them. */
  scheme: HandedScheme
  gradients: readonly HandedGradient[]
}

/** What the sheet is made of: `inks` are the inks a color takes on the paper of the project, null where it is not printed. */
export interface SheetPlan {
  title: string
  date: string
  paper: string | null
  inksOf: ((hex: Hex) => Cmyk) | null
  looks: readonly SheetLook[]
}

/** A4 across, in points, and the room along its edges. */
const [WIDTH, HEIGHT, EDGE] = [842, 595, 36] as const
const ROOM: Rect = { x: EDGE, y: EDGE, width: WIDTH - 2 * EDGE, height: HEIGHT - 2 * EDGE }
const [INK, QUIET, LINE, PAPER] = ['#1a1a1a', '#595959', '#c8c8c8', '#ffffff'] as const

const TITLE: Setting = { face: 'title', size: 26 }
const NAME: Setting = { face: 'title', size: 20 }
const TEXT: Setting = { face: 'text', size: 9 }
const STRONG: Setting = { face: 'text', size: 9, strong: true }
const SMALL: Setting = { face: 'text', size: 7.5 }
const VALUE: Setting = { face: 'value', size: 7.5 }

const even = (count: number): number[] => Array.from({ length: count }, () => 1)
const words = (x: number, y: number, text: string, how: Setting, fill: Hex = INK, more: object = {}): Mark => ({
  mark: 'words',
  ...{ x, y, text, fill },
  ...how,
  ...more,
})
const part = (tag: Tag, marks: readonly Mark[], more: { alt?: string; leadsTo?: string; at?: Rect } = {}): Mark => ({
  mark: 'part',
  ...{ tag, marks },
  ...more,
})
const line = (from: readonly [number, number], to: readonly [number, number], thick = 0.5): Mark => ({
  mark: 'line',
  ...{ from, to, thick },
  line: LINE,
})

/** The marks at the corners of what is shown, as printers set them. */
const cropMarks = ({ x, y, width, height }: Rect): Mark[] => {
  const [near, far] = [3, 11]
  return [
    [x, -1, y, -1],
    [x + width, 1, y, -1],
    [x, -1, y + height, 1],
    [x + width, 1, y + height, 1],
  ].flatMap(([left = 0, to = 0, top = 0, under = 0]) => [
    line([left + to * near, top], [left + to * far, top], 0.4),
    line([left, top + under * near], [left, top + under * far], 0.4),
  ])
}

const anchorOf = ({ id }: SheetLook): string => `colorway-${id}`
const CONTENTS = 'contents'

/** The running line at the foot of a page. */
const foot = (plan: SheetPlan, at: string, page: number): Mark[] => [
  words(EDGE, HEIGHT - 18, plan.title, SMALL, QUIET),
  words(WIDTH / 2, HEIGHT - 18, at, SMALL, QUIET, { align: 'middle' }),
  words(WIDTH - EDGE, HEIGHT - 18, String(page), { ...VALUE }, QUIET, { align: 'end' }),
]

const strip = (room: Rect, swatches: readonly HandedSwatch[]): Mark[] =>
  across(
    room,
    swatches.map(({ share }) => Math.max(0.02, share ?? 1)),
  ).map(
    (rect, i): Mark => ({
      mark: 'box',
      ...rect,
      fill: (swatches[i] as HandedSwatch).hex,
    }),
  )

/** The first page of several colorways: each with its first artwork and its colors, leading to its own pages. */
const contents = (plan: SheetPlan, measure: Measure): Page => {
  const how: Setting = { face: 'text', size: 11, strong: true }
  const room: Rect = { x: EDGE, y: EDGE + 66, width: ROOM.width, height: ROOM.height - 84 }
  const shapes = plan.looks.map(({ artwork: [first] }) => (first ? first.width / first.height : 2.4))
  const cells = cellsFor(room, shapes, 22, 34)
  return {
    ...{ width: WIDTH, height: HEIGHT, ground: PAPER, anchor: CONTENTS },
    bookmark: { title: plan.title, depth: 0 },
    marks: [
      part('H1', [words(EDGE, EDGE + 24, fitted(plan.title, ROOM.width, TITLE, measure), TITLE)]),
      part('P', [words(EDGE, EDGE + 44, `${plan.looks.length} colorways · ${plan.date}`, TEXT, QUIET)]),
      part(
        'L',
        plan.looks.map((look, i): Mark => {
          const cell = cells[i] as Rect
          const [first] = look.artwork
          const shown = fittedIn({ ...cell, height: cell.height - 34 }, shapes[i] as number)
          const foot: Rect = { x: shown.x, y: shown.y + shown.height, width: shown.width, height: 10 }
          const name = `${look.name}${look.chosen ? ' · chosen' : ''}`
          const link = part(
            'Link',
            [
              ...(first ? [{ mark: 'artwork' as const, ...shown, artwork: first.id, look: look.id }] : []),
              ...strip(first ? foot : { ...shown, height: shown.height + 10 }, look.scheme.swatches),
              words(shown.x, foot.y + 24, fitted(name, shown.width, how, measure), how),
            ],
            { leadsTo: anchorOf(look), at: cell, alt: `${name}: its pages` },
          )
          return part('LI', [link])
        }),
      ),
    ],
  }
}

/** Places for shapes in a room, in as many columns as show them largest; each has so much room for words under it. */
const cellsFor = (room: Rect, shapes: readonly number[], gap: number, under: number): Rect[] => {
  const cellsIn = (columns: number): Rect[] =>
    down(room, even(Math.ceil(shapes.length / columns)), gap).flatMap((row, i) =>
      across(row, even(columns), gap).slice(0, shapes.length - i * columns),
    )
  const sizeOf = (cells: readonly Rect[]): number =>
    cells.reduce((sum, cell, i) => {
      const { width, height } = fittedIn({ ...cell, height: Math.max(1, cell.height - under) }, shapes[i] as number)
      return sum + Math.sqrt(width * height)
    }, 0)
  return Array.from({ length: Math.min(6, shapes.length) }, (_, i) => cellsIn(i + 1)).reduce((best, each) =>
    sizeOf(each) > sizeOf(best) ? each : best,
  )
}

/** How many artworks stand on one page. */
const ON_PAGE = 12

/** The artwork of a colorway with its colors under it; more of it on pages of its own. */
const picturePages = (plan: SheetPlan, look: SheetLook, measure: Measure): Page[] => {
  const rounds = Array.from({ length: Math.max(1, Math.ceil(look.artwork.length / ON_PAGE)) }, (_, i) =>
    look.artwork.slice(i * ON_PAGE, (i + 1) * ON_PAGE),
  )
  return rounds.map((some, round): Page => {
    const first = round === 0
    const top = EDGE + 34
    const bandAt = HEIGHT - EDGE - 84
    const room: Rect = {
      x: EDGE + 12,
      y: top + 12,
      width: ROOM.width - 24,
      height: (first ? bandAt - 18 : HEIGHT - EDGE - 18) - top - 24,
    }
    const cells = some.length
      ? cellsFor(
          room,
          some.map(({ width, height }) => width / height),
          40,
          0,
        )
      : []
    const note = first ? inLines(look.note, ROOM.width * 0.5, NOTE_LINES, TEXT, measure) : []
    return {
      ...{ width: WIDTH, height: HEIGHT, ground: PAPER },
      ...(first && {
        anchor: anchorOf(look),
        bookmark: { title: look.name, depth: plan.looks.length > 1 ? (1 as const) : (0 as const) },
      }),
      marks: [
        part(plan.looks.length > 1 ? 'H2' : 'H1', [
          words(
            EDGE,
            EDGE + 18,
            fitted(`${look.name}${first ? '' : ', continued'}`, ROOM.width * 0.46, NAME, measure),
            NAME,
          ),
        ]),
        ...note.map((text, i) =>
          part('P', [words(WIDTH - EDGE, EDGE + 8 + i * 12, text, TEXT, QUIET, { align: 'end' })]),
        ),
        ...some.map((art, i): Mark => {
          const at = fittedIn(cells[i] as Rect, art.width / art.height)
          return part('Figure', [...cropMarks(at), { mark: 'artwork', ...at, artwork: art.id, look: look.id }], {
            alt: `${art.name} in the colors of ${look.name}`,
          })
        }),
        ...(first ? bandOf({ x: EDGE, y: bandAt, width: ROOM.width, height: 84 }, look.scheme, measure) : []),
      ],
    }
  })
}

/** The band: swatches as wide as their shares, over a ruler of percent, with their names and values. */
const bandOf = (room: Rect, { swatches }: HandedScheme, measure: Measure): Mark[] => {
  const blocks = across(
    { ...room, height: 40 },
    swatches.map(({ share }) => Math.max(0.05, share ?? 1)),
  )
  return swatches.map((swatch, i) => {
    const { x, y, width, height } = blocks[i] as Rect
    const fits = width - 4
    const name = fits > 20 ? inLines(swatch.name, fits, 2, SMALL, measure) : []
    return part(
      'Figure',
      [
        { mark: 'box', x, y, width, height, fill: swatch.hex, chamfer: Math.min(6, width / 3) },
        line([x, y + height + 4], [x, y + height + 8]),
        ...name.map((text, n) => words(x, y + height + 17 + n * 9, text, SMALL)),
        ...(measure(swatch.hex, VALUE) <= fits
          ? [words(x, y + height + 18 + name.length * 9, swatch.hex, VALUE, QUIET)]
          : []),
      ],
      {
        alt: [
          swatch.name,
          swatch.hex,
          swatch.role,
          swatch.share === undefined ? '' : `${Math.round(swatch.share * 100)}%`,
        ]
          .filter(Boolean)
          .join(', '),
      },
    )
  })
}

const inksWords = ({ c, m, y, k }: Cmyk): string => [c, m, y, k].map(ink => Math.round(ink * 100)).join(' ')

/** The columns of the table of colors: where each begins, and what it says of a swatch. */
const columnsOf = (
  plan: SheetPlan,
): Array<{ title: string; x: number; width: number; say: (swatch: HandedSwatch) => string }> => [
  { title: 'name', x: 54, width: 128, say: ({ name }) => name },
  {
    title: 'role, share',
    x: 188,
    width: 96,
    say: ({ role, share }) =>
      [role, share === undefined ? '' : `${Math.round(share * 100)}%`].filter(Boolean).join(' · '),
  },
  { title: 'hex', x: 290, width: 44, say: ({ hex }) => hex },
  {
    title: 'RGB',
    x: 340,
    width: 62,
    say: ({ hex }) =>
      Object.values(rgbOf(hex))
        .map(value => Math.round(value * 255))
        .join(' '),
  },
  {
    title: plan.inksOf && plan.paper ? `CMYK, ${plan.paper}` : 'CMYK, no profile',
    x: 408,
    width: 78,
    say: ({ hex }) => inksWords((plan.inksOf ?? cmykOf)(hex)),
  },
  {
    title: 'OKLCH',
    x: 492,
    width: 96,
    say: ({ hex }) => {
      const { l, c, h } = lchOf(hex)
      return `${(l * 100).toFixed(1)}% ${c.toFixed(3)} ${h.toFixed(1)}°`
    },
  },
]

/** Where the ladders begin in the table of colors, and how wide they are together. */
const LADDERS_AT = { x: 594, width: 176 } as const

const ladderMarks = (room: Rect, { rungs = [], name }: HandedSwatch): Mark[] => {
  const groups = LADDERS.map(kind => rungs.filter(({ ladder }) => ladder === kind)).filter(group => group.length)
  return across(
    room,
    groups.map(group => group.length),
    4,
  ).flatMap((place, i) => {
    const group = groups[i] as NonNullable<(typeof groups)[number]>
    const boxes = across(
      place,
      group.map(() => 1),
    ).map(
      (rect, n): Mark => ({
        mark: 'box',
        ...rect,
        fill: (group[n] as (typeof group)[number]).hex,
      }),
    )
    const alt = `${group[0]?.ladder} of ${name}: ${group.map(({ hex }) => hex).join(', ')}`
    return [part('Figure', boxes, { alt })]
  })
}

/** The table of a colorway's colors. */
const colorsPage = (plan: SheetPlan, look: SheetLook, measure: Measure): Page => {
  const columns = columnsOf(plan)
  const top = EDGE + 40
  const tall = Math.min(66, (HEIGHT - EDGE - 20 - top - 18) / look.scheme.swatches.length)
  const hasRungs = look.scheme.swatches.some(({ rungs }) => rungs?.length)
  const row = (swatch: HandedSwatch, i: number): Mark => {
    const y = top + 18 + i * tall
    const base = y + tall / 2 + 3
    const cells = columns.map(({ x, width, say }, n) => {
      const how = n === 0 ? STRONG : n === 1 ? TEXT : VALUE
      const lines = n === 0 ? inLines(say(swatch), width, 2, how, measure) : [fitted(say(swatch), width, how, measure)]
      return part(
        'TD',
        lines.map((text, at) => words(EDGE + x, base + (at - (lines.length - 1) / 2) * 10, text, how)),
      )
    })
    const ladders: Rect = { x: EDGE + LADDERS_AT.x, y: y + 4, width: LADDERS_AT.width, height: tall - 8 }
    return part('TR', [
      { mark: 'box', x: EDGE, y: y + 3, width: 44, height: tall - 6, fill: swatch.hex, chamfer: 6 },
      ...cells,
      ...(hasRungs ? [part('TD', ladderMarks(ladders, swatch))] : []),
      line([EDGE, y + tall], [WIDTH - EDGE, y + tall], 0.3),
    ])
  }
  return {
    ...{ width: WIDTH, height: HEIGHT, ground: PAPER },
    marks: [
      part('H3', [words(EDGE, EDGE + 18, fitted(`${look.name}: colors`, ROOM.width, NAME, measure), NAME)]),
      part('Table', [
        part('TR', [
          ...columns.map(({ title, x, width }) =>
            part('TH', [words(EDGE + x, top + 8, fitted(title, width, SMALL, measure), SMALL, QUIET)]),
          ),
          ...(hasRungs
            ? [part('TH', [words(EDGE + LADDERS_AT.x, top + 8, 'tints · tones · shades', SMALL, QUIET)])]
            : []),
        ]),
        line([EDGE, top + 15], [WIDTH - EDGE, top + 15], 0.6),
        ...look.scheme.swatches.map(row),
      ]),
    ],
  }
}

/** The least contrast of a text and its ground that counts (WCAG 2.2, AA), and of large letters. */
const [READS, READS_LARGE] = [4.5, 3] as const
const MOST_PAIRS = 12

/** On how many grounds one text stands at most, and how many texts one ground bears. */
const MOST_OF_ONE = 4

/** Pairs of a scheme that serve as text and ground, those that read best first; none of them has it all. */
export const textPairs = (
  swatches: readonly HandedSwatch[],
): Array<{ text: HandedSwatch; ground: HandedSwatch; ratio: number }> => {
  const [texts, grounds] = [new Map<HandedSwatch, number>(), new Map<HandedSwatch, number>()]
  const all = swatches.flatMap(ground =>
    swatches.map(text => ({ text, ground, ratio: contrastOf(text.hex, ground.hex) })),
  )
  return all
    .filter(({ ratio }) => ratio >= READS_LARGE)
    .sort((one, other) => other.ratio - one.ratio)
    .filter(({ text, ground }) => {
      const [used, borne] = [texts.get(text) ?? 0, grounds.get(ground) ?? 0]
      if (used >= MOST_OF_ONE || borne >= MOST_OF_ONE) return false
      texts.set(text, used + 1)
      grounds.set(ground, borne + 1)
      return true
    })
    .slice(0, MOST_PAIRS)
}

/** Gradients under each other in two columns from a height down, as many as there is room for. */
const gradientMarks = (gradients: readonly HandedGradient[], from: number, measure: Measure): Mark[] => {
  const width = (ROOM.width - 16) / 2
  const how: Setting = { face: 'value', size: 6.5 }
  return gradients.flatMap((gradient, i): Mark[] => {
    const [x, y] = [EDGE + (i % 2) * (width + 16), from + 18 + Math.floor(i / 2) * GRADIENT_TALL]
    const css = inLines(cssOf(gradient), width - 148, 2, how, measure)
    const shown: Mark = { mark: 'gradient', x, y, width: 136, height: GRADIENT_TALL - 8, gradient }
    return [
      part('Figure', [shown], { alt: `Gradient ${gradient.name}` }),
      part('P', [
        words(x + 144, y + 9, fitted(gradient.name, width - 148, STRONG, measure), STRONG),
        ...css.map((text, n) => words(x + 144, y + 19 + n * 8, text, how, QUIET)),
      ]),
    ]
  })
}
const GRADIENT_TALL = 44
/** How many gradients there is room for from a height down. */
const gradientsFrom = (y: number): number => Math.max(0, Math.floor((HEIGHT - EDGE - 20 - y - 18) / GRADIENT_TALL)) * 2

const plainPage = (title: string, marks: readonly Mark[], measure: Measure): Page => ({
  ...{ width: WIDTH, height: HEIGHT, ground: PAPER },
  marks: [part('H3', [words(EDGE, EDGE + 18, fitted(title, ROOM.width, NAME, measure), NAME)]), ...marks],
})

/** How large a pair of text and ground is shown, and in how many columns. */
const PAIR = { columns: 4, tall: 88, gap: 10 } as const

const pairMarks = (pairs: ReturnType<typeof textPairs>, from: number, measure: Measure): Mark[] => {
  const { columns, tall, gap } = PAIR
  const rows = Math.ceil(pairs.length / columns)
  const cells = down({ ...ROOM, y: from + 16, height: rows * tall }, even(rows), gap).flatMap(each =>
    across(each, even(columns), gap),
  )
  const sample: Setting = { face: 'text', size: 18, strong: true }
  const items = pairs.map(({ text, ground, ratio }, i): Mark => {
    const { x, y, width, height } = cells[i] as Rect
    const says = `${ratioWords(ratio)} : 1 · ${ratio >= READS ? 'AA' : 'AA large'}`
    const under = inkOn(ground.hex)
    return part('LI', [
      { mark: 'box', x, y, width, height, fill: ground.hex },
      words(x + 10, y + 30, fitted(text.name, width - 20, sample, measure), sample, text.hex),
      words(x + 10, y + 45, fitted(`on ${ground.name}`, width - 20, SMALL, measure), SMALL, under),
      words(x + 10, y + height - 10, says, VALUE, under),
    ])
  })
  return [part('H3', [words(EDGE, from + 8, 'Text on ground', STRONG)]), part('L', items)]
}

/** How many lines of a note stand beside the title of a colorway; a longer one has a place of its own. */
const NOTE_LINES = 2

/** The note, pairs of text and ground, and gradients of a colorway, on as many pages as they take. */
const usePages = (look: SheetLook, measure: Measure): Page[] => {
  const marks: Mark[] = []
  let y: number = EDGE + 40
  const note = inLines(look.note, ROOM.width, 14, TEXT, measure)
  if (note.length > NOTE_LINES) {
    marks.push(
      part(
        'P',
        note.map((text, i) => words(EDGE, y + 8 + i * 13, text, TEXT)),
      ),
    )
    y += note.length * 13 + 14
  }
  const pairs = textPairs(look.scheme.swatches)
  if (pairs.length) {
    marks.push(...pairMarks(pairs, y, measure))
    y += 16 + Math.ceil(pairs.length / PAIR.columns) * PAIR.tall + 18
  }
  const here = look.gradients.slice(0, gradientsFrom(y))
  if (here.length) marks.push(part('H3', [words(EDGE, y + 8, 'Gradients', STRONG)]), ...gradientMarks(here, y, measure))
  const left = look.gradients.slice(here.length)
  const onPage = gradientsFrom(EDGE + 40)
  return [
    ...(marks.length ? [plainPage(`${look.name}: in use`, marks, measure)] : []),
    ...Array.from({ length: Math.ceil(left.length / onPage) }, (_, i) => {
      const some = left.slice(i * onPage, (i + 1) * onPage)
      return plainPage(`${look.name}: gradients`, gradientMarks(some, EDGE + 22, measure), measure)
    }),
  ]
}

/** The pages of a colorway. */
const pagesOf = (plan: SheetPlan, look: SheetLook, measure: Measure): Page[] => [
  ...picturePages(plan, look, measure),
  colorsPage(plan, look, measure),
  ...usePages(look, measure),
]

/** The pages of the sheet: the contents, where there are several colorways, then each colorway's own. */
export const sheetPages = (plan: SheetPlan, measure: Measure): Page[] => {
  const looks = plan.looks.flatMap(look => pagesOf(plan, look, measure).map(page => ({ page, at: look.name })))
  const all = [...(plan.looks.length > 1 ? [{ page: contents(plan, measure), at: plan.date }] : []), ...looks]
  return all.map(({ page, at }, i) => ({
    ...page,
    marks: [...page.marks, ...foot(plan, fitted(at, 300, SMALL, measure), i + 1)],
  }))
}
