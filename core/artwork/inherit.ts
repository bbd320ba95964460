import type { Declared } from './cascade'
import type { Element } from './markup'
import { readPaint, type Paint } from './paint'
import type { Passage } from './passage'

/** The custom properties that reach an element, each with those that reached where it was said. */
interface Variables {
  id: number
  said: ReadonlyMap<string, { value: Passage; at: Variables }>
}

/** What an element inherits: the paint that reaches it and where it was said, and the custom properties. */
export type Inherited = { [P in 'fill' | 'stroke' | 'color']: Paint } & { variables: Variables }

/** What reaches the root. */
export const INITIAL: Inherited = {
  fill: { kind: 'initial' },
  stroke: { kind: 'none' },
  color: { kind: 'initial' },
  variables: { id: 0, said: new Map() },
}

/** How many custom properties may lead to one another. */
const MOST_HOPS = 16

/**
 * What a custom property means where it is used (CSS Custom Properties 1, section 3): null, as if nothing was said,
 * where it has no value and no fallback.
 */
export const lookUp = (paint: Paint, variables: Variables, hops = 0): Paint | null => {
  if (paint.kind !== 'variable') return paint
  const found = hops < MOST_HOPS ? variables.said.get(paint.name) : undefined
  if (!found) return paint.fallback && lookUp(paint.fallback, variables, hops)
  const value = readPaint(found.value, null)
  return value && lookUp(value, found.at, hops + 1)
}

/** What an element has of what it says itself and what reaches it. */
const reach = (own: Paint | undefined, outer: Paint, variables: Variables): Paint => {
  const paint = own?.kind === 'variable' ? lookUp(own, variables) : own
  return !paint || paint.kind === 'inherit' ? outer : paint
}

/** What is inherited from element to element. */
export class Inheritance {
  private readonly inheritedBy = new Map<Element, Inherited>()
  private scopes = 0

  constructor(private readonly declared: (element: Element) => Declared) {}

  /** What reaches the children of an element, given what reaches the element. */
  within(element: Element, inherited: Inherited): Inherited {
    const { fill, stroke, color, variables: said } = this.declared(element)
    if (!fill && !stroke && !color && !said) return inherited
    const variables = said ? this.variablesWithin(said, inherited.variables) : inherited.variables
    const ownColor = color?.kind === 'current' ? inherited.color : reach(color, inherited.color, variables)
    return {
      fill: reach(fill, inherited.fill, variables),
      stroke: reach(stroke, inherited.stroke, variables),
      color: ownColor.kind === 'current' ? inherited.color : ownColor,
      variables,
    }
  }

  /** What reaches an element where it stands in the file. */
  at(element: Element): Inherited {
    if (!element.parent) return INITIAL
    let known = this.inheritedBy.get(element.parent)
    if (!known) this.inheritedBy.set(element.parent, (known = this.within(element.parent, this.at(element.parent))))
    return known
  }

  private variablesWithin(said: ReadonlyMap<string, Passage>, outer: Variables): Variables {
    const own = new Map(outer.said)
    const variables = { id: ++this.scopes, said: own }
    for (const [name, value] of said) own.set(name, { value, at: variables })
    return variables
  }
}
