import type { CssNode } from 'css-tree'
import walk from 'css-tree/walker'
import { defaultsIn } from './doctype'
import {
  attributeOf,
  contentOf,
  declaredPrefix,
  readMarkup,
  SVG_NAMESPACE,
  XHTML_NAMESPACE,
  type Attribute,
  type Element,
  type Markup,
} from './markup'
import { isInside, outsideReference } from './outside'
import { applyEdits, linesOf, placeOf, type Edit, type Passage, type Span } from './passage'
import { readDeclarations } from './declarations'
import { sheetTree } from './stylesheet'
import { Unreadable } from './unreadable'

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

const ACTIVE: ReadonlyMap<string, string> = new Map([
  ['script', 'a script'],
  ['foreignobject', 'a foreign object'],
  ['handler', 'a script'],
  ['listener', 'a script'],
  ['iframe', 'an embedded page'],
  ['object', 'an embedded object'],
  ['embed', 'an embedded object'],
  ['audio', 'a sound'],
  ['video', 'a video'],
])
/** Elements of other languages a browser knows too. */
const FOREIGN: ReadonlySet<string> = new Set([XHTML_NAMESPACE, 'http://www.w3.org/1998/Math/MathML'])
const ANIMATIONS = new Set(['animate', 'set', 'animatetransform', 'animatemotion', 'animatecolor'])
const BINDINGS = new Set(['behavior', '-moz-binding'])

/** At-rules that go as a whole where they reach outside. */
const WHOLE: ReadonlySet<string> = new Set(['import', 'font-face', 'property', 'namespace', 'function'])

const brief = (text: string): string => (text.length > 60 ? `${text.slice(0, 57)}…` : text)

/** Why an element cannot stay; null where it can. */
const activity = (element: Element): string | null => {
  const name = element.local.toLowerCase()
  const active = ACTIVE.get(name)
  if (active) return active
  if (FOREIGN.has(element.namespace)) return `a web page element <${element.name}>`
  const target = ANIMATIONS.has(name) ? attributeOf(element, 'attributeName')?.trim().toLowerCase() : undefined
  return target && (/^on/.test(target) || target.endsWith('href')) ? 'an animated link or handler' : null
}

/** Functions that may fetch something; quick to look for where most attributes have none. */
const MAY_FETCH = /url|src|image|element|cross-fade|expression/i

type Kind = 'handler' | 'base' | 'link' | 'opening' | 'style' | 'namespace' | 'plain'

/** Attributes of a link on where it opens, whom it notifies, and what it asks the reader to store. */
const OPENING: ReadonlySet<string> = new Set(['ping', 'target', 'download'])

const kinds = new Map<string, Kind>()
const MAX_KINDS = 1000

/** The kind of an attribute, by its name. */
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
          : declaredPrefix(name) !== null
            ? 'namespace'
            : OPENING.has(local)
              ? 'opening'
              : 'plain'
  if (kinds.size < MAX_KINDS) kinds.set(name, kind)
  return kind
}

/** References of elements to outside of the file. */
const OUTSIDE: ReadonlyMap<string, string> = new Map([
  ['a', 'a link to'],
  ['image', 'a picture from'],
  ['feImage', 'a picture from'],
])

class Cleaning {
  readonly edits: Edit[] = []
  readonly removed: Removal[] = []
  private readonly lineAt: (at: number) => number

  constructor(private readonly markup: Markup) {
    this.lineAt = linesOf(markup.source)
  }

  run(): void {
    const { source, instructions, doctype, root } = this.markup
    for (const span of [...(doctype?.instructions ?? []), ...instructions])
      if (/^<\?xml-stylesheet\b/i.test(source.slice(span.start, span.end))) this.take(span, 'a linked style sheet')
    for (const declaration of doctype?.declarations ?? [])
      if (!defaultsIn(declaration)?.every(({ name }) => declaredPrefix(name) !== null))
        this.take(declaration, 'a default attribute in the DOCTYPE')
    this.element(root)
  }

  private take(span: Span, what: string): void {
    this.edits.push({ start: span.start, end: span.end, text: '' })
    this.removed.push({ what, line: this.lineAt(span.start) })
  }

  private element(element: Element): void {
    const active = activity(element)
    if (active) return this.take(element, active)
    for (const attribute of element.attributes) this.attribute(element, attribute)
    if (element.local.toLowerCase() === 'style' && !this.sheet(element)) return
    for (const child of element.children) this.element(child)
  }

  private attribute(element: Element, attribute: Attribute): void {
    const { name, text } = attribute
    switch (kindOf(name)) {
      case 'handler':
        return this.take(this.whole(attribute), `an event handler “${brief(name)}”`)
      case 'base':
        return this.take(this.whole(attribute), 'a base address')
      case 'style':
        return this.style(attribute.value, this.whole(attribute))
      case 'namespace':
        return
      case 'opening':
        if (element.namespace === SVG_NAMESPACE)
          return this.take(this.whole(attribute), `a link target (“${brief(name)}”)`)
        break
      case 'link':
        if (element.namespace === SVG_NAMESPACE && !this.staysInside(element, text))
          return this.take(
            this.whole(attribute),
            `${OUTSIDE.get(element.local) ?? 'a part from'} ${brief(text.trim())}`,
          )
    }
    const outside = text.includes('\\') || (text.includes('(') && MAY_FETCH.test(text)) ? outsideReference(text) : null
    if (outside !== null) this.take(this.whole(attribute), `a reference to ${brief(outside)}`)
  }

  /** A picture may bring its pixels along; everything else may only point within the file, a link to a part of it. */
  private staysInside({ local }: Element, target: string): boolean {
    if (!isInside(target) || (local === 'a' && !/^\s*#/.test(target))) return false
    return !/^\s*data:/i.test(target) || local === 'image' || local === 'feImage'
  }

  /** An attribute with the space before it. */
  private whole({ start, end }: Attribute): Span {
    while (/\s/.test(this.markup.source[start - 1] ?? '')) start--
    return { start, end }
  }

  private style(passage: Passage, whole: Span): void {
    const first = outsideReference(passage.text)
    if (first === null && !/behavior|binding/i.test(passage.text)) return
    const found = readDeclarations(passage).flatMap(({ property, value, span }) => {
      const outside = BINDINGS.has(property) ? property : outsideReference(value.text)
      return outside === null ? [] : [{ ...span, text: 'none', outside, place: placeOf(value, 0, value.text.length) }]
    })
    // what only a browser takes for a declaration may be left: then all of it goes
    const left = outsideReference(applyEdits(passage.text, found)) ?? (found.some(({ place }) => !place) ? first : null)
    if (left !== null) return this.take(whole, `a style with a reference to ${brief(left)}`)
    for (const { place, outside } of found) {
      if (!place) continue
      this.edits.push({ ...place, text: 'none' })
      this.removed.push({ what: `a reference to ${brief(outside)}`, line: this.lineAt(place.start) })
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
    walk(sheetTree(passage.text, { parseAtrulePrelude: false }), {
      enter(node: CssNode) {
        if (node.type === 'Atrule' && WHOLE.has(node.name.toLowerCase()) && check(node, textOf(node))) return walk.skip
        if (node.type === 'Declaration' && BINDINGS.has(node.property.toLowerCase())) check(node, 'expression()')
        else if ((node.type === 'Declaration' || node.type === 'Raw') && check(node, textOf(node))) return walk.skip
        return undefined
      },
    })
    const places = spans.map(({ start, end, outside }) => ({ place: placeOf(passage, start, end), outside }))
    const left = applyEdits(
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

/** Maximum number of times that clean markup is checked again, as long as something is found. */
const MAX_ROUNDS = 4

/**
 * Takes out of an SVG everything that acts or reaches outside of it: scripts, event handlers, foreign objects,
 * embedded pages, links, external pictures, sheets and fonts. What is left is letter for letter as it came; a clean
 * file comes back unchanged. Throws Unreadable for what cannot be read at all.
 */
export const cleanSvg = (source: string): Cleaned => {
  let markup = readMarkup(source)
  let removed: Removal[] = []
  for (let round = 0; round < MAX_ROUNDS; round++) {
    const cleaning = new Cleaning(markup)
    cleaning.run()
    if (cleaning.edits.length === 0) return { source: markup.source, markup, removed }
    removed = removed.concat(cleaning.removed.sort((one, other) => one.line - other.line))
    markup = readMarkup(applyEdits(markup.source, cleaning.edits))
  }
  throw new Unreadable('The file has active content that can’t be removed.')
}
