import { converter, formatHex, type Color } from '#core/color/culori'
import { rgbOf, unit, type Hex } from '#core/color/convert'
import { findAttribute, type Element } from './markup'
import type { Token } from './paint'
import { placeOf, type Edit } from './passage'

/* Color matrices that make one color, whatever they are given: how many programs write the color of a shadow. */

const NUMBER = /[^\s,]+/g
/**
 * The twenty numbers go row by row: what red, green, blue, alpha and a constant give for red, green, blue and alpha.
 */
const [ROWS, ROW, CONSTANT] = [3, 5, 4] as const
const ALL = 20
/** No matrix is written in more characters. */
const LONGEST = 1000

const toLinear = converter('lrgb')

/** The numbers of a color matrix as they are written; NaN for what is none. */
export const numbersOf = (primitive: Element): number[] =>
  (findAttribute(primitive, 'values')?.text.match(NUMBER) ?? []).map(Number)

/** A number as it is written back: as exact as a hex value, and no longer. */
const brief = (value: number): string => String(Math.round(value * 10_000) / 10_000)

/**
 * The color that a matrix makes by its constants alone, with the passage it is written in; null where what it is given
 * has a part in it, where it lets nothing through, or where it cannot be written otherwise. `linear` says that it
 * computes in linear light (`color-interpolation-filters`, Filter Effects 1, section 9.3).
 */
export const constantColor = (primitive: Element, linear: boolean): Token | null => {
  const values = findAttribute(primitive, 'values')
  if (
    !values ||
    values.text.length > LONGEST ||
    (findAttribute(primitive, 'type')?.text.trim() ?? 'matrix') !== 'matrix'
  )
    return null
  const numbers = numbersOf(primitive)
  if (numbers.length !== ALL || !numbers.every(Number.isFinite)) return null
  const rows = [0, 1, 2, 3].map(row => numbers.slice(row * ROW, (row + 1) * ROW))
  const [alpha = []] = rows.splice(ROWS)
  if (!rows.every(row => row.slice(0, CONSTANT).every(value => value === 0)) || !alpha.some(value => value > 0))
    return null
  const [r = 0, g = 0, b = 0] = rows.map(row => unit(row[CONSTANT] ?? 0))
  const place = placeOf(values.value, 0, values.text.length)
  if (!place) return null
  const hex = formatHex({ mode: linear ? 'lrgb' : 'rgb', r, g, b } as Color)
  return { hex, alpha: 1, text: values.text, place, made: { by: primitive, linear } }
}

/** The numbers of a matrix with the constants that make another color; separators and alpha stay as written. */
export const withConstants = (text: string, hex: Hex, linear: boolean): string => {
  const rgb = rgbOf(hex)
  const { r, g, b } = linear ? (toLinear({ mode: 'rgb', ...rgb }) as typeof rgb) : rgb
  let at = 0
  return text.replace(NUMBER, number => {
    const place = at++
    return place % ROW === CONSTANT && place < ROWS * ROW ? brief([r, g, b][(place - CONSTANT) / ROW] ?? 0) : number
  })
}

/**
 * The edits by which a matrix takes its color from a CSS value: it goes on making the alpha, a flood of that color is
 * laid within it, and the whole has the name the matrix had.
 */
export const floodEdits = ({ by }: NonNullable<Token['made']>, color: string, source: string): Edit[] => {
  const prefix = by.name.slice(0, by.name.length - by.local.length)
  const [shape, flood] = [`matrix-${by.index}`, `flood-${by.index}`]
  const result = findAttribute(by, 'result')
  const named = result ? ` ${source.slice(result.start, result.end)}` : ''
  return [
    result ? { ...result.inside, text: shape } : { start: by.nameEnd, end: by.nameEnd, text: ` result="${shape}"` },
    {
      start: by.end,
      end: by.end,
      text:
        `<${prefix}feFlood flood-color="${color}" result="${flood}"/>` +
        `<${prefix}feComposite in="${flood}" in2="${shape}" operator="in"${named}/>`,
    },
  ]
}
