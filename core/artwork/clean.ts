import { parse, walk, type CssNode } from 'css-tree'
import {
  attributeOf,
  contentOf,
  readMarkup,
  SVG_NAMESPACE,
  XHTML_NAMESPACE,
  type Attribute,
  type Element,
  type Markup,
} from './markup'
import { isInside, outsideReference } from './outside'
import { edited, lineOf, placeOf, type Edit, type Passage, type Span } from './passage'
import { readDeclarations } from './stylesheet'

/** Something taken out of a file: what it was, in plain words, and the line it stood on. */
export interface Removal {
  what: string
  line: number
}

/** A file that is safe to keep and to show, taken apart, and what had to go. */
export interface Cleaned {
  source: string
  markup: Markup
  removed: Removal[]
}

const ACTIVE: Readonly<Record<string, string>> = {
  script: 'a script',
  foreignobject: 'a foreign object',
  handler: 'a script',
  listener: 'a script',
  iframe: 'an embedded page',
  object: 'an embedded object',
  embed: 'an embedded object',
  audio: 'a sound',
  video: 'a video',
}
const ANIMATIONS = new Set(['animate', 'set', 'animatetransform', 'animatemotion', 'animatecolor'])
const BINDINGS = new Set(['behavior', '-moz-binding'])
const PLAIN_ATTLIST = /^<!ATTLIST\s+\S+\s+(?:xmlns(?::[\w-]+)?\s+CDATA\s+(?:#FIXED\s+)?(?:"[^"]*"|'[^']*')\s*|[^"']*)>$/

const brief = (text: string): string => (text.length > 60 ? `${text.slice(0, 57)}…` : text)

/** Why an element cannot stay; null where it can. */
const activity = (element: Element): string | null => {
  const name = element.local.toLowerCase()
  const active = ACTIVE[name]
  if (active) return active
  if (element.namespace === XHTML_NAMESPACE) return `a web page element <${element.name}>`
  const target = ANIMATIONS.has(name) ? attributeOf(element, 'attributeName')?.trim().toLowerCase() : undefined
  return target && (/^on/.test(target) || target.endsWith('href')) ? 'an animated link or handler' : null
}

/** Functions that may fetch something; quick to look for where most attributes have none. */
const MAY_FETCH = /url|src|image|element|cross-fade|expression/i

type Kind = 'handler' | 'base' | 'link' | 'style' | 'namespace' | 'plain'

const kinds = new Map<string, Kind>()
const MOST_KINDS = 1000

/** What an attribute can do, by its name. */
const kindOf = (name: string): Kind => {
  let kind = kinds.get(name)
  if (kind) return kind
  const local = name.slice(name.indexOf(':') + 1).toLowerCase()
  kind = /^on/.test(local)
    ? 'handler'
    : name.toLowerCase() === 'xml:base'
      ? 'base'
      : local === 'href'
        ? 'link'
        : local === 'style'
          ? 'style'
          : name.startsWith('xmlns')
            ? 'namespace'
            : 'plain'
  if (kinds.size < MOST_KINDS) kinds.set(name, kind)
  return kind
}

/** What an element points to that lies outside of the file. */
const OUTSIDE: Readonly<Record<string, string>> = { a: 'a link to', image: 'a picture from', feImage: 'a picture from' }

class Cleaning {
  readonly edits: Edit[] = []
  readonly removed: Removal[] = []

  constructor(private readonly markup: Markup) {}

  run(): void {
    const { source, instructions, doctype, root } = this.markup
    for (const span of instructions)
      if (/^<\?xml-stylesheet\b/i.test(source.slice(span.start, span.end))) this.take(span, 'a linked style sheet')
    for (const declaration of doctype?.declarations ?? [])
      if (/^<!ATTLIST\b/i.test(declaration.text) && !PLAIN_ATTLIST.test(declaration.text))
        this.take(declaration, 'a default attribute in the DOCTYPE')
    this.element(root)
  }

  private take(span: Span, what: string): void {
    this.edits.push({ start: span.start, end: span.end, text: '' })
    this.removed.push({ what, line: lineOf(this.markup.source, span.start) })
  }

  private element(element: Element): void {
    const active = activity(element)
    if (active) return this.take(element, active)
    for (const attribute of element.attributes) this.attribute(element, attribute)
    if (element.local.toLowerCase() === 'style' && !this.sheet(element)) return
    for (const child of element.children) this.element(child)
  }

  private attribute(element: Element, said: Attribute): void {
    const { name, text } = said
    switch (kindOf(name)) {
      case 'handler':
        return this.take(this.whole(said), `an event handler “${brief(name)}”`)
      case 'base':
        return this.take(this.whole(said), 'a base address')
      case 'style':
        return this.style(said.value, this.whole(said))
      case 'namespace':
        return
      case 'link':
        if (element.namespace === SVG_NAMESPACE && !this.staysInside(element, text))
          return this.take(this.whole(said), `${OUTSIDE[element.local] ?? 'a part from'} ${brief(text.trim())}`)
    }
    const outside = text.includes('\\') || (text.includes('(') && MAY_FETCH.test(text)) ? outsideReference(text) : null
    if (outside !== null) this.take(this.whole(said), `a reference to ${brief(outside)}`)
  }

  /** A picture may bring its pixels along; everything else may only point within the file. */
  private staysInside({ local }: Element, target: string): boolean {
    if (!isInside(target)) return false
    return !/^\s*data:/i.test(target) || local === 'image' || local === 'feImage'
  }

  /** An attribute with the space before it. */
  private whole({ start, end }: Attribute): Span {
    while (/\s/.test(this.markup.source[start - 1] ?? '')) start--
    return { start, end }
  }

  private style(passage: Passage, whole: Span): void {
    if (outsideReference(passage.text) === null && !/behavior|binding/i.test(passage.text)) return
    for (const { property, value } of readDeclarations(passage)) {
      const outside = BINDINGS.has(property) ? property : outsideReference(value.text)
      if (outside === null) continue
      const place = placeOf(value, 0, value.text.length)
      if (!place) return this.take(whole, `a style with a reference to ${brief(outside)}`)
      this.edits.push({ ...place, text: 'none' })
      this.removed.push({ what: `a reference to ${brief(outside)}`, line: lineOf(this.markup.source, place.start) })
    }
  }

  /** Takes out of a style sheet what reaches outside; false where the whole sheet had to go. */
  private sheet(element: Element): boolean {
    const passage = contentOf(element)
    if (outsideReference(passage.text) === null && !/behavior|binding/i.test(passage.text)) return true
    const spans: Array<Span & { outside: string }> = []
    const check = (node: CssNode, text: string | null): boolean => {
      const outside = text === null ? null : outsideReference(text)
      if (outside !== null && node.loc) spans.push({ start: node.loc.start.offset, end: node.loc.end.offset, outside })
      return outside !== null
    }
    const textOf = (node: CssNode): string =>
      node.loc ? passage.text.slice(node.loc.start.offset, node.loc.end.offset) : ''
    walk(
      parse(passage.text, {
        positions: true,
        parseValue: false,
        parseAtrulePrelude: false,
        parseCustomProperty: false,
      }),
      {
        enter(node: CssNode) {
          if (node.type === 'Atrule' && /^(import|font-face)$/i.test(node.name) && check(node, textOf(node)))
            return walk.skip
          if (node.type === 'Declaration' && BINDINGS.has(node.property.toLowerCase())) check(node, 'expression()')
          else if ((node.type === 'Declaration' || node.type === 'Raw') && check(node, textOf(node))) return walk.skip
          return undefined
        },
      },
    )
    const places = spans.map(({ start, end, outside }) => ({ place: placeOf(passage, start, end), outside }))
    const left = edited(
      passage.text,
      spans.map(span => ({ ...span, text: '' })),
    )
    if (places.some(({ place }) => !place) || outsideReference(left) !== null) {
      this.take(element, 'a style sheet that reaches outside the file')
      return false
    }
    for (const { place, outside } of places)
      if (place) this.take(place, `a reference to ${brief(outside)} in a style sheet`)
    return true
  }
}

/**
 * Takes out of an SVG everything that acts or reaches outside of it: scripts, event handlers, foreign objects,
 * embedded pages, links, external pictures, sheets and fonts. What is left is letter for letter as it came; a clean
 * file comes back unchanged. Throws Unreadable for what cannot be read at all.
 */
export const cleanSvg = (source: string): Cleaned => {
  const markup = readMarkup(source)
  const cleaning = new Cleaning(markup)
  cleaning.run()
  const clean = edited(source, cleaning.edits)
  return {
    source: clean,
    markup: clean === source ? markup : readMarkup(clean),
    removed: cleaning.removed.sort((one, other) => one.line - other.line),
  }
}
