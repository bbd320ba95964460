import { joined, placeless, verbatim, type Passage, type Span } from './passage'
import { Unreadable } from './unreadable'

/** A declaration inside a DOCTYPE. */
export interface Declaration extends Span {
  text: string
}

/** The DOCTYPE of a file: where it stands, what it declares and the entities it defines. */
export interface Doctype extends Span {
  declarations: Declaration[]
  entities: ReadonlyMap<string, Span>
}

/** How much text entities may stand for in one file, in characters. */
const MOST_EXPANDED = 1_000_000
const DEEPEST = 16

const BUILT_IN: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" }

const after = (source: string, mark: string, from: number): number => {
  const at = source.indexOf(mark, from)
  if (at === -1) throw new Unreadable('The file ends in the middle of its heading.')
  return at + mark.length
}

/** The end of a declaration that starts at `from`, passing over what stands in quotes. */
const declarationEnd = (source: string, from: number): number => {
  let at = from
  while (at < source.length) {
    const letter = source[at]
    if (letter === '>') return at + 1
    at = letter === '"' || letter === "'" ? after(source, letter, at + 1) : at + 1
  }
  throw new Unreadable('The file ends in the middle of its DOCTYPE.')
}

const readSubset = (source: string, from: number): { end: number; declarations: Declaration[] } => {
  const declarations: Declaration[] = []
  let at = from
  while (at < source.length && source[at] !== ']') {
    if (source.startsWith('<!--', at)) at = after(source, '-->', at)
    else if (source.startsWith('<?', at)) at = after(source, '?>', at)
    else if (source.startsWith('<!', at)) {
      const end = declarationEnd(source, at)
      declarations.push({ start: at, end, text: source.slice(at, end) })
      at = end
    } else if (source[at] === '%')
      throw new Unreadable('The file uses parameter entities, which can reach outside of it.')
    else at++
  }
  return { end: declarationEnd(source, at + 1), declarations }
}

const ENTITY = /^<!ENTITY\s+(%\s+)?([^\s%"'>]+)\s+(?:(SYSTEM|PUBLIC)\b|(["']))/

const readEntities = (declarations: readonly Declaration[]): Map<string, Span> => {
  const entities = new Map<string, Span>()
  for (const { start, text } of declarations) {
    const match = ENTITY.exec(text)
    if (!match) continue
    const [head, parameter, name, outside, quote] = match
    if (parameter) throw new Unreadable('The file uses parameter entities, which can reach outside of it.')
    if (outside)
      throw new Unreadable(`The file takes its entity “${name}” from outside; it has to bring everything with it.`)
    if (name && quote && !entities.has(name))
      entities.set(name, { start: start + head.length, end: start + text.indexOf(quote, head.length) })
  }
  return entities
}

/**
 * Finds the DOCTYPE of a file and reads what it defines; null where there is none. Throws Unreadable for entities from
 * outside.
 */
export const readDoctype = (source: string): Doctype | null => {
  let at = source.charCodeAt(0) === 0xfeff ? 1 : 0
  while (at < source.length) {
    if (source.startsWith('<?', at)) at = after(source, '?>', at)
    else if (source.startsWith('<!--', at)) at = after(source, '-->', at)
    else if (/^<!DOCTYPE\b/i.test(source.slice(at, at + 10))) break
    else if (/\s/.test(source[at] as string)) at++
    else return null
  }
  if (at >= source.length) return null
  const start = at
  while (at < source.length && source[at] !== '>' && source[at] !== '[') {
    const letter = source[at]
    at = letter === '"' || letter === "'" ? after(source, letter, at + 1) : at + 1
  }
  if (source[at] !== '[') return { start, end: declarationEnd(source, at), declarations: [], entities: new Map() }
  const { end, declarations } = readSubset(source, at + 1)
  return { start, end, declarations, entities: readEntities(declarations) }
}

const character = (reference: string): string => {
  const code = reference[1] === 'x' ? parseInt(reference.slice(2), 16) : parseInt(reference.slice(1), 10)
  if (!(code > 0 && code <= 0x10ffff))
    throw new Unreadable(`The file holds a character reference that means nothing: &${reference};`)
  return String.fromCodePoint(code)
}

/**
 * A reader that turns a span of the source into the passage it stands for, resolving character references and the
 * file's own entities. Throws Unreadable for an entity nobody defined, one that holds markup, and entities that stand
 * for more than a million characters together or call each other more than 16 deep.
 */
export const passageReader = (source: string, entities: ReadonlyMap<string, Span>) => {
  let expanded = 0
  const read = ({ start, end }: Span, depth = 0): Passage => {
    const whole = verbatim(source, start, end)
    const { text } = whole
    let at = text.indexOf('&')
    if (at === -1) return whole
    const passages: Passage[] = []
    let from = 0
    while (at !== -1) {
      const close = text.indexOf(';', at)
      if (close === -1) throw new Unreadable('The file holds an “&” that starts nothing.')
      if (at > from) passages.push(verbatim(source, start + from, start + at))
      passages.push(resolve(text.slice(at + 1, close), depth))
      from = close + 1
      at = text.indexOf('&', from)
    }
    if (from < text.length) passages.push(verbatim(source, start + from, end))
    return joined(passages)
  }
  const resolve = (name: string, depth: number): Passage => {
    if (name[0] === '#') return placeless(character(name))
    const builtIn = BUILT_IN[name]
    if (builtIn !== undefined) return placeless(builtIn)
    const span = entities.get(name)
    if (!span) throw new Unreadable(`The file uses an entity it does not define: &${name.slice(0, 40)};`)
    if (depth >= DEEPEST) throw new Unreadable('The file’s entities call each other without end.')
    const passage = read(span, depth + 1)
    expanded += passage.text.length
    if (expanded > MOST_EXPANDED)
      throw new Unreadable('The file’s entities stand for more text than any drawing needs.')
    if (passage.text.includes('<')) throw new Unreadable(`The file hides markup in its entity “${name}”.`)
    return passage
  }
  return read
}
