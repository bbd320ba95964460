import Papa from 'papaparse'
import { lchOf, rgbOf } from '#core/color/convert'
import { cmykOf } from '#core/color/notation'
import { toOneLine, rungName, type ExportScheme, type ExportSwatch } from './exportScheme'

const HEAD = [
  ...['name', 'hex', 'role', 'share', 'rung', 'red', 'green', 'blue'],
  ...['cyan', 'magenta', 'yellow', 'black', 'lightness', 'chroma', 'hue'],
]

const roundTo = (value: number, places: number): string => String(Number(value.toFixed(places)))

const rowOf = ({ name, hex, role, share }: ExportSwatch, rung: string): string[] => {
  const [{ r, g, b }, { l, c, h }] = [rgbOf(hex), lchOf(hex)]
  return [
    toOneLine(name),
    hex,
    role ?? '',
    share === undefined ? '' : roundTo(share, 4),
    rung,
    ...[r, g, b].map(value => roundTo(value * 255, 0)),
    ...Object.values(cmykOf(hex)).map(ink => roundTo(ink * 100, 0)),
    ...[roundTo(l, 4), roundTo(c, 4), roundTo(h, 2)],
  ]
}

/**
 * Text that a spreadsheet would evaluate, and text that, without the apostrophe that quotes it, would look like that.
 */
const RECKONED = /^'*[=+\-@\t\r].*$/

/**
 * A table (RFC 4180) with a row a swatch and a row a rung: name, hex, role, share in [0, 1], what rung it is, red, green
 * and blue in [0, 255], CMYK in percent by the plain formula, and OKLCH. Names that a spreadsheet would reckon with are
 * quoted by an apostrophe.
 */
export const toCsv = ({ swatches }: ExportScheme): string => {
  const rows = swatches.flatMap(swatch => [
    rowOf(swatch, ''),
    ...(swatch.rungs ?? []).map(rung => rowOf({ name: swatch.name, hex: rung.hex }, rungName(rung))),
  ])
  return `${Papa.unparse([HEAD, ...rows], { escapeFormulae: RECKONED, newline: '\n' })}\n`
}
