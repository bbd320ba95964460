import { sentence } from '#core/document/sentence'
import { countWords } from '#core/document/names'
import type { ExportScheme, ExportSwatch } from '#core/formats/exportScheme'
import {
  splitAcross,
  splitDown,
  equalWeights,
  truncateToFit,
  fitInside,
  wrapLines,
  shrinkToFit,
  type Mark,
  type Measure,
  type Page,
  type Rect,
  type Setting,
} from './page'
import {
  EDGE,
  HEIGHT,
  line,
  NAME,
  NOTE_LINES,
  PAPER,
  part,
  QUIET,
  ROOM,
  SMALL,
  TEXT,
  TITLE,
  VALUE,
  WIDTH,
  words,
  type SheetLook,
  type SheetPlan,
} from './sheetPaper'
import { colorsPage } from './sheetTable'
import { usePages } from './sheetUse'

/* The sheet: the document for whoever works on with a scheme, colorway by colorway, as pages. */

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

const strip = (room: Rect, swatches: readonly ExportSwatch[]): Mark[] =>
  splitAcross(
    room,
    swatches.map(({ share }) => Math.max(0.02, share ?? 1)),
  ).map(
    (rect, i): Mark => ({
      mark: 'box',
      ...rect,
      fill: (swatches[i] as ExportSwatch).hex,
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
      part('H1', [words(EDGE, EDGE + 24, truncateToFit(plan.title, ROOM.width, TITLE, measure), TITLE)]),
      part('P', [words(EDGE, EDGE + 44, `${plan.looks.length} colorways · ${plan.date}`, TEXT, QUIET)]),
      part(
        'L',
        plan.looks.map((look, i): Mark => {
          const cell = cells[i] as Rect
          const [first] = look.artwork
          const shown = fitInside({ ...cell, height: cell.height - 34 }, shapes[i]!)
          const foot: Rect = { x: shown.x, y: shown.y + shown.height, width: shown.width, height: 10 }
          const name = `${look.name}${look.chosen ? ' · chosen' : ''}`
          const link = part(
            'Link',
            [
              ...(first ? [{ mark: 'artwork' as const, ...shown, artwork: first.id, look: look.id }] : []),
              ...strip(first ? foot : { ...shown, height: shown.height + 10 }, look.scheme.swatches),
              words(shown.x, foot.y + 24, truncateToFit(name, shown.width, how, measure), how),
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
    splitDown(room, equalWeights(Math.ceil(shapes.length / columns)), gap).flatMap((row, i) =>
      splitAcross(row, equalWeights(columns), gap).slice(0, shapes.length - i * columns),
    )
  const sizeOf = (cells: readonly Rect[]): number =>
    cells.reduce((sum, cell, i) => {
      const { width, height } = fitInside({ ...cell, height: Math.max(1, cell.height - under) }, shapes[i]!)
      return sum + Math.sqrt(width * height)
    }, 0)
  return Array.from({ length: Math.min(6, shapes.length) }, (_, i) => cellsIn(i + 1)).reduce((best, each) =>
    sizeOf(each) > sizeOf(best) ? each : best,
  )
}

/** Number of artworks that stand on one page. */
const ON_PAGE = 12

/** The part of the artwork that is shown, in words: “24 of 1,000 pieces of artwork”. */
const leftWords = ({ artwork, left }: SheetLook): string =>
  `${artwork.length} of ${countWords(artwork.length + left, 'piece')} of artwork`

/** The upper edge of the artwork on a page, and of the band under it, in points. */
const ARTWORK_AT = EDGE + 34
const BAND_AT = HEIGHT - EDGE - 84

/** Some artwork of a colorway on the room of a page, each with crop marks. */
const artworkMarks = (look: SheetLook, some: SheetLook['artwork'], room: Rect): Mark[] => {
  const ratios = some.map(({ width, height }) => width / height)
  const cells = some.length ? cellsFor(room, ratios, 40, 0) : []
  return some.map((art, i): Mark => {
    const at = fitInside(cells[i] as Rect, ratios[i]!)
    return part('Figure', [...cropMarks(at), { mark: 'artwork', ...at, artwork: art.id, look: look.id }], {
      alt: `${art.name} in the colors of ${look.name}`,
    })
  })
}

/** The name of a colorway at the head of a page, and what is written beside it, line by line. */
const headMarks = (isOnlyLook: boolean, title: string, beside: readonly Mark[], measure: Measure): Mark[] => [
  part(isOnlyLook ? 'H1' : 'H2', [
    words(EDGE, EDGE + 18, truncateToFit(title, ROOM.width * 0.46, NAME, measure), NAME),
  ]),
  ...beside.map(line => part('P', [line])),
]

/** The artwork of a colorway with its colors under it; more of it on pages of its own. */
const picturePages = (plan: SheetPlan, look: SheetLook, measure: Measure): Page[] => {
  const isOnlyLook = plan.looks.length === 1
  const quietly = (y: number, text: string): Mark => words(WIDTH - EDGE, y, text, TEXT, QUIET, { align: 'end' })
  const pages = Math.max(1, Math.ceil(look.artwork.length / ON_PAGE))
  return Array.from({ length: pages }, (_, i): Page => {
    const some = look.artwork.slice(i * ON_PAGE, (i + 1) * ON_PAGE)
    const common = { width: WIDTH, height: HEIGHT, ground: PAPER }
    const room = (bottom: number): Rect => ({
      ...{ x: EDGE + 12, y: ARTWORK_AT + 12 },
      ...{ width: ROOM.width - 24, height: bottom - 18 - ARTWORK_AT - 24 },
    })
    if (i > 0) {
      const left = i === pages - 1 && look.left ? [quietly(EDGE + 18, leftWords(look))] : []
      return {
        ...common,
        marks: [
          ...headMarks(isOnlyLook, `${look.name}, continued`, left, measure),
          ...artworkMarks(look, some, room(HEIGHT - EDGE)),
        ],
      }
    }
    const note = wrapLines(look.note, ROOM.width * 0.5, NOTE_LINES, TEXT, measure)
    // without artwork the colors have the page to themselves
    const bandTop = some.length ? BAND_AT : ARTWORK_AT + 12
    const band = { x: EDGE, y: bandTop, width: ROOM.width, height: BAND_AT + 40 - bandTop }
    return {
      ...common,
      anchor: anchorOf(look),
      bookmark: { title: look.name, depth: isOnlyLook ? 0 : 1 },
      marks: [
        ...headMarks(
          isOnlyLook,
          look.name,
          note.map((text, line) => quietly(EDGE + 8 + line * 12, text)),
          measure,
        ),
        ...artworkMarks(look, some, room(BAND_AT)),
        ...bandOf(band, look.scheme, measure),
      ],
    }
  })
}

/** The band: swatches as wide as their shares in a room, over a ruler of percent, with their names and values under it. */
const bandOf = (room: Rect, { swatches }: ExportScheme, measure: Measure): Mark[] => {
  const blocks = splitAcross(
    room,
    swatches.map(({ share }) => Math.max(0.05, share ?? 1)),
  )
  return swatches.map((swatch, i) => {
    const { x, y, width, height } = blocks[i] as Rect
    const fits = width - 4
    const how = shrinkToFit(swatch.name, fits, SMALL, 5, measure)
    const name = fits > 20 ? wrapLines(swatch.name, fits, 2, how, measure) : []
    return part(
      'Figure',
      [
        { mark: 'box', x, y, width, height, fill: swatch.hex, chamfer: Math.min(6, width / 3) },
        line([x, y + height + 4], [x, y + height + 8]),
        ...name.map((text, n) => words(x, y + height + 17 + n * 9, text, how)),
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

/** A look whose swatches are named as a sentence begins, as everywhere in the interface. */
const titled = ({ scheme, ...look }: SheetLook): SheetLook => ({
  ...look,
  scheme: { ...scheme, swatches: scheme.swatches.map(swatch => ({ ...swatch, name: sentence(swatch.name) })) },
})

/** The pages of a colorway. */
const pagesOf = (plan: SheetPlan, look: SheetLook, measure: Measure): Page[] => [
  ...picturePages(plan, look, measure),
  colorsPage(plan, look, measure),
  ...usePages(look, measure),
]

/** The pages of the sheet: the contents, where there are several colorways, then each colorway's own. */
export const sheetPages = (plan: SheetPlan, measure: Measure): Page[] => {
  const looks = plan.looks
    .map(titled)
    .flatMap(look => pagesOf(plan, look, measure).map(page => ({ page, at: look.name })))
  const all = [...(plan.looks.length > 1 ? [{ page: contents(plan, measure), at: plan.date }] : []), ...looks]
  return all.map(({ page, at }, i) => ({
    ...page,
    marks: [...page.marks, ...foot(plan, truncateToFit(at, 300, SMALL, measure), i + 1)],
  }))
}
