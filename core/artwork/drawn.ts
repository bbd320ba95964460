import type { Declared } from './cascade'
import { attributeOf, hrefId, type Element, type Markup } from './markup'

/** What is drawn only where something points to it. */
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
const ONCE = ['mask', 'clip-path'] as const

/** The target of `url(#id)`. */
export const urlTarget = (value: string): string | null => /url\(\s*["']?#([^"')\s]+)/.exec(value)?.[1] ?? null

/** What there is to draw of an element with all it holds and points to: elements, shapes, and corners that markers stand on. */
interface Drawn {
  elements: number
  shapes: number
  corners: number
}

const NOTHING: Drawn = { elements: 0, shapes: 0, corners: 0 }

/** How many corners a shape may have: a generous guess. */
const cornersOf = (element: Element): number =>
  element.local === 'path'
    ? (attributeOf(element, 'd')?.match(/[a-z]|[\d.]\s*[\s,-]/gi)?.length ?? 0)
    : (attributeOf(element, 'points')?.match(/[\s,]+/g)?.length ?? 4)

/**
 * How many elements a renderer draws, those that uses, patterns, markers, masks and clip paths repeat as often as they do: at
 * least as many as there are. Each is counted once, whatever points to it, and what points in a circle counts nothing.
 */
export const drawnIn = (
  { source, elements, root }: Markup,
  declared: (element: Element) => Declared,
  byId: ReadonlyMap<string, Element>,
): number => {
  const counts: Array<Drawn | undefined> = new Array(elements.length)
  const hasMarkers = source.includes('marker')
  const begun = new Uint8Array(elements.length)
  const targetOf = (value: string | undefined): Element | undefined => byId.get(urlTarget(value ?? '') ?? '')

  /** What is drawn for each shape of an element, for each of its corners, and once. */
  const pointedTo = (element: Element): Record<'shapes' | 'corners' | 'once', Element[]> => {
    const said = declared(element)
    const found = { shapes: [] as Element[], corners: [] as Element[], once: [] as Element[] }
    for (const paint of [said.fill, said.stroke]) {
      const server = paint?.kind === 'server' ? byId.get(paint.id) : undefined
      if (server?.local === 'pattern') found.shapes.push(server)
    }
    for (const property of MARKERS) {
      const marker = targetOf(said[property])
      if (marker) found.corners.push(marker)
    }
    for (const property of ONCE) {
      const target = targetOf(said[property])
      if (target) found.once.push(target)
    }
    const used = element.local === 'use' ? byId.get(hrefId(element)) : undefined
    if (used) found.once.push(used)
    return found
  }
  const held = (element: Element): Element[] => element.children.filter(({ local }) => !APART.has(local))
  const of = (element: Element): Drawn => counts[element.index] ?? NOTHING

  const count = (element: Element): Drawn => {
    const isShape = SHAPES.has(element.local)
    const drawn = { elements: 1, shapes: isShape ? 1 : 0, corners: isShape && hasMarkers ? cornersOf(element) : 0 }
    const { shapes, corners, once } = pointedTo(element)
    for (const each of [...held(element), ...once]) {
      const inner = of(each)
      drawn.elements += inner.elements
      drawn.shapes += inner.shapes
      drawn.corners += inner.corners
    }
    for (const each of shapes) drawn.elements += drawn.shapes * of(each).elements
    for (const each of corners) drawn.elements += drawn.corners * of(each).elements
    return drawn
  }

  const open = [root]
  for (let element = open.at(-1); element; element = open.at(-1)) {
    if (counts[element.index]) open.pop()
    else if (begun[element.index]) {
      counts[element.index] = count(element)
      open.pop()
    } else {
      begun[element.index] = 1
      const { shapes, corners, once } = pointedTo(element)
      for (const list of [held(element), shapes, corners, once])
        for (const each of list) if (!begun[each.index]) open.push(each)
    }
  }
  return of(root).elements
}
