import type { Declared, TextProperty } from './cascade'
import { attributeOf, hrefId, type Element, type Markup } from './markup'

/** Elements that are drawn only where something points to them. */
const APART = new Set([
  'defs',
  'pattern',
  'marker',
  'mask',
  'clipPath',
  'symbol',
  'filter',
  'metadata',
  'title',
  'desc',
])
const SHAPES = new Set(['path', 'rect', 'circle', 'ellipse', 'polygon', 'polyline', 'line', 'text', 'image'])
/** The properties that put a marker on the corners of a shape. */
export const MARKERS = ['marker', 'marker-start', 'marker-mid', 'marker-end'] as const

/** The target of `url(#id)`. */
export const urlTarget = (value: string): string | null => /url\(\s*["']?#([^"')\s]+)/.exec(value)?.[1] ?? null

/** The references of an element: drawn for each of its shapes, for each of their corners, and once. */
interface Links {
  shapes: readonly Element[]
  corners: readonly Element[]
  once: readonly Element[]
}

/** Number of corners a shape may have: a generous guess. */
const cornersOf = (element: Element): number =>
  element.local === 'path'
    ? (attributeOf(element, 'd')?.match(/[a-z]|[\d.]\s*[\s,-]/gi)?.length ?? 0)
    : (attributeOf(element, 'points')?.match(/[\s,]+/g)?.length ?? 4)

/** The properties that point to what is drawn, and how often that is. */
const POINTING: Readonly<Record<string, keyof Links>> = {
  'fill': 'shapes',
  'stroke': 'shapes',
  ...Object.fromEntries(MARKERS.map(property => [property, 'corners' as const])),
  'mask': 'once',
  'clip-path': 'once',
}

/** The targets of the references of an element; null where it has none, as most have: nothing is made for those. */
const linksOf = (element: Element, declarations: Declared, byId: ReadonlyMap<string, Element>): Links | null => {
  let found: Record<keyof Links, Element[]> | null = null
  const add = (kind: keyof Links, target: Element | undefined): void => {
    if (target) (found ??= { shapes: [], corners: [], once: [] })[kind].push(target)
  }
  // an element has few declarations: they are iterated, rather than looked up by properties it mostly lacks
  for (const property in declarations) {
    const kind = POINTING[property]
    if (kind === undefined) continue
    if (kind !== 'shapes') add(kind, byId.get(urlTarget(declarations[property as TextProperty] ?? '') ?? ''))
    else {
      const paint = declarations[property as 'fill' | 'stroke']
      const server = paint?.kind === 'server' ? byId.get(paint.id) : undefined
      if (server?.local === 'pattern') add(kind, server)
    }
  }
  if (element.local === 'use') add('once', byId.get(hrefId(element)))
  return found
}

/**
 * Number of elements a renderer draws, those that uses, patterns, markers, masks and clip paths repeat as often as they do: at
 * least as many as there are. Each is counted once, whatever points to it, and what points in a circle counts nothing.
 */
export const countDrawn = (
  { source, elements, root }: Markup,
  declared: (element: Element) => Declared,
  byId: ReadonlyMap<string, Element>,
): number => {
  const hasMarkers = source.includes('marker')
  /* The amount to draw of each element with all it holds and points to: elements, shapes, and corners that markers stand on. */
  const all = new Float64Array(elements.length)
  const shapes = new Float64Array(elements.length)
  const corners = new Float64Array(elements.length)
  const visited = new Uint8Array(elements.length)
  const begun = new Uint8Array(elements.length)
  const links: Array<Links | null> = new Array(elements.length)

  /** Counts an element from what it holds and points to; what is not counted yet, itself among it, counts nothing. */
  const count = (element: Element): void => {
    const isShape = SHAPES.has(element.local)
    let drawn = 1
    let shaped = isShape ? 1 : 0
    let cornered = isShape && hasMarkers ? cornersOf(element) : 0
    const take = ({ index }: Element): void => {
      drawn += all[index]!
      shaped += shapes[index]!
      cornered += corners[index]!
    }
    for (const each of element.children) if (!APART.has(each.local)) take(each)
    const pointed = links[element.index]
    if (pointed) {
      pointed.once.forEach(take)
      for (const each of pointed.shapes) drawn += shaped * all[each.index]!
      for (const each of pointed.corners) drawn += cornered * all[each.index]!
    }
    all[element.index] = drawn
    shapes[element.index] = shaped
    corners[element.index] = cornered
  }

  /** An element without children and references is counted at once; all others wait for theirs. */
  const open: Element[] = []
  const meet = (element: Element): void => {
    const { index, children } = element
    if (visited[index]) return
    visited[index] = 1
    links[index] = linksOf(element, declared(element), byId)
    if (children.length || links[index]) open.push(element)
    else count(element)
  }
  meet(root)
  for (let element = open.at(-1); element; element = open.at(-1)) {
    const { index, children } = element
    if (begun[index]) {
      count(element)
      open.pop()
    } else {
      begun[index] = 1
      const pointed = links[index]
      for (const each of children) if (!APART.has(each.local)) meet(each)
      if (pointed) for (const list of [pointed.shapes, pointed.corners, pointed.once]) list.forEach(meet)
    }
  }
  return all[root.index]!
}
