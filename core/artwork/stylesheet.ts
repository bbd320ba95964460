import { calculateForAST } from '@bramus/specificity/core'
import { compile, type Options } from 'css-select'
import { generate, parse, tokenize, tokenTypes, walk, type CssNode, type Rule, type SelectorList } from 'css-tree'
import { attributeOf, contentOf, type Element } from './markup'
import { part, type Passage, type Span } from './passage'

/** One declaration of a style sheet or style attribute: its value is a passage of the source. */
export interface Declaration {
  property: string
  value: Passage
  important: boolean
}

/** A rule that can apply to elements, one for each selector of its list. */
interface SheetRule {
  matches: (element: Element) => boolean
  /** Specificity first, place in the file second: the higher wins. */
  rank: readonly [specificity: number, order: number]
  declarations: readonly Declaration[]
}

/** The rules of all sheets of a file, found quickly by what their subject has to be called. */
export interface Sheets {
  byClass: Map<string, SheetRule[]>
  byId: Map<string, SheetRule[]>
  byName: Map<string, SheetRule[]>
  others: SheetRule[]
  count: number
  conditions: Set<string>
}

const siblings = (element: Element): Element[] => (element.parent ? element.parent.children : [element])

const OPTIONS: Options<Element, Element> = {
  xmlMode: true,
  adapter: {
    isTag: (_node): _node is Element => true,
    getAttributeValue: (element, name) => attributeOf(element, name),
    getChildren: element => element.children,
    getName: element => element.local,
    getParent: element => element.parent,
    getSiblings: siblings,
    getText: () => '',
    hasAttrib: (element, name) => attributeOf(element, name) !== undefined,
    removeSubsets: elements => elements,
  },
}

const { Ident, Colon, Semicolon, WhiteSpace, Comment } = tokenTypes
const OPENING: readonly number[] = [
  tokenTypes.Function,
  tokenTypes.LeftParenthesis,
  tokenTypes.LeftSquareBracket,
  tokenTypes.LeftCurlyBracket,
]
const CLOSING: readonly number[] = [
  tokenTypes.RightParenthesis,
  tokenTypes.RightSquareBracket,
  tokenTypes.RightCurlyBracket,
]

/** A declaration by its place in the text that holds it. */
interface Stretch extends Span {
  property: string
  important: boolean
}

const IMPORTANT = /!\s*important\s*$/i
const LEAD = /^(?:\s+|\/\*[^]*?\*\/)/

/** Trims a value to what it says: comments at its ends and `!important` do not belong to it. */
const stretchOf = (text: string, name: string, start: number, end: number): Stretch => {
  const raw = text.slice(start, end)
  const important = raw.includes('!') && IMPORTANT.test(raw)
  let value = important ? raw.replace(IMPORTANT, '') : raw
  let offset = start
  for (let lead = LEAD.exec(value); lead; lead = LEAD.exec(value)) {
    value = value.slice(lead[0].length)
    offset += lead[0].length
  }
  const tail = value.indexOf('/*')
  if (tail > 0) value = value.slice(0, tail)
  return {
    property: name.startsWith('--') ? name : name.toLowerCase(),
    start: offset,
    end: offset + value.trimEnd().length,
    important,
  }
}

const declarationOf = (passage: Passage, { property, start, end, important }: Stretch): Declaration => ({
  property,
  important,
  value: part(passage, start, end),
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
const MOST_KNOWN = 5000

/**
 * The declarations of a style attribute, in order, each value as a passage of the source; only those of the properties
 * wanted, where that is said. What is not a declaration is passed over, as CSS has it.
 */
export const readDeclarations = (
  passage: Passage,
  wanted: (property: string) => boolean = () => true,
): Declaration[] => {
  let stretches = known.get(passage.text)
  if (!stretches) {
    if (known.size >= MOST_KNOWN) known.clear()
    known.set(passage.text, (stretches = stretchesOf(passage.text)))
  }
  return stretches.filter(({ property }) => wanted(property)).map(stretch => declarationOf(passage, stretch))
}

/** What holds of a medium where artwork is judged: in light surroundings, at rest, in color, at any size. */
const MEDIUM: Readonly<Record<string, string>> = {
  'prefers-color-scheme': 'light',
  'prefers-reduced-motion': 'no-preference',
  'prefers-contrast': 'no-preference',
  'forced-colors': 'none',
  'color': '',
  'color-gamut': 'srgb',
  'hover': 'hover',
  'pointer': 'fine',
}

const queryHolds = (query: string): boolean => {
  const not = /^not\s+/.test(query)
  const parts = query
    .replace(/^(?:not|only)\s+/, '')
    .split(/\s+and\s+/)
    .map(part => part.trim())
  const holding = parts.every(part => {
    const feature = /^\(\s*([\w-]+)\s*(?::\s*([\w-]+)\s*)?\)$/.exec(part)
    return feature
      ? MEDIUM[feature[1] as string] !== undefined &&
          (feature[2] === undefined || MEDIUM[feature[1] as string] === feature[2])
      : /^(all|screen|)$/.test(part)
  })
  return holding !== not
}

/** Whether the condition of an at-rule holds where artwork is seen on a screen. */
const holds = (name: string, prelude: string): boolean => {
  if (name === 'supports' || name === 'layer') return true
  if (name !== 'media') return false
  return prelude.split(',').some(query => queryHolds(query.trim().toLowerCase()))
}

const subjectOf = (selector: CssNode): { kind: 'byClass' | 'byId' | 'byName'; name: string } | null => {
  if (selector.type !== 'Selector') return null
  let found: { kind: 'byClass' | 'byId' | 'byName'; name: string } | null = null
  for (const part of selector.children.toArray()) {
    if (part.type === 'Combinator') found = null
    else if (part.type === 'ClassSelector') found = { kind: 'byClass', name: part.name }
    else if (part.type === 'IdSelector' && found?.kind !== 'byClass') found = { kind: 'byId', name: part.name }
    else if (part.type === 'TypeSelector' && part.name !== '*' && !found) found = { kind: 'byName', name: part.name }
  }
  return found
}

const add = (sheets: Sheets, selector: CssNode, rule: SheetRule): void => {
  const subject = subjectOf(selector)
  sheets.count++
  if (!subject) sheets.others.push(rule)
  else {
    const rules = sheets[subject.kind].get(subject.name)
    if (rules) rules.push(rule)
    else sheets[subject.kind].set(subject.name, [rule])
  }
}

const specificityOf = (selector: CssNode): number => {
  const { a, b, c } = calculateForAST(selector)
  return a * 1e6 + b * 1e3 + c
}

const addRule = (sheets: Sheets, passage: Passage, rule: Rule): void => {
  if (rule.prelude.type !== 'SelectorList') return
  const declarations: Declaration[] = []
  for (const node of rule.block.children.toArray()) {
    if (node.type !== 'Declaration' || !node.loc) continue
    const from = passage.text.indexOf(':', node.loc.start.offset) + 1
    declarations.push(declarationOf(passage, stretchOf(passage.text, node.property, from, node.loc.end.offset)))
  }
  if (declarations.length === 0) return
  for (const selector of (rule.prelude as SelectorList).children.toArray()) {
    try {
      add(sheets, selector, {
        matches: compile<Element, Element>(generate(selector), OPTIONS),
        rank: [specificityOf(selector), sheets.count],
        declarations,
      })
    } catch {
      // A selector only a browser in use can answer (:hover, ::before) paints nothing in a drawing at rest.
    }
  }
}

/**
 * Reads the style sheets of a file. A rule that is broken is passed over and the rest holds; rules in conditions other
 * than the screen's are left alone.
 */
export const readSheets = (elements: readonly Element[]): Sheets => {
  const sheets: Sheets = {
    byClass: new Map(),
    byId: new Map(),
    byName: new Map(),
    others: [],
    count: 0,
    conditions: new Set(),
  }
  for (const element of elements) {
    if (element.local !== 'style' || element.content.length === 0) continue
    if (!/^(text\/css)?\s*$/i.test(attributeOf(element, 'type') ?? '')) continue
    const passage = contentOf(element)
    const tree = parse(passage.text, {
      positions: true,
      parseValue: false,
      parseCustomProperty: false,
      onParseError: () => {},
    })
    walk(tree, {
      enter(node: CssNode) {
        if (node.type === 'Atrule' && !holds(node.name.toLowerCase(), node.prelude ? generate(node.prelude) : '')) {
          if (node.name.toLowerCase() === 'media' && node.prelude) sheets.conditions.add(generate(node.prelude))
          return walk.skip
        }
        if (node.type === 'Rule') {
          addRule(sheets, passage, node)
          return walk.skip
        }
        return undefined
      },
    })
  }
  return sheets
}

/** The rules that match an element, in the order in which the later wins. */
export const matchingRules = (sheets: Sheets, element: Element): SheetRule[] => {
  if (sheets.count === 0) return []
  const candidates = [...sheets.others, ...(sheets.byName.get(element.local) ?? [])]
  const id = attributeOf(element, 'id')
  if (id) candidates.push(...(sheets.byId.get(id) ?? []))
  for (const name of (attributeOf(element, 'class') ?? '').split(/\s+/))
    if (name) candidates.push(...(sheets.byClass.get(name) ?? []))
  return candidates
    .filter(rule => rule.matches(element))
    .sort((one, other) => one.rank[0] - other.rank[0] || one.rank[1] - other.rank[1])
}
