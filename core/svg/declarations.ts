import { tokenize, tokenTypes } from 'css-tree/tokenizer'
import { CLOSING, OPENING } from './cssDepth'
import { slicePassage, type Passage, type Span } from './passage'

/**
 * One declaration of a style sheet or style attribute: its value is a passage of the source, and a span of the text
 * read.
 */
export interface Declaration {
  property: string
  value: Passage
  span: Span
  important: boolean
}

const { Ident, Colon, Semicolon, WhiteSpace, Comment } = tokenTypes

/** A declaration by its place in the text that holds it. */
interface Stretch extends Span {
  property: string
  important: boolean
}

const IMPORTANT = /^!\s*important\s*$/i
const LEAD = /(?:\s+|\/\*[^]*?\*\/)/y

/** Trims a value to what it says: comments at its ends and `!important` do not belong to it. */
export const stretchOf = (text: string, name: string, start: number, end: number): Stretch => {
  const raw = text.slice(start, end)
  const important = IMPORTANT.exec(raw.slice(Math.max(0, raw.lastIndexOf('!'))))?.[0]
  const value = important === undefined ? raw : raw.slice(0, raw.length - important.length)
  let lead = 0
  for (LEAD.lastIndex = 0; LEAD.test(value); ) lead = LEAD.lastIndex
  const tail = value.indexOf('/*', lead)
  return {
    property: name.startsWith('--') ? name : name.toLowerCase(),
    start: start + lead,
    end: start + lead + value.slice(lead, tail < 0 ? value.length : tail).trimEnd().length,
    important: important !== undefined,
  }
}

/** A declaration whose value is a stretch of a passage of the source. */
export const declarationOf = (passage: Passage, { property, start, end, important }: Stretch): Declaration => ({
  property,
  important,
  value: slicePassage(passage, start, end),
  span: { start, end },
})

const stretchesOf = (text: string): Stretch[] => {
  const stretches: Stretch[] = []
  let property = ''
  let valueStart = -1
  let depth = 0
  let broken = false
  const finish = (end: number): void => {
    if (property && valueStart !== -1 && !broken) stretches.push(stretchOf(text, property, valueStart, end))
    property = ''
    valueStart = -1
    broken = false
  }
  tokenize(text, (type, start, end) => {
    if (OPENING.includes(type)) depth++
    else if (CLOSING.includes(type)) depth = Math.max(0, depth - 1)
    if (depth === 0 && type === Semicolon) finish(start)
    else if (valueStart !== -1 || type === WhiteSpace || type === Comment) return
    else if (type === Ident && !property) property = text.slice(start, end)
    else if (type === Colon && property) valueStart = end
    else broken = true
  })
  finish(text.length)
  return stretches
}

const known = new Map<string, Stretch[]>()
const MAX_KNOWN = 5000
const MAX_KNOWN_LENGTH = 1000

/**
 * The declarations of a style attribute, in order, each value as a passage of the source; only those of the properties
 * wanted, where that is given. What is not a declaration is passed over, as CSS has it.
 */
export const readDeclarations = (
  passage: Passage,
  wanted: (property: string) => boolean = () => true,
): Declaration[] => {
  let stretches = known.get(passage.text)
  if (!stretches) {
    stretches = stretchesOf(passage.text)
    if (known.size >= MAX_KNOWN) known.clear()
    if (passage.text.length <= MAX_KNOWN_LENGTH) known.set(passage.text, stretches)
  }
  return stretches.filter(({ property }) => wanted(property)).map(stretch => declarationOf(passage, stretch))
}
