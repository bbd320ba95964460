import type { Hex } from '#core/color/convert'
import { colorsInCss } from './css'
import { colorsInCsv, isCsv } from './csv'
import { colorsInSvg } from './sheet'
import { colorsInLines, isLined } from './lines'
import { MAX_LIST_LENGTH, type ReadColor } from './readColor'
import { colorsInText } from './text'
import { colorsInJson } from './tokens'

/** The kinds of lists. */
export type ListKind = 'text' | 'CSS' | 'design tokens' | 'CSV' | 'SVG'

/** The longest name a color keeps, in characters. */
const MAX_NAME_LENGTH = 120

/** Each color once: the first time it stands there, with the first name it has anywhere. */
const dedupeColors = (colors: readonly ReadColor[]): ReadColor[] => {
  const seen = new Map<Hex, ReadColor>()
  for (const { name, ...rest } of colors) {
    const color = { ...rest, name: name?.slice(0, MAX_NAME_LENGTH).trim() || null }
    const known = seen.get(color.hex)
    if (!known) seen.set(color.hex, color)
    else if (!known.name && color.name) seen.set(color.hex, { ...known, name: color.name })
  }
  return [...seen.values()]
}

/** Returns whether a text looks like a style sheet: it says a custom property, a variable of a dialect, or a rule. */
const isCss = (text: string): boolean => {
  if (/(?<![\w-])--[\w-]+\s*:|^[ \t]*[$@][\w-]+[ \t]*:/m.test(text)) return true
  for (const [rule] of text.matchAll(/\{[^{}]*\}/g)) if (rule.includes(':')) return true
  return false
}

/**
 * Reads every color of a text in its order, each once: W3C design tokens or other JSON, CSS, an SVG swatch sheet, CSV,
 * or any text with color codes in it. What it is tells its content first, the extension of its file name where that
 * leaves doubt. Text without colors gives an empty list.
 */
export const readColors = (text: string, fileName = ''): { kind: ListKind; colors: ReadColor[] } => {
  const list = text.slice(0, MAX_LIST_LENGTH).replace(/^\uFEFF/, '')
  const start = list.trimStart()
  if (/^[[{]/.test(start)) {
    try {
      return { kind: 'design tokens', colors: dedupeColors(colorsInJson(start)) }
    } catch {
      /* it is no JSON after all: a rule of CSS begins with a bracket too */
    }
  }
  if (/<(?:\w+:)?svg[\s>]/i.test(list.slice(0, 4000))) return { kind: 'SVG', colors: dedupeColors(colorsInSvg(list)) }
  if (isLined(list)) return { kind: 'text', colors: dedupeColors(colorsInLines(list)) }
  if (/\.(css|scss|less)$/i.test(fileName) || isCss(list)) {
    const colors = dedupeColors(colorsInCss(list))
    if (colors.length) return { kind: 'CSS', colors }
  }
  if (/\.(csv|tsv)$/i.test(fileName) || isCsv(list)) {
    const colors = dedupeColors(colorsInCsv(list))
    if (colors.length) return { kind: 'CSV', colors }
  }
  return { kind: 'text', colors: dedupeColors(colorsInText(list)) }
}
