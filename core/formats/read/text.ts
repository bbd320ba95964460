import { parseColor } from '#core/color/parse'
import type { ReadColor } from './readColor'

type Notation = 'hex' | 'function' | 'rgb' | 'hsb' | 'cmyk'

/** Notations of colors in running text, the surest first. */
const NOTATIONS: ReadonlyArray<readonly [notation: Notation, pattern: RegExp]> = [
  ['function', /\b(?:rgba?|hsla?|hsb|hsv|hwb|lab|lch|oklab|oklch|color|cmyk)\([^()\n]{1,80}\)/gi],
  ['hex', /#(?:[\da-f]{8}|[\da-f]{6}|[\da-f]{3,4})(?![\w-])/gi],
  [
    'cmyk',
    /\bC[\s:=]{0,4}\d{1,3}%?[\s,/]{0,4}M[\s:=]{0,4}\d{1,3}%?[\s,/]{0,4}Y[\s:=]{0,4}\d{1,3}%?[\s,/]{0,4}K[\s:=]{0,4}\d{1,3}%?/gi,
  ],
  ['cmyk', /\bCMYK\b[\s:=]{0,4}\d{1,3}%?(?:[\s,/]{1,4}\d{1,3}%?){3}(?![\d.])/gi],
  ['rgb', /\bR[\s:=]{0,4}\d{1,3}[\s,/]{0,4}G[\s:=]{0,4}\d{1,3}[\s,/]{0,4}B[\s:=]{0,4}\d{1,3}(?!\d)/gi],
  ['rgb', /\bRGB\b[\s:=]{0,4}\d{1,3}(?:[\s,/]{1,4}\d{1,3}){2}(?![\d.])/gi],
  ['hsb', /\bHS[BV]\b[\s:=]{0,4}\d{1,3}°?(?:[\s,/]{1,4}\d{1,3}%?){2}(?![\d.])/gi],
  ['hex', /(?<![\w#.-])(?=[\da-f]*\d)(?=\d*[a-f])[\da-f]{6}(?![\w-])/gi],
]

const SURER: readonly Notation[] = ['hex', 'function', 'rgb', 'hsb', 'cmyk']

interface Hit {
  notation: Notation
  start: number
  end: number
  hex: string
}

/** The value of a hit, in a form the color parser knows. */
const plain = (notation: Notation, value: string): string => {
  if (notation === 'hex' || notation === 'function') return value
  return `${notation}(${[...value.matchAll(/\d{1,3}/g)].map(([number]) => number).join(' ')})`
}

const hitsIn = (line: string): Hit[] => {
  const hits: Hit[] = []
  const taken = new Uint8Array(line.length)
  for (const [notation, pattern] of NOTATIONS) {
    for (const match of line.matchAll(pattern)) {
      const [start, end] = [match.index, match.index + match[0].length]
      if (taken[start] || taken[end - 1]) continue
      const color = parseColor(plain(notation, match[0]))
      if (color && color.alpha > 0) {
        hits.push({ notation, start, end, hex: color.hex })
        taken.fill(1, start, end)
      }
    }
  }
  return hits.sort((one, other) => one.start - other.start)
}

/** Words that only announce a value, and what holds names and values apart. */
const LABELS = /\b(?:hex|html|web|rgba?|hsla?|hsb|hsv|cmyk|code|value|colou?r)\b\s*[:=]?/gi
const EDGE = /[\s\-–—*•·:=,;|>/"'“”‘’`()[\]{}]/
const MAX_NAME_LENGTH = 60
/** So much of a line is looked through for a name, marks around it included, in characters. */
const MAX_STRETCH_LENGTH = 400
const MAX_WORDS = 6

/** Text without the marks around it, and without the points before it. */
const withoutEdges = (text: string): string => {
  let [start, end] = [0, text.length]
  while (start < end && (text[start] === '.' || EDGE.test(text[start] as string))) start++
  while (end > start && EDGE.test(text[end - 1] as string)) end--
  return text.slice(start, end)
}

const nameIn = (text: string): string | null => {
  if (text.length > MAX_STRETCH_LENGTH) return null
  const bare = text.replace(LABELS, ' ').replace(/^\s*\d+[.)]\s+/, '')
  const name = withoutEdges(bare).replace(/\s+/g, ' ')
  return name && name.length <= MAX_NAME_LENGTH && name.split(' ').length <= MAX_WORDS && /\p{L}/u.test(name)
    ? name
    : null
}

/**
 * The name beside a hit: what leads up to it where that ends in a separator or the line says no more, otherwise what
 * follows.
 */
const nameBeside = (before: string, after: string): string | null => {
  const [led, followed] = [nameIn(before), nameIn(after)]
  if (led && followed) return /[:=\t|,;–—-]\s*["'“(]*$|\s{2,}$/.test(before.slice(-MAX_NAME_LENGTH)) ? led : null
  return led ?? followed
}

const CODE = /^#?([\da-f]{6})$/i

/**
 * The codes of a line of nothing but six-digit codes, joined by anything, all digits too, maybe at the end of an address; an
 * empty list where it is another line.
 */
const codesIn = (line: string): string[] => {
  const bare = line.trim()
  let end = bare.length
  while (end > 0 && /\W/.test(bare[end - 1] as string)) end--
  const parts = [...bare.slice(0, end).matchAll(/[^\s,;/|_=-]+/g)]
  const codes: string[] = []
  let first = end
  for (let code; (code = CODE.exec(parts.at(-1)?.[0] ?? '')?.[1]); codes.push(code)) first = parts.pop()?.index ?? 0
  const lead = bare.slice(0, first)
  return codes.length > 1 && (lead === '' || (/[/=]$/.test(lead) && !/\s/.test(lead))) ? codes.reverse() : []
}

const colorsIn = (line: string): ReadColor[] => {
  const codes = codesIn(line)
  if (codes.length) return codes.map(code => ({ hex: `#${code.toLowerCase()}`, name: null }))
  const hits = hitsIn(line)
  const sole = new Set(hits.map(({ notation }) => notation)).size === hits.length
  if (hits.length && sole) {
    // one color, written in one or several ways
    const surest = [...hits].sort((one, other) => SURER.indexOf(one.notation) - SURER.indexOf(other.notation))[0] as Hit
    const rest = hits.reduceRight((text, { start, end }) => `${text.slice(0, start)}  ${text.slice(end)}`, line)
    const first = (hits[0] as Hit).start
    return [
      {
        hex: surest.hex,
        name:
          hits.length > 1
            ? (nameBeside(line.slice(0, first), '') ?? nameIn(rest))
            : nameBeside(line.slice(0, first), line.slice((hits[0] as Hit).end)),
      },
    ]
  }
  if (hits.length) {
    const listed = hits
      .slice(1)
      .every(({ start }, i) => /^[^,;|/\t]*[,;|/\t]/.test(line.slice((hits[i] as Hit).end, start)))
    const trailing = !nameIn(line.slice(0, (hits[0] as Hit).start)) // “#aabbcc sand, #ddeeff sky”: names follow
    return hits.map(({ hex, start, end }, i) => ({
      hex,
      name: listed
        ? nameIn(
            trailing ? line.slice(end, hits[i + 1]?.start ?? line.length) : line.slice(hits[i - 1]?.end ?? 0, start),
          )
        : null,
    }))
  }
  return wordsIn(line)
}

/**
 * A line without a written-out value: a triple, digits, or color words alone or in a list; with a name before a colon
 * or tab.
 */
const wordsIn = (line: string): ReadColor[] => {
  const [, label, value] = /^([^:=\t]{1,60})[:=\t]\s*(.+)$/.exec(withoutEdges(line)) ?? [null, '', withoutEdges(line)]
  const whole = parseColor(value ?? '')
  if (whole && whole.alpha > 0)
    return [{ hex: whole.hex, name: nameIn(label ?? '') ?? (/^[a-z]+$/i.test(value ?? '') ? (value as string) : null) }]
  const parts = line
    .split(/[,;/|]|\s{2,}/)
    .map(part => part.trim())
    .filter(Boolean)
  const colors = parts.map(part => parseColor(withoutEdges(part)))
  return parts.length > 1 && colors.every(color => color !== null && color.alpha > 0)
    ? colors.map((color, i) => ({
        hex: (color as { hex: string }).hex,
        name: /^[a-z]+$/i.test(parts[i] as string) ? (parts[i] as string) : null,
      }))
    : []
}

/** All colors that stand in running text, line by line, with the names beside them. */
export const colorsInText = (text: string): ReadColor[] => text.split(/\r\n|\r|\n/).flatMap(colorsIn)
