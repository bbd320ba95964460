import type { Hex } from '#core/color/convert'
import type { Element, Markup } from './markup'
import { readPaint, type Paint } from './paint'
import type { Passage } from './passage'
import { readDeclarations, type Declaration } from './declarations'
import { matchingRules, type SheetRule, type Sheets } from './stylesheet'

/** The properties that say a color. */
export const COLOR_PROPERTIES = ['fill', 'stroke', 'color', 'stop-color', 'flood-color', 'lighting-color'] as const
export type ColorProperty = (typeof COLOR_PROPERTIES)[number]

/** The initial value of a property; `stroke` then is none. */
export const INITIAL_HEX: Readonly<Record<ColorProperty, Hex>> = {
  'fill': '#000000',
  'stroke': '#000000',
  'color': '#000000',
  'stop-color': '#000000',
  'flood-color': '#000000',
  'lighting-color': '#ffffff',
}

/**
 * The properties taken as they are written: what brings in paint from elsewhere in the file, how opaque a flood is, and
 * what filters compute in.
 */
export const TEXT_PROPERTIES = [
  'filter',
  'marker',
  'marker-start',
  'marker-mid',
  'marker-end',
  'mask',
  'clip-path',
  'flood-opacity',
  'color-interpolation-filters',
] as const
export type TextProperty = (typeof TEXT_PROPERTIES)[number]

/** The properties of style sheets that paint the page behind the drawing, where the root has them; no attributes. */
const BACKGROUND_PROPERTIES = ['background', 'background-color'] as const

/** The declarations of an element itself, before inheritance. */
export type Declared = { readonly [P in ColorProperty]?: Paint } & { readonly [P in TextProperty]?: string } & {
  readonly background?: Paint
  /** The declared custom properties, in layers of which the later win. */
  readonly variables?: readonly Layer[]
}

/** Custom properties by their names. */
type Layer = ReadonlyMap<string, Passage>

const colors: ReadonlySet<string> = new Set(COLOR_PROPERTIES)
const texts: ReadonlySet<string> = new Set(TEXT_PROPERTIES)
const isVariable = (name: string): boolean => name.startsWith('--')
const isColor = (name: string): name is ColorProperty => colors.has(name)
const isBackground = (name: string): boolean => BACKGROUND_PROPERTIES.some(each => each === name)
const isAttribute = (name: string): boolean => colors.has(name) || texts.has(name)
const isSupported = (name: string): boolean => isAttribute(name) || isBackground(name) || isVariable(name)
const isText = (name: string): name is TextProperty => texts.has(name)

type Draft = { [P in ColorProperty]?: Paint } & { [P in TextProperty]?: string } & {
  background?: Paint
  variables?: Array<Map<string, Passage>>
}

const take = (draft: Draft, { property, value }: { property: string; value: Passage }): void => {
  if (isColor(property)) {
    const paint = readPaint(value, property === 'stroke' ? null : INITIAL_HEX[property])
    if (paint) draft[property] = paint
  } else if (isBackground(property)) {
    const paint = readPaint(value, null)
    if (paint) draft.background = paint
  } else if (isText(property)) draft[property] = value.text
  else if (isVariable(property)) (draft.variables ??= [new Map()])[0]?.set(property, value)
}

/** The declarations that are important, or those that are not. */
const draftOf = (rules: ReadonlyArray<readonly Declaration[]>, important: boolean): Draft => {
  const draft: Draft = {}
  for (const declarations of rules)
    for (const declaration of declarations) if (declaration.important === important) take(draft, declaration)
  return draft
}

/** Lays later declarations over earlier ones. */
const overlay = (draft: Draft, { variables, ...later }: Draft): void => {
  Object.assign(draft, later)
  if (variables) draft.variables = [...(draft.variables ?? []), ...variables]
}

const NOTHING: Declared = {}

/**
 * The cascade of a file: the declarations for an element by its attributes, then by style sheets in order of specificity,
 * then by its own `style`, then by everything `!important` in the same order (CSS Cascade 4; presentation attributes
 * as SVG 2 section 6.6). Invalid values are passed over.
 */
export const cascadeOf = ({ elements }: Markup, sheets: Sheets): ((element: Element) => Declared) => {
  const known: Array<Declared | undefined> = new Array(elements.length)
  const drafts = [new WeakMap<readonly SheetRule[], Draft>(), new WeakMap<readonly SheetRule[], Draft>()] as const
  /** The declarations of rules, computed once for a list. */
  const drafted = (rules: readonly SheetRule[], important: boolean): Draft => {
    const done = drafts[important ? 1 : 0]
    let draft = done.get(rules)
    if (!draft) {
      draft = draftOf(
        rules.map(({ declarations }) => declarations),
        important,
      )
      done.set(rules, draft)
    }
    return draft
  }
  const declare = (element: Element): Declared => {
    const draft: Draft = {}
    let style: Declaration[] = []
    for (const attribute of element.attributes) {
      const { name } = attribute
      if (name === 'style') style = readDeclarations(attribute.value, isSupported)
      else if (isAttribute(name)) take(draft, { property: name, value: attribute.value })
    }
    const rules = matchingRules(sheets, element)
    if (rules.length) overlay(draft, drafted(rules, false))
    if (style.length) overlay(draft, draftOf([style], false))
    if (rules.length) overlay(draft, drafted(rules, true))
    if (style.some(({ important }) => important)) overlay(draft, draftOf([style], true))
    for (const any in draft) if (any) return draft
    return NOTHING
  }
  return element => (known[element.index] ??= declare(element))
}
