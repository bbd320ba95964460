import type { Element, Markup } from './markup'
import type { Addition } from './reading'

/** The elements of a set and all that stand above them. */
const withAncestors = (elements: ReadonlySet<Element>): Set<Element> => {
  const all = new Set<Element>()
  for (const element of elements) for (let at: Element | null = element; at && !all.has(at); at = at.parent) all.add(at)
  return all
}

/**
 * The highest places at which an inherited color nobody wrote can be written for the elements it reaches without
 * reaching any that have to keep it unwritten: the root where nothing is in the way.
 */
export const additionsFor = (
  { root }: Markup,
  property: 'fill' | 'color',
  targets: ReadonlySet<Element>,
  guarded: ReadonlySet<Element>,
): Addition[] => {
  if (guarded.size === 0) return [{ element: root, property }]
  const wanted = withAncestors(targets)
  const barred = withAncestors(guarded)
  const additions: Addition[] = []
  const descend = (element: Element): void => {
    if (!wanted.has(element)) return
    if (!barred.has(element) || targets.has(element)) additions.push({ element, property })
    else for (const child of element.children) descend(child)
  }
  descend(root)
  return additions
}
