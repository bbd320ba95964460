import { httpError } from './httpError'

/** Maximum number of values of a document, and their maximum depth. */
const MAX_VALUES = 500_000
const DEEPEST = 64

const QUOTE = 34
const BACKSLASH = 92
const COMMA = 44
const OPENING: ReadonlySet<number> = new Set([91, 123])
const CLOSING: ReadonlySet<number> = new Set([93, 125])

/** Escapes of what no text can hold: the code 0, and a half of a letter without the other. */
const STRAY =
  /\\u0000|\\u[dD][89abAB][\da-fA-F]{2}(?!\\u[dD][c-fC-F][\da-fA-F]{2})|(?<!\\u[dD][89abAB][\da-fA-F]{2})\\u[dD][c-fC-F][\da-fA-F]{2}/y

/** Where the strings of a text hold what no text can hold, each six characters long. */
const findStrays = (text: string): number[] => {
  const strays: number[] = []
  for (let at = text.indexOf('\\'); at !== -1; at = text.indexOf('\\', at)) {
    STRAY.lastIndex = at
    if (STRAY.test(text)) strays.push(at)
    at += 2
  }
  return strays
}

/** Counts what a text holds before it is taken apart. Throws 413 where that is more than a document can hold. */
const checkCounts = (text: string): void => {
  let [values, depth] = [0, 0]
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at)
    if (code === QUOTE) {
      for (at++; at < text.length && text.charCodeAt(at) !== QUOTE; at++) if (text.charCodeAt(at) === BACKSLASH) at++
    } else if (code === COMMA) values++
    else if (OPENING.has(code)) {
      values++
      if (++depth > DEEPEST) throw httpError(413, `The request is nested more than ${DEEPEST} levels deep.`)
    } else if (CLOSING.has(code)) depth--
    if (values > MAX_VALUES)
      throw httpError(413, `The request has more than ${MAX_VALUES.toLocaleString('en')} values.`)
  }
}

/**
 * Reads JSON, counted before it is taken apart. What no text can hold (the code 0, halves of letters), and no database takes,
 * becomes the sign for an unknown letter. Answers 413 for more than 500,000 values or more than 64 within one another, 400 for
 * what is not JSON.
 */
export const readJson = (text: string): unknown => {
  checkCounts(text)
  let whole = text
  const strays = findStrays(text)
  if (strays.length) {
    const parts: string[] = []
    let from = 0
    for (const at of strays) {
      parts.push(text.slice(from, at), '\\ufffd')
      from = at + 6
    }
    whole = parts.join('') + text.slice(from)
  }
  try {
    return JSON.parse(whole)
  } catch {
    throw httpError(400, 'The request is not valid JSON.')
  }
}
