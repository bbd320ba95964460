/** The longest name, in letters as JavaScript counts them. */
export const MAX_NAME_LENGTH = 120

/** The beginning of a text, so many letters at most; a letter of two halves is not cut in two. */
export const truncate = (text: string, max: number): string => {
  if (text.length <= max) return text
  return /[\uD800-\uDBFF]/.test(text[max - 1] ?? '') ? text.slice(0, max - 1) : text.slice(0, max)
}

/** A text on one line, without what no text holds: control characters, halves of letters, and space around it. */
export const onOneLine = (text: string): string => text.replace(/[\p{Cc}\p{Cs}\p{Zl}\p{Zp}]+/gu, ' ').trim()

/** A text as a name: on one line, and no longer than a name may be. */
export const asName = (text: string): string => truncate(onOneLine(text), MAX_NAME_LENGTH).trim()

/** Made once: a language's way with numbers takes thirty times as long to look up as to follow. */
const NUMBERS = new Intl.NumberFormat('en-US')

/** A number with what it counts: “1 ink”, “2 inks”, “1,200 inks”. The plural is the word with an s unless it is given. */
export const countWords = (count: number, one: string, many = `${one}s`): string =>
  `${NUMBERS.format(count)} ${count === 1 ? one : many}`
