import type { Picture } from '#core/picture/picture'
import {
  dictOf,
  entryOf,
  lookup,
  lookupDict,
  nameOf,
  PDFDict,
  PDFName,
  PDFRawStream,
  PDFRef,
  resolve,
  streamWith,
  type PDFArray,
  type PDFContext,
  type PDFObject,
  type Value,
} from './objects'
import type { ColorManagement } from './spaces'

/* Pictures on the pages of a PDF, written in other colors. */

/** Pictures in other colors, by the number of the object each replaces, in its size. */
export type PaintedPictures = ReadonlyMap<number, Picture>

/** Entries of a picture that say how its samples are coded; all others (its soft mask among them) stay. */
const CODING = ['ColorSpace', 'BitsPerComponent', 'Decode', 'Intent', 'Alternates'] as const

/** True for a picture whose samples are CMYK, with a profile or without. */
const isCmyk = (context: PDFContext, dict: PDFDict): boolean => {
  const space = lookup(dict, 'ColorSpace')
  if (nameOf(space) === 'DeviceCMYK') return true
  const [kind, profile] = space && 'asArray' in space ? (space as PDFArray).asArray() : []
  return nameOf(resolve(context, kind)) === 'ICCBased' && String(lookup(dictOf(context, profile), 'N')) === '4'
}

/** The samples of a picture: RGB, or the CMYK a press prints; each color is worked out once. */
const samplesOf = ({ data }: Picture, cmyk: ColorManagement['cmyk'] | null): Uint8Array => {
  const channels = cmyk ? 4 : 3
  const samples = new Uint8Array((data.length / 4) * channels)
  const known = new Map<number, readonly number[]>()
  for (let i = 0, at = 0; i < data.length; i += 4, at += channels) {
    if (!cmyk) {
      samples.set(data.subarray(i, i + 3), at)
      continue
    }
    const code = (data[i]! << 16) | (data[i + 1]! << 8) | data[i + 2]!
    let inks = known.get(code)
    if (!inks) {
      inks = cmyk.valuesOf(`#${code.toString(16).padStart(6, '0')}`).map(value => Math.round(value * 255))
      known.set(code, inks)
    }
    samples.set(inks, at)
  }
  return samples
}

/**
 * Shows pictures in other colors on a page: RGB, and CMYK where they were. What the page shares with others (forms, tables of names)
 * has to be its own by then; the pictures themselves are replaced by new objects.
 */
export const replacePictures = (page: PDFDict, painted: PaintedPictures, management: ColorManagement): void => {
  const { context } = page
  const made = new Map<number, PDFRef>()
  const visited = new Set<PDFObject>()
  const madeFor = (ref: PDFRef, object: PDFRawStream, picture: Picture): PDFRef => {
    const known = made.get(ref.objectNumber)
    if (known) return known
    const own = object.dict.clone(context)
    const toCmyk = isCmyk(context, own)
    for (const key of CODING) own.delete(PDFName.of(key))
    own.set(PDFName.of('ColorSpace'), PDFName.of(toCmyk ? 'DeviceCMYK' : 'DeviceRGB'))
    own.set(PDFName.of('BitsPerComponent'), context.obj(8))
    const next = context.register(streamWith(own, samplesOf(picture, toCmyk ? management.cmyk : null)))
    made.set(ref.objectNumber, next)
    return next
  }
  const visit = (resources: PDFDict | undefined): void => {
    if (!resources || visited.has(resources)) return
    visited.add(resources)
    for (const kind of ['XObject', 'Pattern'] as const)
      for (const [name, value] of lookupDict(resources, kind)?.entries() ?? []) replaceIn(resources, kind, name, value)
  }
  const replaceIn = (resources: PDFDict, kind: 'XObject' | 'Pattern', name: PDFName, value: Value): void => {
    const object = resolve(context, value)
    const picture = value instanceof PDFRef ? painted.get(value.objectNumber) : undefined
    if (!(object instanceof PDFRawStream)) return
    if (picture && nameOf(lookup(object.dict, 'Subtype')) === 'Image') {
      const table = lookupDict(resources, kind)
      table?.set(name, madeFor(value as PDFRef, object, picture))
    } else visit(dictOf(context, entryOf(object.dict, 'Resources')))
  }
  visit(lookupDict(page, 'Resources'))
}
