import { Unreadable } from '#core/svg/unreadable'
import { MAX_PAGES } from './limits'
import {
  dictOf,
  entryOf,
  lookup,
  nameOf,
  numbersOf,
  PDFArray,
  PDFDict,
  PDFName,
  PDFRef,
  type PDFContext,
  type Value,
} from './objects'

/** The deepest tree of pages. */
const MAX_DEPTH = 50

/** Attributes a page inherits from the nodes above it (ISO 32000-1, 7.7.3.4). */
const INHERITED = ['Resources', 'MediaBox', 'CropBox', 'Rotate'] as const

/** The catalog of a PDF. Throws Unreadable where there is none. */
export const catalogOf = (context: PDFContext): PDFDict => {
  const catalog = dictOf(context, context.trailerInfo.Root)
  if (!catalog) throw new Unreadable('The PDF is damaged: it has no list of pages.')
  return catalog
}

/**
 * The pages of a PDF in their order; what a page has from above is set on itself. Throws Unreadable where there are none, more than
 * `MAX_PAGES`, or the tree of them is no tree.
 */
export const pagesOf = (context: PDFContext): PDFDict[] => {
  const pages: PDFDict[] = []
  const seen = new Set<PDFDict>()
  const take = (value: Value, above: ReadonlyMap<string, Value>, depth: number): void => {
    const node = dictOf(context, value)
    if (!node) return
    if (depth > MAX_DEPTH || seen.has(node)) throw new Unreadable('The PDF is damaged: its pages lead in a circle.')
    seen.add(node)
    const own = new Map(above)
    for (const key of INHERITED) {
      const entry = entryOf(node, key)
      if (entry) own.set(key, entry)
    }
    const kids = lookup(node, 'Kids')
    if (kids instanceof PDFArray && nameOf(lookup(node, 'Type')) !== 'Page') {
      for (const kid of kids.asArray()) take(kid, own, depth + 1)
      return
    }
    if (pages.length >= MAX_PAGES) throw new Unreadable(`The PDF has more than ${MAX_PAGES} pages.`)
    for (const [key, entry] of own) if (entry) node.set(PDFName.of(key), entry)
    pages.push(node)
  }
  take(entryOf(catalogOf(context), 'Pages'), new Map(), 0)
  if (!pages.length) throw new Unreadable('The PDF has no pages.')
  return pages
}

/** Width and height of a page as it is shown, in points. */
export const pageSize = (page: PDFDict): { width: number; height: number } => {
  const { context } = page
  const [left = 0, bottom = 0, right = 612, top = 792] =
    numbersOf(context, lookup(page, 'CropBox')) ?? numbersOf(context, lookup(page, 'MediaBox')) ?? []
  const [width, height] = [Math.abs(right - left) || 612, Math.abs(top - bottom) || 792]
  const turned = Number(String(lookup(page, 'Rotate') ?? 0)) % 180 !== 0
  return turned ? { width: height, height: width } : { width, height }
}

/** Leaves a PDF with one of its pages, and what that refers to. */
export const keepPage = (context: PDFContext, page: PDFDict): void => {
  const catalog = catalogOf(context)
  const own = catalog.clone(context)
  page.delete(PDFName.of('B'))
  const notes = lookup(page, 'Annots')
  for (const note of notes instanceof PDFArray ? notes.asArray() : [])
    for (const key of LEADING) dictOf(context, note)?.delete(PDFName.of(key))
  for (const key of own.keys()) if (!KEPT.has(key.decodeText())) own.delete(key)
  const pages = context.obj({ Type: 'Pages', Count: 1 })
  const ref = context.register(pages)
  page.set(PDFName.of('Parent'), ref)
  pages.set(PDFName.of('Kids'), context.obj([context.register(page)]))
  own.set(PDFName.of('Pages'), ref)
  context.trailerInfo.Root = context.register(own)
  dropUnreachable(context)
}

/** Entries a catalog keeps where it has one page left: layers are shown as the file says. */
const KEPT = new Set(['Type', 'OCProperties'])
/** Entries of notes that lead to other pages. */
const LEADING = ['A', 'Dest', 'P', 'Parent', 'Popup', 'IRT']

/** The appearances of the notes on a page, which are drawn as forms. */
export const appearancesOf = (page: PDFDict): Value[] => {
  const { context } = page
  const notes = lookup(page, 'Annots')
  if (!(notes instanceof PDFArray)) return []
  return notes.asArray().flatMap(note => {
    const usual = lookup(dictOf(context, lookup(dictOf(context, note), 'AP')), 'N')
    return usual instanceof PDFDict ? usual.values() : usual ? [usual] : []
  })
}

/** Every object that is reached from the trailer is left; all others are taken out. */
export const dropUnreachable = (context: PDFContext): void => {
  const reached = new Set<PDFRef>()
  const { Root, Info, ID } = context.trailerInfo
  const waiting: Value[] = [Root, Info, ID]
  while (waiting.length) {
    const value = waiting.pop()
    if (value instanceof PDFRef) {
      if (reached.has(value)) continue
      reached.add(value)
      waiting.push(context.lookup(value))
    } else if (value instanceof PDFArray) waiting.push(...value.asArray())
    else {
      const dict = value && dictOf(context, value)
      if (dict) waiting.push(...dict.values())
    }
  }
  for (const [ref] of context.enumerateIndirectObjects()) if (!reached.has(ref)) context.delete(ref)
}
