import { PDFDocument, PDFName, PDFString } from '@cantoo/pdf-lib'
import { hexOfRgb, rgbOf } from '#core/color/convert'
import { PdfColors } from './document'
import { contentOf, lookup, parsePdf, type PDFContext, type PDFDict } from './objects'
import { pagesOf } from './pages'
import type { ColorManagement } from './spaces'

/* Small PDFs for tests, and a color management without a press: what CMYK means is plain arithmetic. */

const latin = (text: string): Uint8Array => Uint8Array.from(text, letter => letter.charCodeAt(0))

/** CMYK as simple inks on white, and back with as much black as there can be. */
export const SIMPLE: ColorManagement = {
  cmyk: {
    hexOf: ([c = 0, m = 0, y = 0, k = 0]) => hexOfRgb((1 - c) * (1 - k), (1 - m) * (1 - k), (1 - y) * (1 - k)),
    valuesOf: hex => {
      const { r, g, b } = rgbOf(hex)
      const k = 1 - Math.max(r, g, b)
      return k === 1 ? [0, 0, 0, 1] : [...[r, g, b].map(value => 1 - value / (1 - k)), k]
    },
  },
  byProfile: () => null,
}

/** Anything that stands in a PDF, as plain values; a text that starts with a slash is a name. */
export type Plain =
  | string
  | number
  | boolean
  | null
  | Plain[]
  | { [key: string]: Plain }
  | { stream: string; dict?: Plain }

/** A PDF of pages by their content and resources; `objects` are referred to as `@name`. */
export const pdfOf = async (
  pages: ReadonlyArray<{ content: string; resources?: Plain; more?: Plain }>,
  objects: Readonly<Record<string, Plain>> = {},
  catalog: Readonly<Record<string, Plain>> = {},
): Promise<PDFContext> => {
  const document = await PDFDocument.create({ updateMetadata: false })
  const { context } = document
  const refs = new Map(Object.keys(objects).map(name => [`@${name}`, context.nextRef()]))
  const made = (plain: Plain): never => {
    if (typeof plain === 'string')
      return (refs.get(plain) ?? (plain.startsWith('/') ? PDFName.of(plain.slice(1)) : PDFString.of(plain))) as never
    if (Array.isArray(plain)) return context.obj(plain.map(made)) as never
    if (plain !== null && typeof plain === 'object') {
      if (typeof plain.stream === 'string')
        return context.stream(latin(plain.stream), made((plain as { dict?: Plain }).dict ?? {})) as never
      return context.obj(
        Object.fromEntries(Object.entries(plain as object).map(([key, value]) => [key, made(value as Plain)])),
      ) as never
    }
    return context.obj(plain as never) as never
  }
  for (const [name, plain] of Object.entries(objects)) context.assign(refs.get(`@${name}`)!, made(plain))
  for (const { content, resources = {}, more = {} } of pages) {
    const { node } = document.addPage([200, 100])
    node.set(PDFName.of('Contents'), context.register(context.stream(latin(content))))
    node.set(PDFName.of('Resources'), made(resources))
    for (const [key, value] of Object.entries(more as object)) node.set(PDFName.of(key), made(value as Plain))
  }
  for (const [key, value] of Object.entries(catalog)) document.catalog.set(PDFName.of(key), made(value))
  return parsePdf(await document.save({ useObjectStreams: false, addDefaultPage: false }))
}

/** The colors of a PDF, read by simple inks. */
export const colorsOf = (context: PDFContext, pages = pagesOf(context)): PdfColors =>
  new PdfColors(context, SIMPLE, pages)

/** The content of a page, or of a stream, as text. */
export const textOf = (dict: PDFDict | undefined, key = 'Contents'): string =>
  new TextDecoder('iso-8859-1').decode(contentOf(lookup(dict, key)) ?? new Uint8Array())
