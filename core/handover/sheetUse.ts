import { contrastOf, inkOn, ratioWords } from '#core/color/contrast'
import { cssOf, type HandedGradient } from '#core/formats/gradient'
import type { ExportSwatch } from '#core/formats/exportScheme'
import {
  splitAcross,
  splitDown,
  equalWeights,
  truncateToFit,
  wrapLines,
  type Mark,
  type Measure,
  type Page,
  type Rect,
  type Setting,
} from './page'
import {
  EDGE,
  HEIGHT,
  NOTE_LINES,
  part,
  QUIET,
  ROOM,
  SMALL,
  STRONG,
  TEXT,
  titledPage,
  VALUE,
  words,
  type SheetLook,
} from './sheetPaper'

/* A colorway in use: text on ground, gradients, its note. */

/** The least contrast of a text and its ground that counts (WCAG 2.2, AA), and of large letters. */
const [READS, READS_LARGE] = [4.5, 3] as const
const MAX_PAIRS = 12

/** On how many grounds one text stands at most, and how many texts one ground bears. */
const MAX_OF_ONE = 4

/** Pairs of a scheme that serve as text and ground, those that read best first; none of them has it all. */
export const textPairs = (
  swatches: readonly ExportSwatch[],
): Array<{ text: ExportSwatch; ground: ExportSwatch; ratio: number }> => {
  const [texts, grounds] = [new Map<ExportSwatch, number>(), new Map<ExportSwatch, number>()]
  const all = swatches.flatMap(ground =>
    swatches.map(text => ({ text, ground, ratio: contrastOf(text.hex, ground.hex) })),
  )
  return all
    .filter(({ ratio }) => ratio >= READS_LARGE)
    .sort((one, other) => other.ratio - one.ratio)
    .filter(({ text, ground }) => {
      const [used, borne] = [texts.get(text) ?? 0, grounds.get(ground) ?? 0]
      if (used >= MAX_OF_ONE || borne >= MAX_OF_ONE) return false
      texts.set(text, used + 1)
      grounds.set(ground, borne + 1)
      return true
    })
    .slice(0, MAX_PAIRS)
}

/** Gradients under each other in two columns from a height down, as many as there is room for. */
const gradientMarks = (gradients: readonly HandedGradient[], from: number, measure: Measure): Mark[] => {
  const width = (ROOM.width - 16) / 2
  const how: Setting = { face: 'value', size: 6.5 }
  return gradients.flatMap((gradient, i): Mark[] => {
    const [x, y] = [EDGE + (i % 2) * (width + 16), from + 18 + Math.floor(i / 2) * GRADIENT_TALL]
    const css = wrapLines(cssOf(gradient), width - 148, 2, how, measure)
    const shown: Mark = { mark: 'gradient', x, y, width: 136, height: GRADIENT_TALL - 8, gradient }
    return [
      part('Figure', [shown], { alt: `Gradient ${gradient.name}` }),
      part('P', [
        words(x + 144, y + 9, truncateToFit(gradient.name, width - 148, STRONG, measure), STRONG),
        ...css.map((text, n) => words(x + 144, y + 19 + n * 8, text, how, QUIET)),
      ]),
    ]
  })
}
const GRADIENT_TALL = 44
/** Number of gradients there is room for from a height down. */
const gradientsFrom = (y: number): number => Math.max(0, Math.floor((HEIGHT - EDGE - 20 - y - 18) / GRADIENT_TALL)) * 2

/** Size of a pair of text and ground, and in how many columns. */
const PAIR = { columns: 4, tall: 88, gap: 10 } as const

const pairMarks = (pairs: ReturnType<typeof textPairs>, from: number, measure: Measure): Mark[] => {
  const { columns, tall, gap } = PAIR
  const rows = Math.ceil(pairs.length / columns)
  const cells = splitDown({ ...ROOM, y: from + 16, height: rows * tall }, equalWeights(rows), gap).flatMap(each =>
    splitAcross(each, equalWeights(columns), gap),
  )
  const sample: Setting = { face: 'text', size: 18, strong: true }
  const items = pairs.map(({ text, ground, ratio }, i): Mark => {
    const { x, y, width, height } = cells[i] as Rect
    const says = `${ratioWords(ratio)} : 1 · ${ratio >= READS ? 'AA' : 'AA large'}`
    const under = inkOn(ground.hex)
    return part('LI', [
      { mark: 'box', x, y, width, height, fill: ground.hex },
      words(x + 10, y + 30, truncateToFit(text.name, width - 20, sample, measure), sample, text.hex),
      words(x + 10, y + 45, truncateToFit(`on ${ground.name}`, width - 20, SMALL, measure), SMALL, under),
      words(x + 10, y + height - 10, says, VALUE, under),
    ])
  })
  return [part('H3', [words(EDGE, from + 8, 'Text on ground', STRONG)]), part('L', items)]
}

/** The note, pairs of text and ground, and gradients of a colorway, on as many pages as they take. */
export const usePages = (look: SheetLook, measure: Measure): Page[] => {
  const marks: Mark[] = []
  let y: number = EDGE + 40
  const note = wrapLines(look.note, ROOM.width, 14, TEXT, measure)
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
    ...(marks.length ? [titledPage(`${look.name}: in use`, marks, measure)] : []),
    ...Array.from({ length: Math.ceil(left.length / onPage) }, (_, i) => {
      const some = left.slice(i * onPage, (i + 1) * onPage)
      return titledPage(`${look.name}: gradients`, gradientMarks(some, EDGE + 22, measure), measure)
    }),
  ]
}
