import type { Declared } from './cascade'
import type { Element } from './markup'
import { readPaint, type Paint } from './paint'
import type { Passage } from './passage'

/**
 * The custom properties that reach an element: those it says, in layers of which the later win, and those further
 * out.
 */
interface Variables {
  id: number
  declared: ReadonlyArray<ReadonlyMap<string, Passage>>
  outer: Variables | null
}

/** The value of a custom property in a scope, and the scope it was declared in. */
const findVariable = (variables: Variables, name: string): { value: Passage; at: Variables } | null => {
  for (let at: Variables | null = variables; at; at = at.outer)
    for (let layer = at.declared.length - 1; layer >= 0; layer--) {
      const value = at.declared[layer]?.get(name)
      if (value) return { value, at }
    }
  return null
}

/** The inherited values of an element: the paint that reaches it and where it was declared, and the custom properties. */
export type Inherited = { [P in 'fill' | 'stroke' | 'color']: Paint } & { variables: Variables }

/** The values that reach the root. */
export const INITIAL: Inherited = {
  fill: { kind: 'initial' },
  stroke: { kind: 'none' },
  color: { kind: 'initial' },
  variables: { id: 0, declared: [], outer: null },
}

/** Maximum number of custom properties that lead to one another. */
const MAX_HOPS = 16

/**
 * The value of a custom property where it is used (CSS Custom Properties 1, section 3): null, as if nothing was declared,
 * where it has no value and no fallback.
 */
export const lookUp = (paint: Paint, variables: Variables, hops = 0): Paint | null => {
  if (paint.kind !== 'variable') return paint
  const found = hops < MAX_HOPS ? findVariable(variables, paint.name) : null
  if (!found) return paint.fallback && lookUp(paint.fallback, variables, hops)
  const value = readPaint(found.value, null)
  return value && lookUp(value, found.at, hops + 1)
}

/** The paint of an element, from its own declaration and the inherited one. */
const inheritPaint = (own: Paint | undefined, outer: Paint, variables: Variables): Paint => {
  const paint = own?.kind === 'variable' ? lookUp(own, variables) : own
  return !paint || paint.kind === 'inherit' ? outer : paint
}

/** Inheritance from element to element. */
export class Inheritance {
  private readonly inheritedBy = new Map<Element, Inherited>()
  private scopes = 0

  constructor(private readonly declared: (element: Element) => Declared) {}

  /** The values that reach the children of an element, given those that reach the element. */
  within(element: Element, inherited: Inherited): Inherited {
    const { fill, stroke, color, variables: own } = this.declared(element)
    if (!fill && !stroke && !color && !own) return inherited
    const variables = own ? { id: ++this.scopes, declared: own, outer: inherited.variables } : inherited.variables
    const ownColor = color?.kind === 'current' ? inherited.color : inheritPaint(color, inherited.color, variables)
    return {
      fill: inheritPaint(fill, inherited.fill, variables),
      stroke: inheritPaint(stroke, inherited.stroke, variables),
      color: ownColor.kind === 'current' ? inherited.color : ownColor,
      variables,
    }
  }

  /** The values that reach an element where it stands in the file. */
  at(element: Element): Inherited {
    if (!element.parent) return INITIAL
    let known = this.inheritedBy.get(element.parent)
    if (!known) this.inheritedBy.set(element.parent, (known = this.within(element.parent, this.at(element.parent))))
    return known
  }
}
