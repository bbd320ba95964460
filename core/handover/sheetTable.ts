import { lchOf, rgbOf } from '#core/color/convert'
import { cmykOf, type Cmyk } from '#core/color/notation'
import { inkOn } from '#core/color/contrast'
import { rungName, type ExportSwatch } from '#core/formats/exportScheme'
import { LADDERS } from '#core/harmony/ladder'
import { splitAcross, truncateToFit, wrapLines, type Mark, type Measure, type Page, type Rect } from './page'
import {
  EDGE,
  HEIGHT,
  line,
  part,
  QUIET,
  SMALL,
  STRONG,
  TEXT,
  titledPage,
  VALUE,
  WIDTH,
  words,
  type SheetLook,
  type SheetPlan,
} from './sheetPaper'

/* The table of a colorway's colors: every value, every ladder. */

const inksWords = ({ c, m, y, k }: Cmyk): string => [c, m, y, k].map(ink => Math.round(ink * 100)).join(' ')

/** The columns of the table of colors: where each begins, and what it says of a swatch. */
const columnsOf = (
  plan: SheetPlan,
): Array<{ title: string; x: number; width: number; say: (swatch: ExportSwatch) => string }> => [
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

/** The rungs of a swatch that the artwork wears, in words. */
const usedRungs = ({ rungs = [] }: ExportSwatch): string =>
  rungs
    .filter(({ isUsed }) => isUsed)
    .map(rungName)
    .join(', ')

/** Where the ladders begin in the table of colors, and how wide they are together. */
const LADDERS_AT = { x: 594, width: 176 } as const

const ladderMarks = (room: Rect, { rungs = [], name }: ExportSwatch): Mark[] => {
  const groups = LADDERS.map(kind => rungs.filter(({ ladder }) => ladder === kind)).filter(group => group.length)
  return splitAcross(
    room,
    groups.map(group => group.length),
    4,
  ).flatMap((place, i) => {
    const group = groups[i] as NonNullable<(typeof groups)[number]>
    const boxes = splitAcross(
      place,
      group.map(() => 1),
    ).map(
      (rect, n): Mark => ({
        mark: 'box',
        ...rect,
        fill: (group[n] as (typeof group)[number]).hex,
      }),
    )
    const used = group.filter(({ isUsed }) => isUsed)
    const usedMarks = group.flatMap(({ isUsed, hex }, n): Mark[] => {
      const box = boxes[n]
      if (!isUsed || box?.mark !== 'box') return []
      const radius = Math.min(2, box.width / 4)
      return [{ mark: 'circle', x: box.x + box.width / 2, y: box.y + box.height / 2, radius, fill: inkOn(hex) }]
    })
    const alt =
      `${group[0]?.ladder} of ${name}: ${group.map(({ hex }) => hex).join(', ')}` +
      (used.length ? `; used: ${used.map(rung => `${rungName(rung)}, ${rung.hex}`).join('; ')}` : '')
    return [part('Figure', [...boxes, ...usedMarks], { alt })]
  })
}

/** The table of a colorway's colors. */
export const colorsPage = (plan: SheetPlan, look: SheetLook, measure: Measure): Page => {
  const columns = columnsOf(plan)
  const top = EDGE + 40
  const tall = Math.min(66, (HEIGHT - EDGE - 20 - top - 18) / look.scheme.swatches.length)
  const hasRungs = look.scheme.swatches.some(({ rungs }) => rungs?.length)
  const row = (swatch: ExportSwatch, i: number): Mark => {
    const y = top + 18 + i * tall
    const base = y + tall / 2 + 3
    const cells = columns.map(({ x, width, say }, n) => {
      const how = n === 0 ? STRONG : n === 1 ? TEXT : VALUE
      const texts = n === 1 ? [say(swatch), usedRungs(swatch)].filter(Boolean) : [say(swatch)]
      const lines =
        n === 0
          ? wrapLines(say(swatch), width, 2, how, measure)
          : texts.map(text => truncateToFit(text, width, how, measure))
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
  const table = part('Table', [
    part('TR', [
      ...columns.map(({ title, x, width }) =>
        part('TH', [words(EDGE + x, top + 8, truncateToFit(title, width, SMALL, measure), SMALL, QUIET)]),
      ),
      ...(hasRungs ? [part('TH', [words(EDGE + LADDERS_AT.x, top + 8, 'tints · tones · shades', SMALL, QUIET)])] : []),
    ]),
    line([EDGE, top + 15], [WIDTH - EDGE, top + 15], 0.6),
    ...look.scheme.swatches.map(row),
  ])
  return titledPage(`${look.name}: colors`, [table], measure)
}
