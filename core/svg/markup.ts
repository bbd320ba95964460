import { Tokenizer, type TokenizerCallbacks as Callbacks } from 'htmlparser2'
import { defaultsIn, NO_CHARACTER, passageReader, readDoctype, type DefaultAttribute, type Doctype } from './doctype'
import { joinPassages, lineOf, verbatim, type Passage, type Span } from './passage'
import { Unreadable } from './unreadable'

export const SVG_NAMESPACE = 'http://www.w3.org/2000/svg'
export const XHTML_NAMESPACE = 'http://www.w3.org/1999/xhtml'

/** An attribute: the span from its name to its closing quote, and its value's span. */
export class Attribute implements Span {
  private passage: Passage | null = null

  constructor(
    private readonly source: string,
    readonly name: string,
    readonly start: number,
    readonly end: number,
    private readonly from: number,
    private readonly to: number,
    resolved: Passage | null,
  ) {
    this.passage = resolved
  }

  /** Where the value stands. */
  get inside(): Span {
    return { start: this.from, end: this.to }
  }

  /** The value as it reads, as text alone. */
  get text(): string {
    return this.passage ? this.passage.text : this.source.slice(this.from, this.to)
  }

  /** The value as it reads. Made when first asked for: most attributes never are. */
  get value(): Passage {
    return (this.passage ??= verbatim(this.source, this.from, this.to))
  }
}

/** Attributes by their names; the first of each name. */
type Named = ReadonlyMap<string, Attribute>

/** An element of the file, in document order; `start` to `end` is all of it, children included. */
export interface Element extends Span {
  index: number
  /** The name as written, with its prefix. */
  name: string
  /** The name without prefix. */
  local: string
  namespace: string
  parent: Element | null
  children: Element[]
  attributes: Attribute[]
  /** The same by name, where there are many. */
  named: Named | null
  /** The end of the name in the start tag: where an attribute can be added. */
  nameEnd: number
  /** The text of a style sheet or script; empty elsewhere. */
  content: Passage[]
  /** True if letters stand directly in the element. */
  lettered: boolean
}

/** An SVG file taken apart, every piece with its place in the source. */
export interface Markup {
  source: string
  root: Element
  elements: Element[]
  instructions: Span[]
  doctype: Doctype | null
  /** The namespace prefixes used and never declared. */
  unbound: Set<string>
}

/** So many attributes are looked through one by one. */
const FEW = 16

const byName = (attributes: readonly Attribute[]): Named => {
  const named = new Map<string, Attribute>()
  for (const attribute of attributes) if (!named.has(attribute.name)) named.set(attribute.name, attribute)
  return named
}

/** The attribute of a name as written, with its prefix. */
export const findAttribute = (element: Element, name: string): Attribute | undefined => {
  if (element.named) return element.named.get(name)
  for (const attribute of element.attributes) if (attribute.name === name) return attribute
  return undefined
}

/** The value of an attribute by its name without prefix, as it reads. */
export const attributeOf = (element: Element, name: string): string | undefined => findAttribute(element, name)?.text

/** The target of an element's `href`, with or without the old prefix. */
export const hrefOf = (element: Element): string | undefined =>
  attributeOf(element, 'href') ?? element.attributes.find(({ name }) => name.endsWith(':href'))?.text

/** The id within the file that an element's `href` points to; empty where it has none. */
export const hrefId = (element: Element): string => (hrefOf(element) ?? '').replace(/^#/, '')

const localName = (name: string): string => name.slice(name.indexOf(':') + 1)
const prefixOf = (name: string): string => {
  const colon = name.indexOf(':')
  return colon > 0 ? name.slice(0, colon) : ''
}

/** A root without namespace is taken as SVG, and so are its like within it: every fifth old file lacks it. */
const BUILT_IN: ReadonlyArray<readonly [prefix: string, namespace: string]> = [
  ['', SVG_NAMESPACE],
  ['svg', SVG_NAMESPACE],
  ['xml', 'http://www.w3.org/XML/1998/namespace'],
]

/** The prefix an attribute declares, empty for the default; null where it declares none. */
export const declaredPrefix = (name: string): string | null =>
  name === 'xmlns' ? '' : name.startsWith('xmlns:') ? name.slice(6) : null

/** The namespaces that hold where the reader stands: those of each prefix, the innermost last. */
class Scopes {
  private readonly bound = new Map<string, string[]>(BUILT_IN.map(([prefix, namespace]) => [prefix, [namespace]]))
  private readonly entered: string[][] = []

  constructor(private readonly defaults: ReadonlyMap<string, DefaultAttribute[]>) {}

  of(prefix: string): string | undefined {
    return this.bound.get(prefix)?.at(-1)
  }

  enter({ name, attributes }: Element): void {
    const declared: string[] = []
    for (const { name: own, value } of this.defaults.get(name) ?? []) this.bind(declaredPrefix(own), value, declared)
    for (const attribute of attributes) {
      const prefix = declaredPrefix(attribute.name)
      if (prefix !== null) this.bind(prefix, attribute.value.text, declared)
    }
    this.entered.push(declared)
  }

  leave(): void {
    for (const prefix of this.entered.pop() ?? []) this.bound.get(prefix)?.pop()
  }

  private bind(prefix: string | null, namespace: string, declared: string[]): void {
    if (prefix === null) return
    const known = this.bound.get(prefix)
    if (known) known.push(namespace)
    else this.bound.set(prefix, [namespace])
    declared.push(prefix)
  }
}

/** The namespaces that elements have by the DOCTYPE, by the names of the elements. */
const defaultNamespaces = (doctype: Doctype | null): Map<string, DefaultAttribute[]> => {
  const defaults = new Map<string, DefaultAttribute[]>()
  for (const declaration of doctype?.declarations ?? [])
    for (const each of defaultsIn(declaration) ?? []) {
      const known = defaults.get(each.element)
      if (known) known.push(each)
      else defaults.set(each.element, [each])
    }
  // the first declaration of an attribute holds (XML 1.0, section 3.3): it is bound last
  for (const known of defaults.values()) known.reverse()
  return defaults
}

/** Maximum depth of elements. */
const MAX_DEPTH = 500

/** The children of elements that have none, as most. */
const NONE: Element[] = []
const NO_CONTENT: Passage[] = []

/** Takes elements, attributes and text from the tokenizer, which reports spans of the source, and builds the tree. */
class MarkupReader implements Callbacks {
  readonly elements: Element[] = []
  readonly instructions: Span[] = []
  readonly unbound = new Set<string>()
  private readonly open: Element[] = []
  private readonly scopes: Scopes
  private readonly read: (span: Span) => Passage
  /** The element whose start tag is being read. */
  private current: Element | null = null
  private nameStart = 0
  private nameEnd = 0
  private insideStart = 0
  private insideEnd = 0

  constructor(
    private readonly source: string,
    doctype: Doctype | null,
  ) {
    this.read = passageReader(source, doctype?.entities ?? new Map())
    this.scopes = new Scopes(defaultNamespaces(doctype))
  }

  /** The innermost element that is not closed; undefined where all are. */
  get unclosed(): Element | undefined {
    return this.open.at(-1) ?? this.current ?? undefined
  }

  private refuse(what: string, at: number): never {
    throw new Unreadable(`The file is not well-formed: ${what} on line ${lineOf(this.source, at)}.`)
  }

  onopentagname(start: number, end: number): void {
    const name = this.source.slice(start, end)
    this.current = {
      index: this.elements.length,
      name,
      local: localName(name),
      namespace: '',
      parent: this.open.at(-1) ?? null,
      children: NONE,
      attributes: [],
      named: null,
      start: start - 1,
      end: -1,
      nameEnd: end,
      content: NO_CONTENT,
      lettered: false,
    }
    this.elements.push(this.current)
  }

  onattribname(start: number, end: number): void {
    this.nameStart = start
    this.nameEnd = this.insideStart = this.insideEnd = end
  }

  onattribdata(start: number, end: number): void {
    this.insideStart = start
    this.insideEnd = end
  }

  onattribend(quote: number, end: number): void {
    if (quote < 2) this.refuse('an attribute has no quotes', end)
    const isThere = this.insideEnd > this.insideStart && this.insideStart > this.nameEnd
    const [from, to] = isThere ? [this.insideStart, this.insideEnd] : [end, end]
    const raw = this.source.slice(from, to)
    if (raw.includes('<')) this.refuse('an attribute holds a “<”', from)
    const name = this.source.slice(this.nameStart, this.nameEnd)
    const resolved = raw.includes('&') ? this.read({ start: from, end: to }) : null
    this.current?.attributes.push(new Attribute(this.source, name, this.nameStart, end, from, to, resolved))
  }

  onopentagend(): void {
    this.enter()
  }

  onselfclosingtag(end: number): void {
    if (this.enter()) this.close(end + 1)
  }

  onclosetag(start: number, end: number): void {
    const name = this.source.slice(start, end)
    const top = this.open.at(-1)
    if (top?.name !== name) this.refuse(top ? `</${name}> closes a <${top.name}>` : `</${name}> closes nothing`, start)
    this.close(this.source.indexOf('>', end) + 1)
  }

  ontext(start: number, end: number): void {
    this.addContent(start, end, false)
  }

  oncdata(start: number, end: number, offset: number): void {
    this.addContent(start, end - offset, true)
  }

  onprocessinginstruction(start: number, end: number): void {
    this.instructions.push({ start: start - 2, end: end + 2 })
  }

  // nothing is to be done for these
  onattribentity(): void {}
  ontextentity(): void {}
  oncomment(): void {}
  ondeclaration(): void {}
  onend(): void {}

  /** Enters the element whose start tag has ended; false where there is none. */
  private enter(): boolean {
    const element = this.current
    if (!element) return false
    this.current = null
    const parent = this.open.at(-1)
    if (!parent && element.index > 0) this.refuse('there is a second root element', element.start)
    if (this.open.length >= MAX_DEPTH)
      throw new Unreadable(`The file nests its elements more than ${MAX_DEPTH} levels deep; no drawing needs that.`)
    this.scopes.enter(element)
    element.namespace = this.namespaceOf(prefixOf(element.name))
    this.checkAttributes(element)
    if (parent?.children === NONE) parent.children = [element]
    else parent?.children.push(element)
    this.open.push(element)
    return true
  }

  /** The namespace of a prefix; of one that is never declared, the prefix itself, which is noted. */
  private namespaceOf(prefix: string): string {
    const namespace = this.scopes.of(prefix)
    if (namespace === undefined) this.unbound.add(prefix)
    return namespace ?? prefix
  }

  private checkAttributes(element: Element): void {
    if (element.attributes.length > FEW) element.named = byName(element.attributes)
    for (const { name, start } of element.attributes) {
      const prefix = prefixOf(name)
      if (prefix && prefix !== 'xmlns') this.namespaceOf(prefix)
      if (findAttribute(element, name)?.start !== start)
        this.refuse(`<${element.name}> has the attribute “${name}” twice`, start)
    }
  }

  private close(end: number): void {
    const top = this.open.pop()
    this.scopes.leave()
    if (top) top.end = end
  }

  /** Adds text to a style sheet or script; elsewhere notes whether there are letters. `isCdata` text has no entities. */
  private addContent(start: number, end: number, isCdata: boolean): void {
    const element = this.open.at(-1)
    if (!element) return
    const reads = element.local === 'style' || element.local === 'script'
    if (!reads && element.lettered && isCdata) return
    const passage = isCdata ? verbatim(this.source, start, end) : this.read({ start, end })
    if (reads) {
      if (element.content === NO_CONTENT) element.content = []
      element.content.push(passage)
    } else if (!element.lettered && /\S/.test(passage.text)) element.lettered = true
  }
}

/** Blanks the DOCTYPE, which the tokenizer does not know, so that all places in the source stay. */
const withoutDoctype = (source: string, doctype: Doctype | null): string =>
  doctype
    ? source.slice(0, doctype.start) + ' '.repeat(doctype.end - doctype.start) + source.slice(doctype.end)
    : source

/**
 * Takes an SVG file apart. Throws Unreadable, in a plain sentence, for what is not SVG, what is not well-formed XML,
 * what ends in the middle, elements more than 500 deep, and entities that reach outside or expand without end.
 */
export const readMarkup = (source: string): Markup => {
  const stray = NO_CHARACTER.exec(source)
  if (stray) throw new Unreadable(`The file has an invalid character on line ${lineOf(source, stray.index)}.`)
  const doctype = readDoctype(source)
  const reader = new MarkupReader(source, doctype)
  const tokenizer = new Tokenizer({ xmlMode: true, decodeEntities: false }, reader)
  tokenizer.write(withoutDoctype(source, doctype))
  tokenizer.end()

  const { elements, instructions, unbound, unclosed } = reader
  const [root] = elements
  if (!root) throw new Unreadable('The file is not an SVG: it has no elements.')
  if (root.local !== 'svg' || root.namespace !== SVG_NAMESPACE)
    throw new Unreadable(`The file is not an SVG: its root is <${root.name}>.`)
  if (unclosed)
    throw new Unreadable(
      `The file ends in the middle: the <${unclosed.name}> of line ${lineOf(source, unclosed.start)} is never closed.`,
    )
  return { source, root, elements, instructions, doctype, unbound }
}

/** The text of an element's style sheet, as one passage. */
export const contentOf = (element: Element): Passage =>
  joinPassages(element.content.length ? element.content : [{ text: '', pieces: [] }])
