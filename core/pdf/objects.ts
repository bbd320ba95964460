import {
  PDFArray,
  PDFBool,
  PDFContext,
  PDFDict,
  PDFDocument,
  PDFHexString,
  PDFName,
  PDFNumber,
  PDFRawStream,
  PDFRef,
  PDFString,
  PDFWriter,
  decodePDFRawStream,
  type PDFObject,
} from '@cantoo/pdf-lib'
import { Unzlib, zlibSync } from 'fflate'
import { unpackInPieces } from '#core/math/unpack'
import { Unreadable } from '#core/svg/unreadable'

/* Objects of a PDF (ISO 32000-1, 7.3), as the library that parses them gives them. */

/** Maximum size of a stream unpacked, in bytes. */
const MAX_UNPACKED = 64 * 1024 * 1024

/** Anything in a PDF, resolved or not. */
export type Value = PDFObject | undefined

/** Parses a PDF. Throws Unreadable where it is none. */
export const parsePdf = async (bytes: Uint8Array): Promise<PDFContext> => {
  try {
    const { context } = await PDFDocument.load(bytes, { updateMetadata: false, throwOnInvalidObject: false })
    return context
  } catch {
    throw new Unreadable('The PDF is damaged: its objects can’t be read.')
  }
}

/** Writes a PDF, its objects one after the other. */
export const serializePdf = (context: PDFContext): Promise<Uint8Array> =>
  PDFWriter.forContext(context, Infinity).serializeToBuffer()

/** The object a reference leads to, or the object itself; undefined where there is none. */
export const resolve = (context: PDFContext, value: Value): Value =>
  value instanceof PDFRef ? context.lookup(value) : value

/** A dictionary: that of a stream, too. */
export const dictOf = (context: PDFContext, value: Value): PDFDict | undefined => {
  const object = resolve(context, value)
  if (object instanceof PDFRawStream) return object.dict
  return object instanceof PDFDict ? object : undefined
}

/** An entry of a dictionary as it stands there, and resolved. */
export const entryOf = (dict: PDFDict | undefined, key: string): Value => dict?.get(PDFName.of(key))
export const lookup = (dict: PDFDict | undefined, key: string): Value =>
  dict && resolve(dict.context, entryOf(dict, key))
export const lookupDict = (dict: PDFDict | undefined, key: string): PDFDict | undefined =>
  dict && dictOf(dict.context, entryOf(dict, key))

/** A name without its slash; undefined where it is none. */
export const nameOf = (value: Value): string | undefined => (value instanceof PDFName ? value.decodeText() : undefined)
export const numberOf = (value: Value): number | undefined =>
  value instanceof PDFNumber ? value.asNumber() : undefined
export const isTrue = (value: Value): boolean => value instanceof PDFBool && value.asBoolean()

/** The elements of an array, resolved; an empty list where it is none. */
export const elementsOf = (context: PDFContext, value: Value): Value[] => {
  const array = resolve(context, value)
  return array instanceof PDFArray ? array.asArray().map(each => resolve(context, each)) : []
}

/** The numbers of an array; undefined where it is none, or something else is in it. */
export const numbersOf = (context: PDFContext, value: Value): number[] | undefined => {
  const array = resolve(context, value)
  if (!(array instanceof PDFArray)) return undefined
  const numbers = elementsOf(context, array).map(numberOf)
  return numbers.every(each => each !== undefined) ? (numbers as number[]) : undefined
}

/** An entry of resources, by their kind and its name. */
export const resourceOf = (resources: PDFDict | undefined, kind: string, name: string): Value =>
  entryOf(lookupDict(resources, kind), name)

const tooLarge = (): Unreadable =>
  new Unreadable(`A part of the PDF unpacks to more than ${MAX_UNPACKED / 1048576} MB.`)

/** Unpacks deflated bytes; what a damaged end leaves over is given, as every reader of PDF does. */
const inflate = (bytes: Uint8Array): Uint8Array =>
  unpackInPieces(bytes, take => new Unzlib(take), MAX_UNPACKED, tooLarge).unpacked

/** Filters of text and of simple packing, by which a stream grows at most by a fixed factor. */
const SIMPLE = new Set(['ASCII85Decode', 'ASCIIHexDecode', 'RunLengthDecode', 'LZWDecode'])
/** The largest stream behind such a filter, in bytes. */
const MAX_SIMPLE = 4 * 1024 * 1024

const withoutFilter = ({ dict, contents }: PDFRawStream): Uint8Array | undefined => {
  const { context } = dict
  const filter = lookup(dict, 'Filter')
  const names = filter instanceof PDFName ? [nameOf(filter)] : elementsOf(context, filter).map(nameOf)
  if (!names.length) return contents
  const params = lookup(dict, 'DecodeParms')
  const all = params instanceof PDFDict ? [params] : elementsOf(context, params).map(each => dictOf(context, each))
  if (all.some(each => (numberOf(lookup(each, 'Predictor')) ?? 1) > 1)) return undefined
  const [first, ...others] = names
  if (first === 'FlateDecode' && !others.length) return inflate(contents)
  if (!names.every(each => each === 'FlateDecode' || SIMPLE.has(each ?? ''))) return undefined
  if (contents.length > MAX_SIMPLE) throw tooLarge()
  if (first !== 'FlateDecode' && others.length === 1 && others[0] === 'FlateDecode') {
    const outer = dict.clone(context)
    outer.set(PDFName.of('Filter'), PDFName.of(first!))
    outer.delete(PDFName.of('DecodeParms'))
    return inflate(decodePDFRawStream(PDFRawStream.of(outer, contents)).decode())
  }
  return names.includes('FlateDecode') ? undefined : decodePDFRawStream(PDFRawStream.of(dict, contents)).decode()
}

const unpacked = new WeakMap<PDFRawStream, Uint8Array | undefined>()

/**
 * The content of a stream without its filters; undefined where a filter is one of pictures, or is not known. Throws Unreadable where
 * it grows beyond what a file may hold.
 */
export const contentOf = (value: Value): Uint8Array | undefined => {
  if (!(value instanceof PDFRawStream)) return undefined
  if (unpacked.has(value)) return unpacked.get(value)
  let content: Uint8Array | undefined
  try {
    content = withoutFilter(value)
  } catch (error) {
    if (error instanceof Unreadable) throw error
  }
  unpacked.set(value, content)
  return content
}

/** A stream with the dictionary of another and other content, packed. */
export const streamWith = (dict: PDFDict, content: Uint8Array): PDFRawStream => {
  const own = dict.clone(dict.context)
  for (const key of ['Filter', 'DecodeParms', 'Length']) own.delete(PDFName.of(key))
  own.set(PDFName.of('Filter'), PDFName.of('FlateDecode'))
  return PDFRawStream.of(own, zlibSync(content, { level: 6 }))
}

export {
  PDFArray,
  PDFContext,
  PDFDict,
  PDFHexString,
  PDFName,
  PDFNumber,
  PDFRawStream,
  PDFRef,
  PDFString,
  type PDFObject,
}
