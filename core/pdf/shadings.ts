import { functionOf, stitchedFunction, type PdfFunction } from './functions'
import {
  dictOf,
  entryOf,
  lookup,
  numberOf,
  numbersOf,
  PDFName,
  type PDFContext,
  type PDFDict,
  type Value,
} from './objects'
import type { Space, Spaces } from './spaces'
import { isApart, withoutStraight, type Stop } from './stops'

/** A shading whose colors are those of a function of one input (ISO 32000-1, 8.7.4.5). */
export interface ShadingReading {
  dict: PDFDict
  space: Space
  stops: Stop[]
  /** The color beside it, where it is used as a pattern. */
  background: readonly number[] | null
}

/** Number of places at which a curved function is looked at, and the most stops it is read into. */
const SAMPLED = 128
const MAX_STOPS = 256
/** Maximum distance of a stop from the line between its neighbors to count as lying on it, in parts of its component's range. */
const STRAIGHT = 0.006
/** Distance at which a function is looked at before a place where it jumps, in parts of its domain. */
const BEFORE = 1e-6

const rangeOf = ({ kind }: Space): number => (kind === 'lab' ? 100 : 1)

const stopsOf = ({ domain: [from, to], nodes, evaluate }: PdfFunction, space: Space): Stop[] => {
  const places = nodes ?? Array.from({ length: SAMPLED + 1 }, (_, i) => from + (i / SAMPLED) * (to - from))
  const inside = [...new Set([from, ...places.filter(each => each > from && each < to), to])].sort((a, b) => a - b)
  const tolerance = STRAIGHT * rangeOf(space)
  const all = inside.flatMap((at): Stop[] => {
    const values = evaluate([at])
    if (at === from || at === to) return [{ at, values }]
    const before = evaluate([at - BEFORE * (to - from)])
    return isApart(values, before, tolerance)
      ? [
          { at, values: before },
          { at, values },
        ]
      : [{ at, values }]
  })
  return withoutStraight(all, tolerance)
}

/** Reads a shading; null where its colors are not those of a function of one input, or it cannot be read. */
export const readShading = (
  context: PDFContext,
  value: Value,
  spaces: Spaces,
  resources: PDFDict | undefined,
): ShadingReading | null => {
  const dict = dictOf(context, value)
  const space = dict && spaces.of(entryOf(dict, 'ColorSpace'), resources)
  const type = numberOf(lookup(dict, 'ShadingType'))
  if (!dict || !space || type === undefined || type < 2 || !entryOf(dict, 'Function')) return null
  try {
    const stops = stopsOf(functionOf(context, entryOf(dict, 'Function')), space)
    if (stops.length > MAX_STOPS || stops.some(({ values }) => values.length < space.components)) return null
    return { dict, space, stops, background: numbersOf(context, lookup(dict, 'Background')) ?? null }
  } catch {
    return null // a function that cannot be read: the shading stays as it is
  }
}

/** A shading as it is written: its stops and the color beside it in a space, which is given as it stands in a PDF. */
export interface WrittenShading {
  space: Value
  stops: readonly Stop[]
  background: readonly number[] | null
}

/** Writes a shading with other colors: its function becomes straight pieces between its stops. */
export const writeShading = (dict: PDFDict, { space, stops, background }: WrittenShading): void => {
  const { context } = dict
  if (stops[0]!.at === stops[stops.length - 1]!.at) return
  dict.set(PDFName.of('Function'), stitchedFunction(context, stops))
  if (space) dict.set(PDFName.of('ColorSpace'), space)
  if (background) dict.set(PDFName.of('Background'), context.obj([...background]))
}
