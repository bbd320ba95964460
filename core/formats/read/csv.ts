import Papa from 'papaparse'
import { parseColor } from '#core/color/parse'
import { RUNG, readRoleAndShare, type ReadColor } from './readColor'

const CHANNELS = ['r', 'g', 'b'] as const
const VALUES = /^(hex|hex ?code|value|colou?r)$/i
const NAMES = /^(name|title|swatch|colou?r ?name|label)$/i

/** The places of columns called r, g and b (or red, green, blue); null where there are none. */
const channelsIn = (head: readonly string[]): number[] | null => {
  const places = CHANNELS.map(channel =>
    head.findIndex(cell =>
      new RegExp(`^(${channel}|${{ r: 'red', g: 'green', b: 'blue' }[channel]})$`, 'i').test(cell.trim()),
    ),
  )
  return places.every(place => place >= 0) ? places : null
}

/** A cell without the apostrophe that stops a spreadsheet from computing it. */
const unquote = (cell: string): string => cell.replace(/^'(?='*[=+\-@\t\r])/, '')

const isColor = (cell: string): boolean => /[#(]|[a-z]/i.test(cell) && parseColor(cell) !== null

/**
 * The colors of a table separated by commas, semicolons or tabs: the first cell of a row that is a color, or its r, g
 * and b columns; the name from the column called so, or the first other cell with letters.
 */
export const colorsInCsv = (text: string): ReadColor[] => {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' })
  const rows = data.map(row => row.map(cell => cell.trim()))
  const head = rows[0] ?? []
  const channels = channelsIn(head)
  const [valued, named, role, share, rung] = [VALUES, NAMES, /^role$/i, /^share$/i, /^rung$/i].map(title =>
    head.findIndex(cell => title.test(cell)),
  ) as [number, number, number, number, number]
  return rows.flatMap((row, i) => {
    if (i > 0 && rung >= 0 && RUNG.test(row[rung] ?? '')) return []
    const at = i > 0 && valued >= 0 && isColor(row[valued] ?? '') ? valued : row.findIndex(isColor)
    const color = parseColor(channels ? channels.map(place => row[place]).join(' ') : (row[at] ?? ''))
    if (!color || color.alpha === 0) return []
    const name = named >= 0 ? row[named] : row.find((cell, i) => i !== at && /\p{L}/u.test(cell) && !isColor(cell))
    const part = row[share] ? Number(row[share]) : undefined
    return [{ hex: color.hex, name: name === undefined ? null : unquote(name), ...readRoleAndShare(row[role], part) }]
  })
}

/** Returns whether a text is a table: several rows of as many cells, most of them with a color. */
export const isCsv = (text: string): boolean => {
  const { data, meta } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', preview: 40 })
  const width = data[0]?.length ?? 0
  return (
    data.length > 1 &&
    width > 1 &&
    /[,;\t]/.test(meta.delimiter) &&
    data.every(row => row.length === width) &&
    colorsInCsv(text).length >= data.length / 2
  )
}
