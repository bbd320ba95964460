import { Tokenizer } from 'htmlparser2'
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
const DEEPEST = 500

/** The children of elements that have none, as most. */
const NONE: Element[] = []
const NOTHING_SAID: Passage[] = []

/**
 * Takes an SVG file apart. Throws Unreadable, in a plain sentence, for what is not SVG, what is not well-formed XML,
 * what ends in the middle, elements more than 500 deep, and entities that reach outside or expand without end.
 */
export const readMarkup = (source: string): Markup => {
  const stray = NO_CHARACTER.exec(source)
  if (stray) throw new Unreadable(`The file has an invalid character on line ${lineOf(source, stray.index)}.`)
  const doctype = readDoctype(source)
  const read = passageReader(source, doctype?.entities ?? new Map())
  const elements: Element[] = []
  const instructions: Span[] = []
  const unbound = new Set<string>()
  const open: Element[] = []
  const scopes = new Scopes(defaultNamespaces(doctype))
  let current: Element | null = null
  let [nameStart, nameEnd, insideStart, insideEnd] = [0, 0, 0, 0]
  let roots = 0
  const wrong = (what: string, at: number): never => {
    throw new Unreadable(`The file is not well-formed: ${what} on line ${lineOf(source, at)}.`)
  }

  const close = (end: number): void => {
    const top = open.pop()
    scopes.leave()
    if (top) top.end = end
  }

  const enter = (element: Element): void => {
    const parent = open.at(-1)
    if (!parent && ++roots > 1) wrong('there is a second root element', element.start)
    if (open.length >= DEEPEST)
      throw new Unreadable(`The file nests its elements more than ${DEEPEST} levels deep; no drawing needs that.`)
    scopes.enter(element)
    const prefix = prefixOf(element.name)
    const namespace = scopes.of(prefix)
    if (namespace === undefined) unbound.add(prefix)
    element.namespace = namespace ?? prefix
    if (element.attributes.length > FEW) element.named = byName(element.attributes)
    for (const { name, start } of element.attributes) {
      const own = prefixOf(name)
      if (own && own !== 'xmlns' && scopes.of(own) === undefined) unbound.add(own)
      if (findAttribute(element, name)?.start !== start) wrong(`<${element.name}> says “${name}” twice`, start)
    }
    if (parent?.children === NONE) parent.children = [element]
    else parent?.children.push(element)
    open.push(element)
  }

  const content = (start: number, end: number, marked: boolean): void => {
    const element = open.at(-1)
    if (!element) return
    const reads = element.local === 'style' || element.local === 'script'
    if (!reads && element.lettered && marked) return
    const passage = marked ? verbatim(source, start, end) : read({ start, end })
    if (reads) {
      if (element.content === NOTHING_SAID) element.content = []
      element.content.push(passage)
    } else if (!element.lettered && /\S/.test(passage.text)) element.lettered = true
  }

  const finishTag = (end: number, closed: boolean): void => {
    if (!current) return
    enter(current)
    current = null
    if (closed) close(end)
  }

  const tokenizer = new Tokenizer(
    { xmlMode: true, decodeEntities: false },
    {
      onopentagname(start, end) {
        const name = source.slice(start, end)
        current = {
          index: elements.length,
          name,
          local: localName(name),
          namespace: '',
          parent: open.at(-1) ?? null,
          children: NONE,
          attributes: [],
          named: null,
          start: start - 1,
          end: -1,
          nameEnd: end,
          content: NOTHING_SAID,
          lettered: false,
        }
        elements.push(current)
      },
      onattribname(start, end) {
        nameStart = start
        nameEnd = insideStart = insideEnd = end
      },
      onattribdata(start, end) {
        insideStart = start
        insideEnd = end
      },
      onattribend(quote, end) {
        if (quote < 2) wrong('an attribute has no quotes', end)
        const isThere = insideEnd > insideStart && insideStart > nameEnd
        const [from, to] = isThere ? [insideStart, insideEnd] : [end, end]
        const raw = source.slice(from, to)
        if (raw.includes('<')) wrong('an attribute holds a “<”', from)
        current?.attributes.push(
          new Attribute(
            source,
            source.slice(nameStart, nameEnd),
            nameStart,
            end,
            from,
            to,
            raw.includes('&') ? read({ start: from, end: to }) : null,
          ),
        )
      },
      onattribentity() {},
      onopentagend(end) {
        finishTag(end + 1, false)
      },
      onselfclosingtag(end) {
        finishTag(end + 1, true)
      },
      onclosetag(start, end) {
        const name = source.slice(start, end)
        const top = open.at(-1)
        if (top?.name !== name) wrong(top ? `</${name}> closes a <${top.name}>` : `</${name}> closes nothing`, start)
        close(source.indexOf('>', end) + 1)
      },
      ontext(start, end) {
        content(start, end, false)
      },
      ontextentity() {},
      oncdata(start, end, offset) {
        content(start, end - offset, true)
      },
      oncomment() {},
      ondeclaration() {},
      onprocessinginstruction(start, end) {
        instructions.push({ start: start - 2, end: end + 2 })
      },
      onend() {},
    },
  )
  tokenizer.write(
    doctype
      ? source.slice(0, doctype.start) + ' '.repeat(doctype.end - doctype.start) + source.slice(doctype.end)
      : source,
  )
  tokenizer.end()

  const root = elements[0]
  if (!root || root.local !== 'svg' || root.namespace !== SVG_NAMESPACE)
    throw new Unreadable(
      root ? `The file is not an SVG: its root is <${root.name}>.` : 'The file is not an SVG: it has no elements.',
    )
  const unclosed = open.at(-1) ?? current
  if (unclosed)
    throw new Unreadable(
      `The file ends in the middle: the <${(unclosed as Element).name}> of line ` +
        `${lineOf(source, (unclosed as Element).start)} is never closed.`,
    )
  return { source, root, elements, instructions, doctype, unbound }
}

/** The text of an element's style sheet, as one passage. */
export const contentOf = (element: Element): Passage =>
  joinPassages(element.content.length ? element.content : [{ text: '', pieces: [] }])
