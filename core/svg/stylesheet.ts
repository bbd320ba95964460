import { calculateForAST } from '@bramus/specificity/core'
import { compile, type Options } from 'css-select'
import type { CssNode, Rule, Selector, SelectorList } from 'css-tree'
import generate from 'css-tree/generator'
import parse from 'css-tree/parser'
import walk from 'css-tree/walker'
import { depthOf } from './cssDepth'
import { declarationOf, stretchOf, type Declaration } from './declarations'
import { Effort } from './effort'
import { attributeOf, contentOf, type Element } from './markup'
import type { Passage } from './passage'
import { Unreadable } from './unreadable'

/** A rule that can apply to elements, one for each selector of its list. */
export interface SheetRule {
  /** The condition to check beside name, id and classes of an element; null where nothing has. */
  asks: ((element: Element) => boolean) | null
  subject: Subject
  /** Specificity first, place in the file second: the higher wins. */
  rank: readonly [specificity: number, order: number]
  declarations: readonly Declaration[]
}

/** The names an element needs for a selector to match: its name, its id, and its classes. */
interface Subject {
  name: string | null
  id: string | null
  classes: readonly string[]
}

/** The style sheets of a file, their rules found quickly by what their subject has to be called. */
export interface Sheets {
  byClass: Map<string, SheetRule[]>
  byId: Map<string, SheetRule[]>
  byName: Map<string, SheetRule[]>
  others: SheetRule[]
  count: number
  /** The classes they ask for anywhere. */
  asked: Set<string>
  hasQuestions: boolean
  conditions: Set<string>
  /** True if there are selectors too long to be followed. */
  isPassedOver: boolean
  /** Remaining effort for finding rules by names and for checking elements. */
  lookups: Effort
  questions: Effort
  /** The rules without questions that hold for elements that are called alike. */
  alike: Map<string, SheetRule[]>
}

/** Maximum depth of rules, conditions and brackets in a style sheet. */
const DEEPEST_SHEET = 100

/**
 * A style sheet taken apart, as far as asked for, each piece with its place. What is broken is passed over. Throws Unreadable where
 * rules and brackets stand more than 100 deep.
 */
export const sheetTree = (css: string, { parseAtrulePrelude = true } = {}): CssNode => {
  if (depthOf(css) > DEEPEST_SHEET)
    throw new Unreadable(`A style sheet of the file is nested more than ${DEEPEST_SHEET} deep; no drawing needs that.`)
  return parse(css, {
    positions: true,
    parseValue: false,
    parseCustomProperty: false,
    parseAtrulePrelude,
    onParseError: () => {},
  })
}

/** The tree navigation of selectors; every step counts. */
const optionsWith = (effort: Effort): Options<Element, Element> => {
  const counted = (elements: Element[]): Element[] => {
    effort.spend(elements.length + 1)
    return elements
  }
  return {
    xmlMode: true,
    adapter: {
      isTag: (_node): _node is Element => true,
      getAttributeValue: (element, name) => {
        effort.spend(1)
        return attributeOf(element, name)
      },
      getChildren: element => counted(element.children),
      getName: element => element.local,
      getParent: element => {
        effort.spend(1)
        return element.parent
      },
      getSiblings: element => counted(element.parent ? element.parent.children : [element]),
      getText: () => '',
      hasAttrib: (element, name) => {
        effort.spend(1)
        return attributeOf(element, name) !== undefined
      },
      removeSubsets: elements => elements,
    },
  }
}

/** The media features under which artwork is judged: in light surroundings, at rest, in color, at any size. */
const MEDIUM: ReadonlyMap<string, string> = new Map([
  ['prefers-color-scheme', 'light'],
  ['prefers-reduced-motion', 'no-preference'],
  ['prefers-contrast', 'no-preference'],
  ['forced-colors', 'none'],
  ['color', ''],
  ['color-gamut', 'srgb'],
  ['hover', 'hover'],
  ['pointer', 'fine'],
])

const mediaMatches = (query: string): boolean => {
  const not = /^not\s+/.test(query)
  const parts = query
    .replace(/^(?:not|only)\s+/, '')
    .split(/\s+and\s+/)
    .map(part => part.trim())
  const holding = parts.every(part => {
    const feature = /^\(\s*([\w-]+)\s*(?::\s*([\w-]+)\s*)?\)$/.exec(part)
    const holding = MEDIUM.get(feature?.[1] ?? '')
    return feature
      ? holding !== undefined && (feature[2] === undefined || holding === feature[2])
      : /^(all|screen|)$/.test(part)
  })
  return holding !== not
}

/** The longest condition that is looked into, in characters. */
const MAX_CONDITION_LENGTH = 1000

/** Returns whether the condition of an at-rule holds where artwork is seen on a screen. */
const conditionMatches = (name: string, prelude: string): boolean => {
  if (name === 'supports' || name === 'layer') return true
  if (name !== 'media' || prelude.length > MAX_CONDITION_LENGTH) return false
  return prelude.split(',').some(query => mediaMatches(query.trim().toLowerCase()))
}

/** The names an element needs for a selector to match, and whether that is all it asks. */
const subjectOf = (selector: Selector): Subject & { isAll: boolean } => {
  let name: string | null = null
  let id: string | null = null
  let classes: string[] = []
  let isAll = true
  for (const part of selector.children.toArray()) {
    if (part.type === 'Combinator') {
      isAll = false
      ;[name, id, classes] = [null, null, []]
    } else if (part.type === 'ClassSelector') classes.push(part.name)
    else if (part.type === 'IdSelector' && id === null) id = part.name
    else if (part.type === 'TypeSelector' && name === null) name = part.name === '*' ? null : part.name
    else isAll = false
  }
  return { name, id, classes, isAll }
}

/** The key of a rule by its subject: its most selective part. */
const shelfOf = (sheets: Sheets, { name, id, classes }: Subject): SheetRule[] => {
  const [shelf, key] =
    id !== null
      ? [sheets.byId, id]
      : classes.length
        ? [sheets.byClass, classes.at(-1) as string]
        : [sheets.byName, name]
  if (key === null) return sheets.others
  const rules = shelf.get(key) ?? []
  shelf.set(key, rules)
  return rules
}

const specificityOf = (selector: CssNode): number => {
  const { a, b, c } = calculateForAST(selector)
  return a * 1e6 + b * 1e3 + c
}

/** Maximum number of parts of a selector. */
const MAX_SELECTOR_LENGTH = 100

const addRule = (sheets: Sheets, passage: Passage, rule: Rule, options: Options<Element, Element>): void => {
  if (rule.prelude.type !== 'SelectorList') return
  const declarations: Declaration[] = []
  for (const node of rule.block.children.toArray()) {
    if (node.type !== 'Declaration' || !node.loc) continue
    const from = passage.text.indexOf(':', node.loc.start.offset) + 1
    declarations.push(declarationOf(passage, stretchOf(passage.text, node.property, from, node.loc.end.offset)))
  }
  if (declarations.length === 0) return
  for (const selector of (rule.prelude as SelectorList).children.toArray()) {
    if (selector.type !== 'Selector') continue
    if (selector.children.size > MAX_SELECTOR_LENGTH) {
      sheets.isPassedOver = true
      continue
    }
    const { isAll, ...subject } = subjectOf(selector)
    try {
      for (const name of subject.classes) sheets.asked.add(name)
      if (!isAll) sheets.hasQuestions = true
      shelfOf(sheets, subject).push({
        asks: isAll ? null : compile<Element, Element>(generate(selector), options),
        subject,
        rank: [specificityOf(selector), sheets.count++],
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
    asked: new Set(),
    hasQuestions: false,
    conditions: new Set(),
    isPassedOver: false,
    lookups: new Effort(elements.length),
    questions: new Effort(elements.length),
    alike: new Map(),
  }
  const options = optionsWith(sheets.questions)
  for (const element of elements) {
    if (element.local !== 'style' || element.content.length === 0) continue
    if (!/^(text\/css)?\s*$/i.test(attributeOf(element, 'type') ?? '')) continue
    const passage = contentOf(element)
    walk(sheetTree(passage.text), {
      enter(node: CssNode) {
        if (
          node.type === 'Atrule' &&
          !conditionMatches(node.name.toLowerCase(), node.prelude ? generate(node.prelude) : '')
        ) {
          if (node.name.toLowerCase() === 'media' && node.prelude) sheets.conditions.add(generate(node.prelude))
          return walk.skip
        }
        if (node.type === 'Rule') {
          addRule(sheets, passage, node, options)
          return walk.skip
        }
        return undefined
      },
    })
  }
  return sheets
}

/**
 * The names of its classes that sheets ask for, and its id where they do: what tells it from elements treated alike.
 */
const marksOf = (sheets: Sheets, element: Element): { id: string | null; classes: string[] } => {
  const id = attributeOf(element, 'id')
  const classes = attributeOf(element, 'class')
  return {
    id: id !== undefined && sheets.byId.has(id) ? id : null,
    classes: classes ? [...new Set(classes.split(/\s+/).filter(name => sheets.asked.has(name)))] : [],
  }
}

const inOrder = (rules: SheetRule[]): SheetRule[] =>
  rules.sort((one, other) => one.rank[0] - other.rank[0] || one.rank[1] - other.rank[1])

/** The rules on the shelves of an element, with questions or without. */
const candidatesFor = (
  sheets: Sheets,
  { local }: Element,
  { id, classes }: { id: string | null; classes: readonly string[] },
): SheetRule[][] =>
  [
    sheets.others,
    sheets.byName.get(local),
    id === null ? undefined : sheets.byId.get(id),
    ...classes.map(name => sheets.byClass.get(name)),
  ].flatMap(rules => (rules ? [rules] : []))

/**
 * Returns whether more was asked of the style sheets than they may ask for, so that some of their rules were passed
 * over.
 */
export const isTooMuch = ({ isPassedOver, lookups, questions }: Sheets): boolean =>
  isPassedOver || lookups.isSpent || questions.isSpent

const NO_RULES: SheetRule[] = []

/**
 * The rules that match an element, in the order in which the later wins; the same list for elements called alike, where
 * nothing else is asked. Where more was looked up than a drawing may ask for, rules are passed over (`isTooMuch`).
 */
export const matchingRules = (sheets: Sheets, element: Element): readonly SheetRule[] => {
  if (sheets.count === 0) return NO_RULES
  const marks = marksOf(sheets, element)
  const called = new Set(marks.classes)
  const shelves = candidatesFor(sheets, element, marks)
  const fits = ({ subject: { name, id, classes } }: SheetRule): boolean =>
    (name === null || name === element.local) &&
    (id === null || id === marks.id) &&
    classes.every(each => called.has(each))
  const key = `${element.local}#${marks.id ?? ''}.${marks.classes.join('.')}`
  let plain = sheets.alike.get(key)
  if (!plain) {
    plain = sheets.lookups.within(() => {
      for (const { length } of shelves) sheets.lookups.spend(length)
      return inOrder(shelves.flatMap(rules => rules.filter(rule => !rule.asks && fits(rule))))
    }, NO_RULES)
    sheets.alike.set(key, plain)
  }
  const known = plain
  if (!sheets.hasQuestions) return known
  return sheets.questions.within<readonly SheetRule[]>(() => {
    const asking = shelves.flatMap(rules => {
      sheets.questions.spend(rules.length)
      return rules.filter(rule => rule.asks && fits(rule) && rule.asks(element))
    })
    if (!asking.length) return known
    const all = known.concat(asking)
    sheets.questions.spend(all.reduce((sum, { declarations }) => sum + declarations.length, all.length))
    return inOrder(all)
  }, known)
}
