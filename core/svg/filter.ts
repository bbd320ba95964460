import type { Declared } from './cascade'
import { attributeOf, type Element } from './markup'
import { numbersOf } from './colorMatrix'

/** Primitives that have no input. */
const SOURCES = new Set(['feFlood', 'feImage', 'feTurbulence'])

const IDENTITY = [1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0]

/**
 * Returns whether a primitive computes other colors from those it is given. A matrix that changes nothing but alpha does not.
 */
const isComputing = (primitive: Element): boolean => {
  if (primitive.local === 'feComponentTransfer') return true
  if (primitive.local !== 'feColorMatrix') return false
  const numbers = numbersOf(primitive)
  return (
    (attributeOf(primitive, 'type') ?? 'matrix') !== 'matrix' ||
    (numbers.length === 20 && IDENTITY.some((value, i) => value !== numbers[i]))
  )
}

/** The primitives each primitive of a filter takes its picture from (Filter Effects 1, section 9.2). */
const inputsIn = (filter: Element): Map<Element, Element[]> => {
  const named = new Map<string, Element>()
  const inputs = new Map<Element, Element[]>()
  let last: Element | null = null
  for (const primitive of filter.children) {
    const input =
      primitive.local === 'feMerge'
        ? primitive.children.map(node => attributeOf(node, 'in'))
        : [
            attributeOf(primitive, 'in'),
            ...(attributeOf(primitive, 'in2') === undefined ? [] : [attributeOf(primitive, 'in2')]),
          ]
    inputs.set(
      primitive,
      SOURCES.has(primitive.local) ? [] : input.flatMap(name => (name === undefined ? last : named.get(name)) ?? []),
    )
    const result = attributeOf(primitive, 'result')
    if (result) named.set(result, primitive)
    last = primitive
  }
  return inputs
}

/**
 * The primitives of a filter whose colors do not reach the page as they are: a color matrix or a transfer function
 * computes others from them.
 */
export const computedIn = (filter: Element): ReadonlySet<Element> => {
  const inputs = inputsIn(filter)
  const fed = new Set<Element>()
  const waiting = filter.children.filter(isComputing).flatMap(primitive => inputs.get(primitive) ?? [])
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (fed.has(next)) continue
    fed.add(next)
    waiting.push(...(inputs.get(next) ?? []))
  }
  return fed
}

/** Number of elements around a primitive that are asked which color space filters compute in. */
const NEAR = 8

/** True if a primitive of a filter computes in linear light, as it does where nobody says otherwise. */
export const isLinear = (primitive: Element, declared: (element: Element) => Declared): boolean => {
  let at: Element | null = primitive
  for (let n = 0; at && n < NEAR; n++, at = at.parent) {
    const space = declared(at)['color-interpolation-filters']?.trim().toLowerCase()
    if (space && space !== 'inherit') return space !== 'srgb'
  }
  return true
}
