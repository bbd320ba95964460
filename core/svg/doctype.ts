import { joinPassages, detachedPassage, verbatim, type Passage, type Span } from './passage'
import { Unreadable } from './unreadable'

/** A declaration inside a DOCTYPE. */
export interface Declaration extends Span {
  text: string
}

/** An attribute that elements of a name have where they do not say it themselves. */
export interface DefaultAttribute {
  element: string
  name: string
  value: string
}

/** The DOCTYPE of a file: where it stands, what it declares and instructs, and the entities it defines. */
export interface Doctype extends Span {
  declarations: Declaration[]
  instructions: Span[]
  entities: ReadonlyMap<string, Span>
}

/** Maximum length of text that entities stand for in one file, in characters. */
const MAX_EXPANDED = 1_000_000
const DEEPEST = 16

/** Maximum length of a name between “&” and “;”, in characters. */
const MAX_REFERENCE_LENGTH = 1000

const undefinedEntity = (name: string): Unreadable =>
  new Unreadable(`The file uses an entity it does not define: &${name.slice(0, 40)};`)

const BUILT_IN: ReadonlyMap<string, string> = new Map(
  Object.entries({ amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" }),
)

const after = (source: string, mark: string, from: number): number => {
  const at = source.indexOf(mark, from)
  if (at === -1) throw new Unreadable('The file ends in the middle of its XML declaration.')
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

const readSubset = (source: string, from: number): Pick<Doctype, 'end' | 'declarations' | 'instructions'> => {
  const declarations: Declaration[] = []
  const instructions: Span[] = []
  let at = from
  while (at < source.length && source[at] !== ']') {
    if (source.startsWith('<!--', at)) at = after(source, '-->', at)
    else if (source.startsWith('<?', at)) {
      const end = after(source, '?>', at)
      instructions.push({ start: at, end })
      at = end
    } else if (source.startsWith('<!', at)) {
      const end = declarationEnd(source, at)
      declarations.push({ start: at, end, text: source.slice(at, end) })
      at = end
    } else if (source[at] === '%')
      throw new Unreadable('The file uses parameter entities, which can reach outside of it.')
    else at++
  }
  return { end: declarationEnd(source, at + 1), declarations, instructions }
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
      throw new Unreadable(`The file takes its entity “${name}” from elsewhere; everything has to be in the file.`)
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
  if (source[at] !== '[')
    return { start, end: declarationEnd(source, at), declarations: [], instructions: [], entities: new Map() }
  const subset = readSubset(source, at + 1)
  return { start, ...subset, entities: readEntities(subset.declarations) }
}

const ATTLIST = /^<!ATTLIST\s+([^\s"'>]+)\s+(\S[^]*)>$/
const DEFAULT = /([^\s"']+)\s+CDATA\s+(?:#FIXED\s+)?(?:"([^"]*)"|'([^']*)')\s*/y
const NO_DEFAULT = /[^\s"']+\s+[^\s"'#]+\s+#(?:IMPLIED|REQUIRED)\s*/y

/**
 * The attributes a declaration gives to elements; an empty list where it is another kind of declaration, null where it is of
 * this kind and not plainly understood.
 */
export const defaultsIn = ({ text }: Declaration): DefaultAttribute[] | null => {
  if (!/^<!ATTLIST\b/i.test(text) || !/["']/.test(text)) return []
  const [, element, attributes] = ATTLIST.exec(text) ?? []
  if (element === undefined || attributes === undefined || attributes.includes('&')) return null
  const defaults: DefaultAttribute[] = []
  for (let at = 0; at < attributes.length; ) {
    DEFAULT.lastIndex = NO_DEFAULT.lastIndex = at
    const match = DEFAULT.exec(attributes)
    if (match) defaults.push({ element, name: match[1] as string, value: match[2] ?? match[3] ?? '' })
    else if (!NO_DEFAULT.test(attributes)) return null
    at = match ? DEFAULT.lastIndex : NO_DEFAULT.lastIndex
  }
  return defaults
}

/** Characters that no XML file may hold, not even by reference (XML 1.0, section 2.2). */
export const NO_CHARACTER = /[\0-\x08\x0b\x0c\x0e-\x1f\ufffe\uffff]|\p{Cs}/u

const character = (reference: string): string => {
  const [, hex, decimal] = /^#(?:x([\da-f]{1,8})|(\d{1,8}))$/i.exec(reference) ?? []
  const code = hex ? parseInt(hex, 16) : Number(decimal)
  if (!(code <= 0x10ffff) || NO_CHARACTER.test(String.fromCodePoint(code)))
    throw new Unreadable(`The file holds a character reference that means nothing: &${reference.slice(0, 40)};`)
  return String.fromCodePoint(code)
}

/**
 * A reader that turns a span of the source into the passage it stands for, resolving character references and the
 * file's own entities, each once. Throws Unreadable for an entity nobody defined, one that holds markup or the start of a
 * reference, and entities that stand for more than a million characters together or call each other more than 16 deep.
 */
export const passageReader = (source: string, entities: ReadonlyMap<string, Span>) => {
  let expanded = 0
  const known = new Map<string, Passage>()
  const read = ({ start, end }: Span, depth = 0): Passage => {
    const whole = verbatim(source, start, end)
    const { text } = whole
    let at = text.indexOf('&')
    if (at === -1) return whole
    const passages: Passage[] = []
    let from = 0
    while (at !== -1) {
      const close = text.indexOf(';', at)
      if (close === -1) throw new Unreadable('The file has a stray “&”.')
      if (at > from) passages.push(verbatim(source, start + from, start + at))
      if (close - at > MAX_REFERENCE_LENGTH) throw undefinedEntity(text.slice(at + 1, close))
      passages.push(resolve(text.slice(at + 1, close), depth))
      from = close + 1
      at = text.indexOf('&', from)
    }
    if (from < text.length) passages.push(verbatim(source, start + from, end))
    return joinPassages(passages)
  }
  const resolve = (name: string, depth: number): Passage => {
    if (name[0] === '#') {
      const text = character(name)
      // an “&” so written within an entity starts a reference where the entity is used
      if (depth > 0 && text === '&') throw new Unreadable('The file hides a reference in one of its entities.')
      return detachedPassage(text)
    }
    const builtIn = BUILT_IN.get(name)
    if (builtIn !== undefined) return detachedPassage(builtIn)
    const span = entities.get(name)
    if (!span) throw undefinedEntity(name)
    if (depth >= DEEPEST) throw new Unreadable('The file’s entities refer to each other endlessly.')
    let passage = known.get(name)
    if (!passage) known.set(name, (passage = read(span, depth + 1)))
    expanded += passage.text.length
    if (expanded > MAX_EXPANDED) throw new Unreadable('The file’s entities expand to more text than any drawing needs.')
    if (passage.text.includes('<')) throw new Unreadable(`The file hides markup in its entity “${name}”.`)
    return passage
  }
  return read
}
