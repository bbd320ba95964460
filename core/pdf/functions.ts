import { clamp } from '#core/math/clamp'
import { parseCalculator, runCalculator } from './calculator'
import {
  contentOf,
  dictOf,
  elementsOf,
  lookup,
  numberOf,
  numbersOf,
  PDFArray,
  resolve,
  type PDFContext,
  type PDFDict,
  type Value,
} from './objects'
import type { Stop } from './stops'

/** A function of PDF (ISO 32000-1, 7.10). */
export interface PdfFunction {
  /** Its outputs for inputs; both within the ranges it declares. */
  evaluate: (inputs: readonly number[]) => number[]
  /** The domain of its first input. */
  domain: readonly [number, number]
  /**
   * The inputs between which a function of one input is straight, from one end of its domain to the other; null where it
   * is curved.
   */
  nodes: readonly number[] | null
}

/** Maximum number of samples of a sampled function, of its inputs, and of nested functions. */
const MAX_SAMPLES = 4_000_000
const MAX_INPUTS = 8
const MAX_DEPTH = 8
const MAX_PARTS = 2000

const pairsOf = (numbers: readonly number[] | undefined): Array<[number, number]> =>
  Array.from({ length: Math.floor((numbers?.length ?? 0) / 2) }, (_, i) => [numbers![2 * i]!, numbers![2 * i + 1]!])

const within = (values: readonly number[], ranges: ReadonlyArray<readonly [number, number]>): number[] =>
  values.map((value, i) => {
    const range = ranges[i]
    return range ? clamp(value, Math.min(...range), Math.max(...range)) : value
  })

/** The value that lies as far between two outputs as another does between two inputs. */
const interpolate = (
  value: number,
  [from, to]: readonly [number, number],
  [low, high]: readonly [number, number],
): number => (to === from ? low : low + ((value - from) * (high - low)) / (to - from))

/** The samples of a sampled function, each in [0, 1]. */
const samplesOf = (bytes: Uint8Array, bits: number, count: number): Float64Array => {
  const all = new Float64Array(count)
  const full = 2 ** bits - 1
  let [buffer, held, at] = [0, 0, 0]
  for (let i = 0; i < count; i++) {
    if (bits === 32) {
      all[i] = (((bytes[at]! << 24) | (bytes[at + 1]! << 16) | (bytes[at + 2]! << 8) | bytes[at + 3]!) >>> 0) / full
      at += 4
      continue
    }
    while (held < bits) {
      buffer = ((buffer << 8) | (bytes[at++] ?? 0)) & 0x3fffffff
      held += 8
    }
    held -= bits
    all[i] = ((buffer >> held) & full) / full
    buffer &= (1 << held) - 1
  }
  return all
}

/** A sampled function: straight between its nearest samples along each input (ISO 32000-1, 7.10.2). */
const sampled = (context: PDFContext, value: Value, domain: Array<[number, number]>): PdfFunction => {
  const dict = dictOf(context, value)!
  const size = numbersOf(context, lookup(dict, 'Size')) ?? []
  const range = pairsOf(numbersOf(context, lookup(dict, 'Range')))
  const bits = numberOf(lookup(dict, 'BitsPerSample')) ?? 0
  const bytes = contentOf(resolve(context, value))
  const count = size.reduce((product, each) => product * each, range.length)
  if (!bytes || ![1, 2, 4, 8, 12, 16, 24, 32].includes(bits))
    throw new RangeError('The function has no samples that can be read.')
  if (!(count > 0 && count <= MAX_SAMPLES) || size.length !== domain.length || size.length > MAX_INPUTS)
    throw new RangeError('The function has too many samples.')
  const samples = samplesOf(bytes, bits, count)
  const encode = pairsOf(numbersOf(context, lookup(dict, 'Encode')))
  const decode = pairsOf(numbersOf(context, lookup(dict, 'Decode')))
  const encodeOf = (i: number): [number, number] => encode[i] ?? [0, size[i]! - 1]
  const evaluate = (inputs: readonly number[]): number[] => {
    const places = within(inputs, domain).map((input, i) =>
      clamp(interpolate(input, domain[i]!, encodeOf(i)), 0, size[i]! - 1),
    )
    const outputs = range.map(() => 0)
    for (let corner = 0; corner < 2 ** places.length; corner++) {
      let [weight, at, stride] = [1, 0, 1]
      places.forEach((place, axis) => {
        const low = Math.min(Math.floor(place), Math.max(0, size[axis]! - 2))
        const up = (corner >> axis) & 1
        weight *= up ? place - low : 1 - (place - low)
        at += Math.min(low + up, size[axis]! - 1) * stride
        stride *= size[axis]!
      })
      if (weight) outputs.forEach((sum, j) => (outputs[j] = sum + weight * samples[at * range.length + j]!))
    }
    return within(
      outputs.map((value_, j) => interpolate(value_, [0, 1], decode[j] ?? range[j]!)),
      range,
    )
  }
  const [first] = domain as [[number, number]]
  const steps = size[0]!
  return {
    ...{ evaluate, domain: first },
    nodes:
      size.length === 1 && steps > 1
        ? Array.from({ length: steps }, (_, i) => interpolate(i, encodeOf(0), first)).filter(
            each => each >= Math.min(...first) && each <= Math.max(...first),
          )
        : null,
  }
}

/** An exponential function; straight where its exponent is 1 (ISO 32000-1, 7.10.3). */
const exponential = (context: PDFContext, value: Value, domain: Array<[number, number]>): PdfFunction => {
  const dict = dictOf(context, value)
  const low = numbersOf(context, lookup(dict, 'C0')) ?? [0]
  const high = numbersOf(context, lookup(dict, 'C1')) ?? [1]
  const exponent = numberOf(lookup(dict, 'N')) ?? 1
  const range = pairsOf(numbersOf(context, lookup(dict, 'Range')))
  const [first] = domain as [[number, number]]
  return {
    ...{ domain: first, nodes: exponent === 1 ? first : null },
    evaluate: inputs => {
      const [input = 0] = within(inputs, domain)
      const part = exponent === 1 ? input : input ** exponent
      return within(
        low.map((each, i) => each + part * ((high[i] ?? 0) - each)),
        range,
      )
    },
  }
}

/** Functions of one input one after the other (ISO 32000-1, 7.10.4). */
const stitched = (context: PDFContext, value: Value, domain: Array<[number, number]>, depth: number): PdfFunction => {
  const dict = dictOf(context, value)
  const parts = elementsOf(context, lookup(dict, 'Functions'))
  if (!parts.length || parts.length > MAX_PARTS) throw new RangeError('The function has too many parts.')
  const functions = parts.map(part => single(context, part, depth + 1))
  const [first] = domain as [[number, number]]
  const bounds = [first[0], ...(numbersOf(context, lookup(dict, 'Bounds')) ?? []), first[1]]
  const encode = pairsOf(numbersOf(context, lookup(dict, 'Encode')))
  const range = pairsOf(numbersOf(context, lookup(dict, 'Range')))
  const spanOf = (part: number): [number, number] => [bounds[part] ?? first[0], bounds[part + 1] ?? first[1]]
  const encodeOf = (part: number): [number, number] => encode[part] ?? [0, 1]
  const nodes = functions.map(({ nodes: own }, part) =>
    own?.map(each => interpolate(each, encodeOf(part), spanOf(part))).sort((one, other) => one - other),
  )
  return {
    domain: first,
    nodes: nodes.every(own => own !== undefined) ? [...new Set(nodes.flat() as number[])] : null,
    evaluate: inputs => {
      const [input = 0] = within(inputs, domain)
      const next = bounds.findIndex((bound, i) => i > 0 && i < functions.length && input < bound)
      const part = next < 0 ? functions.length - 1 : next - 1
      return within(functions[part]!.evaluate([interpolate(input, spanOf(part), encodeOf(part))]), range)
    },
  }
}

const calculated = (context: PDFContext, value: Value, domain: Array<[number, number]>): PdfFunction => {
  const bytes = contentOf(resolve(context, value))
  if (!bytes) throw new RangeError('The function has no program that can be read.')
  const program = parseCalculator(new TextDecoder('iso-8859-1').decode(bytes))
  const range = pairsOf(numbersOf(context, lookup(dictOf(context, value), 'Range')))
  return {
    ...{ domain: domain[0]!, nodes: null },
    evaluate: inputs => {
      const stack = runCalculator(program, within(inputs, domain))
      return within(stack.slice(-range.length), range)
    },
  }
}

const single = (context: PDFContext, value: Value, depth: number): PdfFunction => {
  const dict = dictOf(context, value)
  const domain = pairsOf(numbersOf(context, lookup(dict, 'Domain')))
  if (!dict || !domain.length || depth > MAX_DEPTH) throw new RangeError('It is no function.')
  const type = numberOf(lookup(dict, 'FunctionType'))
  if (type === 0) return sampled(context, value, domain)
  if (type === 2) return exponential(context, value, domain)
  if (type === 3) return stitched(context, value, domain, depth)
  if (type === 4) return calculated(context, value, domain)
  throw new RangeError('It is no function.')
}

/**
 * Reads a function, or an array of functions of the same inputs with one output each. Throws RangeError or SyntaxError for what is
 * none.
 */
export const functionOf = (context: PDFContext, value: Value): PdfFunction => {
  const object = resolve(context, value)
  if (!(object instanceof PDFArray)) return single(context, object, 0)
  const functions = elementsOf(context, object).map(each => single(context, each, 0))
  const [first] = functions
  if (!first || functions.length > 32) throw new RangeError('It is no function.')
  const nodes = functions.map(each => each.nodes)
  return {
    domain: first.domain,
    nodes: nodes.every(each => each !== null)
      ? [...new Set((nodes as number[][]).flat())].sort((one, other) => one - other)
      : null,
    evaluate: inputs => functions.map(({ evaluate }) => evaluate(inputs)[0] ?? 0),
  }
}

/** A function that is straight between stops, which stand in order; two at one place make it jump. */
export const stitchedFunction = (context: PDFContext, stops: readonly Stop[]): PDFDict => {
  const pieces = stops.slice(1).flatMap((to, i) => (to.at > stops[i]!.at ? [{ from: stops[i]!, to }] : []))
  const parts = pieces.map(({ from, to }) =>
    context.obj({ FunctionType: 2, Domain: [0, 1], C0: [...from.values], C1: [...to.values], N: 1 }),
  )
  return context.obj({
    ...{ FunctionType: 3, Domain: [stops[0]!.at, stops[stops.length - 1]!.at], Functions: parts },
    ...{ Bounds: pieces.slice(1).map(({ from }) => from.at), Encode: pieces.flatMap(() => [0, 1]) },
  })
}
