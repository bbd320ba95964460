import { parseColor } from '../../color/parse'
import type { ReadColor } from './readColor'

type Notation = 'hex' | 'function' | 'rgb' | 'hsb' | 'cmyk'

/** How colors stand in running text, the surest first. */
const NOTATIONS: ReadonlyArray<readonly [notation: Notation, pattern: RegExp]> = [
  ['function', /\b(?:rgba?|hsla?|hsb|hsv|hwb|lab|lch|oklab|oklch|color|cmyk)\([^()\n]{1,80}\)/gi],
  ['hex', /#(?:[\da-f]{8}|[\da-f]{6}|[\da-f]{3,4})(?![\w-])/gi],
  [
    'cmyk',
    /\bC\s*[:=]?\s*\d{1,3}%?[\s,/]*M\s*[:=]?\s*\d{1,3}%?[\s,/]*Y\s*[:=]?\s*\d{1,3}%?[\s,/]*K\s*[:=]?\s*\d{1,3}%?/gi,
  ],
  ['cmyk', /\bCMYK\b[\s:=]*\d{1,3}%?(?:[\s,/]+\d{1,3}%?){3}(?![\d.])/gi],
  ['rgb', /\bR\s*[:=]?\s*\d{1,3}[\s,/]*G\s*[:=]?\s*\d{1,3}[\s,/]*B\s*[:=]?\s*\d{1,3}(?!\d)/gi],
  ['rgb', /\bRGB\b[\s:=]*\d{1,3}(?:[\s,/]+\d{1,3}){2}(?![\d.])/gi],
  ['hsb', /\bHS[BV]\b[\s:=]*\d{1,3}°?(?:[\s,/]+\d{1,3}%?){2}(?![\d.])/gi],
  ['hex', /(?<![\w#.-])(?=[\da-f]*\d)(?=\d*[a-f])[\da-f]{6}(?![\w-])/gi],
]

const SURER: readonly Notation[] = ['hex', 'function', 'rgb', 'hsb', 'cmyk']

interface Hit {
  notation: Notation
  start: number
  end: number
  hex: string
}

/** What a hit says, in a form the color parser knows. */
const plain = (notation: Notation, said: string): string => {
  if (notation === 'hex' || notation === 'function') return said
  return `${notation}(${[...said.matchAll(/\d{1,3}/g)].map(([number]) => number).join(' ')})`
}

const hitsIn = (line: string): Hit[] => {
  const hits: Hit[] = []
  for (const [notation, pattern] of NOTATIONS) {
    for (const match of line.matchAll(pattern)) {
      const [start, end] = [match.index, match.index + match[0].length]
      if (hits.some(hit => start < hit.end && end > hit.start)) continue
      const color = parseColor(plain(notation, match[0]))
      if (color && color.alpha > 0) hits.push({ notation, start, end, hex: color.hex })
    }
  }
  return hits.sort((one, other) => one.start - other.start)
}

/** Words that only announce a value, and what holds names and values apart. */
const LABELS = /\b(?:hex|html|web|rgba?|hsla?|hsb|hsv|cmyk|code|value|colou?r)\b\s*[:=]?/gi
const EDGES = /^[\s\-–—*•·:=,;|>/"'“”‘’`()[\]{}.]+|[\s\-–—*•·:=,;|>/"'“”‘’`()[\]{}]+$/g
const LONGEST_NAME = 60
const MOST_WORDS = 6

const nameIn = (text: string): string | null => {
  const name = text
    .replace(LABELS, ' ')
    .replace(/^\s*\d+[.)]\s+/, '')
    .replace(EDGES, '')
    .replace(/\s+/g, ' ')
  return name && name.length <= LONGEST_NAME && name.split(' ').length <= MOST_WORDS && /\p{L}/u.test(name)
    ? name
    : null
}

/**
 * The name beside a hit: what leads up to it where that ends in a separator or the line says no more, otherwise what
 * follows.
 */
const nameBeside = (before: string, after: string): string | null => {
  const [led, followed] = [nameIn(before), nameIn(after)]
  if (led && followed) return /[:=\t|,;–—-]\s*["'“(]*$|\s{2,}$/.test(before) ? led : null
  return led ?? followed
}

/** A line of nothing but six-digit codes, joined by anything; all digits will do here. */
const CODES = /^(?:\S*[/=])?((?:#?[\da-f]{6})(?:[\s,;/|_-]+#?[\da-f]{6})+)\W*$/i

const colorsIn = (line: string): ReadColor[] => {
  const codes = CODES.exec(line.trim())?.[1]
  if (codes) return [...codes.matchAll(/[\da-f]{6}/gi)].map(([code]) => ({ hex: `#${code.toLowerCase()}`, name: null }))
  const hits = hitsIn(line)
  const sole = new Set(hits.map(({ notation }) => notation)).size === hits.length
  if (hits.length && sole) {
    // one color, said in one or several ways
    const said = [...hits].sort((one, other) => SURER.indexOf(one.notation) - SURER.indexOf(other.notation))[0] as Hit
    const rest = hits.reduceRight((text, { start, end }) => `${text.slice(0, start)}  ${text.slice(end)}`, line)
    const first = (hits[0] as Hit).start
    return [
      {
        hex: said.hex,
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
  const [, label, value] = /^([^:=\t]{1,60})[:=\t]\s*(.+)$/.exec(line.replace(EDGES, '')) ?? [
    null,
    '',
    line.replace(EDGES, ''),
  ]
  const whole = parseColor(value ?? '')
  if (whole && whole.alpha > 0)
    return [{ hex: whole.hex, name: nameIn(label ?? '') ?? (/^[a-z]+$/i.test(value ?? '') ? (value as string) : null) }]
  const parts = line
    .split(/[,;/|]|\s{2,}/)
    .map(part => part.trim())
    .filter(Boolean)
  const colors = parts.map(part => parseColor(part.replace(EDGES, '')))
  return parts.length > 1 && colors.every(color => color !== null && color.alpha > 0)
    ? colors.map((color, i) => ({
        hex: (color as { hex: string }).hex,
        name: /^[a-z]+$/i.test(parts[i] as string) ? (parts[i] as string) : null,
      }))
    : []
}

/** All colors that stand in running text, line by line, with the names beside them. */
export const colorsInText = (text: string): ReadColor[] => text.split(/\r\n|\r|\n/).flatMap(colorsIn)
