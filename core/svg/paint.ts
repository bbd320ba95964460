import { formatHex, parse } from '#core/color/culori'
import { hexOf, type Hex } from '#core/color/convert'
import type { Element } from './markup'
import { placeOf, type Passage, type Span } from './passage'

/**
 * A color that somebody wrote: its value, its alpha in [0, 1], how it is written and where; and, where the numbers of a
 * color matrix make it, which matrix, and whether in linear light.
 */
export interface Token {
  hex: Hex
  alpha: number
  text: string
  place: Span
  made?: { by: Element; linear: boolean }
}

/**
 * The value of a paint property. `initial` holds where nothing is declared; `variable` is a custom property, to
 * be looked up where it is used; `unread` is a paint this reader leaves alone, such as a mixed color.
 */
export type Paint =
  | { kind: 'color'; token: Token }
  | { kind: 'current' }
  | { kind: 'inherit' }
  | { kind: 'initial' }
  | { kind: 'none' }
  | { kind: 'server'; id: string; fallback: Paint | null }
  | { kind: 'variable'; name: string; fallback: Paint | null }
  | { kind: 'unread'; text: string }

/** The same without a place: positions are those within the text of the value. */
type Read =
  | { kind: 'color'; hex: Hex; alpha: number; start: number; end: number }
  | { kind: 'server'; id: string; fallback: Read | null }
  | { kind: 'variable'; name: string; fallback: Read | null }
  | { kind: 'word'; start: number; end: number }
  | { kind: 'current' | 'inherit' | 'none' | 'unread' }

/** `context-fill` and `context-stroke` take the paint of the shape a marker stands on, which is an ink already. */
const KEYWORDS: ReadonlyMap<string, 'current' | 'inherit' | 'none' | 'unread'> = new Map([
  ['none', 'none'],
  ['currentcolor', 'current'],
  ['inherit', 'inherit'],
  ['unset', 'inherit'],
  ['revert', 'unread'],
  ['revert-layer', 'unread'],
  ['context-fill', 'none'],
  ['context-stroke', 'none'],
])

/** A CSS color in a file: its opaque value and its alpha; null where the text is none. */
export const readColor = (text: string): { hex: Hex; alpha: number } | null => {
  const lower = text.toLowerCase()
  if (/^[\da-f]+$/.test(lower)) return null
  const color = parse(lower)
  if (!color) return null
  const alpha = color.alpha ?? 1
  return { hex: color.mode === 'rgb' ? formatHex(color) : hexOf(color), alpha: Math.min(1, Math.max(0, alpha)) }
}

/** A custom property, with its fallback where it has one. */
const VARIABLE = /^(var\(\s*(--[^\s,)]+)\s*)(?:,([^]*))?\)$/i
/** After a color nothing may follow but what old files say for color management. */
const NOTHING_MORE = /^\s*(icc-color\([^)]*\)\s*)?$/i
const SERVER = /url\(\s*(?:"([^"]*)"|'([^']*)'|([^\s"'()]*))\s*\)/iy
/** Maximum depth of fallbacks, and maximum length of a color, in characters. */
const DEEPEST = 16
const MAX_COLOR_LENGTH = 1000

/** The first word or function of a value, from `start`. */
const wordEnd = (text: string, start: number): number => {
  let depth = 0
  for (let at = start; at < text.length; at++) {
    const letter = text[at] as string
    if (letter === '(') depth++
    else if (letter === ')' && --depth === 0) return at + 1
    else if (depth === 0 && /\s/.test(letter)) return at
  }
  return text.length
}

const read = (text: string, from = 0, depth = 0): Read | null => {
  if (depth > DEEPEST) return { kind: 'unread' }
  let start = from
  while (start < text.length && /\s/.test(text[start] as string)) start++
  if (start >= text.length) return null
  SERVER.lastIndex = start
  const server = SERVER.exec(text)
  if (server) {
    const target = server[1] ?? server[2] ?? server[3] ?? ''
    return {
      kind: 'server',
      id: target.startsWith('#') ? target.slice(1) : '',
      fallback: read(text, start + server[0].length, depth + 1),
    }
  }
  const end = wordEnd(text, start)
  const word = text.slice(start, end)
  const keyword = KEYWORDS.get(word.toLowerCase())
  if (keyword) return { kind: keyword }
  if (/^initial$/i.test(word)) return { kind: 'word', start, end }
  const variable = VARIABLE.exec(word)
  if (variable)
    return {
      kind: 'variable',
      name: variable[2] as string,
      fallback:
        variable[3] === undefined
          ? null
          : read(text.slice(0, end - 1), start + (variable[1] as string).length + 1, depth + 1),
    }
  if (/^(env|color-mix|light-dark|device-cmyk|icc-color)\(|\bvar\(|\bfrom\b/i.test(word)) return { kind: 'unread' }
  if (!NOTHING_MORE.test(text.slice(end))) return null
  const color = word.length > MAX_COLOR_LENGTH ? null : readColor(word)
  return color ? { kind: 'color', ...color, start, end } : null
}

const cache = new Map<string, Read | null>()
const MAX_CACHED = 20_000

const cachedRead = (text: string): Read | null => {
  let result = cache.get(text)
  if (result === undefined) {
    result = read(text)
    if (cache.size > MAX_CACHED) cache.clear()
    if (text.length <= MAX_COLOR_LENGTH) cache.set(text, result)
  }
  return result
}

const placePaint = (passage: Passage, result: Read, initial: Hex | null): Paint => {
  switch (result.kind) {
    case 'color': {
      const place = placeOf(passage, result.start, result.end)
      const text = passage.text.slice(result.start, result.end)
      return place
        ? { kind: 'color', token: { hex: result.hex, alpha: result.alpha, text, place } }
        : { kind: 'unread', text }
    }
    case 'server':
      return {
        kind: 'server',
        id: result.id,
        fallback: result.fallback && placePaint(passage, result.fallback, initial),
      }
    case 'variable':
      return {
        kind: 'variable',
        name: result.name,
        fallback: result.fallback && placePaint(passage, result.fallback, initial),
      }
    case 'unread':
      return { kind: 'unread', text: passage.text.trim() }
    case 'word':
      return initial
        ? placePaint(passage, { kind: 'color', hex: initial, alpha: 1, start: result.start, end: result.end }, initial)
        : { kind: 'none' }
    default:
      return { kind: result.kind }
  }
}

/**
 * Reads the value of a paint or color property. Returns null where it is not valid, so that the cascade passes it over
 * as CSS has it. `initial` is the color the word of that name means for the property; null for none.
 */
export const readPaint = (passage: Passage, initial: Hex | null): Paint | null => {
  const result = cachedRead(passage.text)
  return result && placePaint(passage, result, initial)
}

const short = (hex: string): string | null =>
  hex[1] === hex[2] && hex[3] === hex[4] && hex[5] === hex[6] ? `#${hex[1]}${hex[3]}${hex[5]}` : null

const channels = (hex: Hex): [number, number, number] =>
  [1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16)) as [number, number, number]

/** Puts new channel values where the old numbers stood, so that separators and alpha stay as written. */
const inFunction = (text: string, hex: Hex): string => {
  const values = channels(hex)
  let i = 0
  return text.replace(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?(%?)/gi, (number, percent: string) => {
    const value = values[i++]
    if (value === undefined) return number
    return percent ? `${Math.round((value / 255) * 10000) / 100}%` : String(value)
  })
}

/**
 * Writes a token with another color: in its own notation (short or long hex, upper or lower case, `rgb()` with
 * its separators), with its alpha. Color words and other functions become hex, or `rgba()` where they are not opaque.
 */
export const rewriteToken = ({ text, alpha }: Token, hex: Hex): string => {
  if (text[0] === '#') {
    const digits = text.length - 1
    const brief = digits <= 4 ? short(hex) : null
    const alphaDigits = digits === 4 ? (brief ? text[4] : `${text[4]}${text[4]}`) : digits === 8 ? text.slice(7) : ''
    const plain = (brief ?? hex) + alphaDigits
    return /[A-F]/.test(text) ? plain.toUpperCase() : plain
  }
  if (/^rgba?\(/i.test(text)) return inFunction(text, hex)
  return alpha === 1 ? hex : `rgba(${channels(hex).join(', ')}, ${alpha})`
}

/** A token as the screen has it: a CSS variable in place of its color, with its alpha. */
export const asVariable = ({ alpha }: Pick<Token, 'alpha'>, variable: string): string =>
  alpha === 1 ? `var(${variable})` : `rgb(from var(${variable}) r g b / ${alpha})`
