/** A name of PDF as an operand, without its slash and with `#xx` resolved. */
export interface Name {
  name: string
}

/** An operand: a number, a boolean, a name, or null for what no color is made of (strings, arrays, dictionaries). */
export type Operand = number | boolean | Name | null

/** An operator with its operands, and the place of both in the bytes of the content. */
export interface Operation {
  operator: string
  operands: readonly Operand[]
  start: number
  end: number
}

/** The most operands an operator can have (ISO 32000-1, annex C.2: DeviceN has at most 32 colorants); earlier ones are dropped. */
const MAX_OPERANDS = 33
/** Maximum nesting of arrays and dictionaries. */
const MAX_DEPTH = 100

const WHITE = new Uint8Array(256)
for (const code of [0, 9, 10, 12, 13, 32]) WHITE[code] = 1
const DELIMITER = new Uint8Array(256)
for (const letter of '()<>[]{}/%') DELIMITER[letter.charCodeAt(0)] = 1

const [OPEN, CLOSE, LESS, GREATER] = [0x28, 0x29, 0x3c, 0x3e]
const [OPEN_ARRAY, CLOSE_ARRAY, SLASH, PERCENT, BACKSLASH] = [0x5b, 0x5d, 0x2f, 0x25, 0x5c]

const isRegular = (code: number | undefined): boolean => code !== undefined && !WHITE[code] && !DELIMITER[code]

const textOf = (bytes: Uint8Array, start: number, end: number): string => {
  let text = ''
  for (let at = start; at < end; at++) text += String.fromCharCode(bytes[at]!)
  return text
}

const NUMBER = /^[+-]?(?:\d+\.?\d*|\.\d+)/
/** The longest word that can be a number or an operator, in bytes. */
const MAX_WORD = 64

/** The end of a string in brackets that starts at a place: brackets within it are balanced or escaped. */
const endOfString = (bytes: Uint8Array, start: number): number => {
  let depth = 0
  for (let at = start; at < bytes.length; at++) {
    const code = bytes[at]
    if (code === BACKSLASH) at++
    else if (code === OPEN) depth++
    else if (code === CLOSE && --depth === 0) return at + 1
  }
  return bytes.length
}

const endOfLine = (bytes: Uint8Array, start: number): number => {
  let at = start
  while (at < bytes.length && bytes[at] !== 10 && bytes[at] !== 13) at++
  return at
}

const endOfWord = (bytes: Uint8Array, start: number): number => {
  let at = start
  while (isRegular(bytes[at])) at++
  return at
}

/** A name as it is meant: `#20` in it is a code (ISO 32000-1, 7.3.5). */
const nameOf = (text: string): string =>
  text.includes('#')
    ? text.replace(/#([\da-f]{2})/gi, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)))
    : text

/** Number of bytes after `EI` that are looked at, to tell the end of an inline image from its data. */
const LOOKED_AHEAD = 24

/** True if what follows reads like operators again, not like data. */
const isContent = (bytes: Uint8Array, start: number): boolean => {
  const end = Math.min(bytes.length, start + LOOKED_AHEAD)
  for (let at = start; at < end; at++) {
    const code = bytes[at]!
    if (code > 126 || (code < 32 && !WHITE[code]) || code === 0) return false
  }
  return true
}

/** The end of the data of an inline image, after its `EI`; that of the content where there is none (ISO 32000-1, 8.9.7). */
const endOfImage = (bytes: Uint8Array, start: number): number => {
  for (let at = start; at < bytes.length - 1; at++)
    if (
      bytes[at] === 69 &&
      bytes[at + 1] === 73 &&
      (at === start || WHITE[bytes[at - 1]!]) &&
      !isRegular(bytes[at + 2]) &&
      isContent(bytes, at + 2)
    )
      return at + 2
  return bytes.length
}

/** The operand a word is: a number, true, false or null (as null); undefined where it is an operator. */
const operandOf = (word: string): Operand | undefined => {
  const number = NUMBER.exec(word)
  if (number) return Number(number[0])
  return word === 'null' ? null : word === 'true' || word === 'false' ? word === 'true' : undefined
}

/**
 * Reads a content stream operator by operator, in one pass (ISO 32000-1, 7.8.2). Strings, arrays and dictionaries are skipped; an
 * inline image is one operator `EI` whose operands are the values of its dictionary. What is no content is passed over.
 */
export const readOperations = (bytes: Uint8Array, visit: (operation: Operation) => void): void => {
  let operands: Operand[] = []
  let [start, depth, at] = [-1, 0, 0]
  /** Adds an operand that starts at a place; within an array or a dictionary it belongs to that. */
  const add = (operand: Operand, from: number): void => {
    if (start < 0) start = from
    if (depth > 0) return
    if (operands.length === MAX_OPERANDS) operands.shift()
    operands.push(operand)
  }
  const open = (from: number): void => {
    if (depth === 0) add(null, from)
    depth = Math.min(MAX_DEPTH, depth + 1)
  }
  const finish = (operator: string, from: number, end: number): void => {
    visit({ operator, operands, start: start < 0 ? from : start, end })
    operands = []
    ;[start, depth] = [-1, 0]
  }
  while (at < bytes.length) {
    const code = bytes[at]!
    const from = at
    if (WHITE[code]) at++
    else if (code === PERCENT) at = endOfLine(bytes, at)
    else if (code === OPEN) {
      at = endOfString(bytes, at)
      add(null, from)
    } else if (code === LESS && bytes[at + 1] === LESS) {
      open(from)
      at += 2
    } else if (code === GREATER && bytes[at + 1] === GREATER) {
      depth = Math.max(0, depth - 1)
      at += 2
    } else if (code === LESS) {
      while (at < bytes.length && bytes[at] !== GREATER) at++
      at++
      add(null, from)
    } else if (code === OPEN_ARRAY) {
      open(from)
      at++
    } else if (code === CLOSE_ARRAY) {
      depth = Math.max(0, depth - 1)
      at++
    } else if (code === SLASH) {
      at = endOfWord(bytes, at + 1)
      add({ name: nameOf(textOf(bytes, from + 1, at)) }, from)
    } else if (!isRegular(code)) at++
    else {
      at = endOfWord(bytes, at)
      const word = at - from > MAX_WORD ? '' : textOf(bytes, from, at)
      const operand = operandOf(word)
      if (operand !== undefined) add(operand, from)
      else if (depth > 0) continue
      else if (word === 'ID') {
        at = endOfImage(bytes, at + 1)
        finish('EI', from, at)
      } else if (word !== 'BI') finish(word, from, at)
      else if (start < 0) start = from
    }
  }
}
