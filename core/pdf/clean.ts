import {
  dictOf,
  lookup,
  nameOf,
  PDFArray,
  PDFDict,
  PDFHexString,
  PDFRawStream,
  PDFRef,
  PDFString,
  type PDFContext,
  type Value,
} from './objects'
import { catalogOf, dropUnreachable } from './pages'

/** Kinds of things that are taken out of a PDF, by their effect in a reader. */
const WHAT = {
  script: 'JavaScript',
  action: 'an action that starts a program, sends data, or plays media',
  file: 'an embedded file',
  form: 'a form field or a signature',
  media: 'a movie, a sound or a 3D scene',
  outside: 'a reference to a file outside',
} as const
type What = keyof typeof WHAT

/** Entries that act, bring files along or reach outside, wherever they stand (ISO 32000-1, 7.11, 12.6, 12.7). */
const ENTRIES: ReadonlyMap<string, What> = new Map([
  ['AA', 'action'],
  ['JS', 'script'],
  ['JavaScript', 'script'],
  ['EmbeddedFiles', 'file'],
  ['AF', 'file'],
  ['EF', 'file'],
  ['Collection', 'file'],
  ['XFA', 'form'],
  ['AcroForm', 'form'],
  ['Perms', 'form'],
  ['PieceInfo', 'outside'],
])
/** Entries of streams that say their content, or what they show, lies elsewhere. */
const OUTSIDE = new Set(['F', 'FFilter', 'FDecodeParms', 'Ref', 'OPI'])
/** Entries of that kind that leave nothing to tell: data of the program that wrote the file. */
const QUIET = new Set(['PieceInfo'])

/** Actions that only move within the file, and the one that opens an address. */
const ACTIONS = new Set(['GoTo', 'Named', 'SetOCGState', 'URI'])
const ADDRESS = /^\s*(?:https?:|mailto:|tel:|ftp:|#|[^:/?#]*(?:[/?#]|$))/i

/** Notes that only show something or link. */
const NOTES = new Set([
  ...['Link', 'Text', 'FreeText', 'Line', 'Square', 'Circle', 'Polygon', 'PolyLine', 'Highlight', 'Underline'],
  ...['Squiggly', 'StrikeOut', 'Stamp', 'Caret', 'Ink', 'Popup', 'Watermark', 'PrinterMark', 'TrapNet'],
])
const MEDIA = new Set(['Movie', 'Sound', 'Screen', '3D', 'RichMedia'])

const isAction = (dict: PDFDict): boolean => {
  const kind = nameOf(lookup(dict, 'S'))
  return kind !== undefined && (nameOf(lookup(dict, 'Type')) === 'Action' || ACTING.has(kind))
}
const ACTING = new Set([
  ...['Launch', 'GoToR', 'GoToE', 'GoToDp', 'JavaScript', 'SubmitForm', 'ImportData', 'ResetForm', 'Hide', 'Thread'],
  ...['Sound', 'Movie', 'Rendition', 'Trans', 'GoTo3DView', 'RichMediaExecute', 'URI', 'GoTo', 'Named', 'SetOCGState'],
])

const isSafeAction = (dict: PDFDict): boolean => {
  const kind = nameOf(lookup(dict, 'S')) ?? ''
  if (!ACTIONS.has(kind)) return false
  if (kind !== 'URI') return true
  const address = lookup(dict, 'URI')
  return (
    (address instanceof PDFString || address instanceof PDFHexString) &&
    ADDRESS.test(address.decodeText().slice(0, 4000))
  )
}

/** Entries whose values are tables of things under names anybody may choose, so that no name of an entry means anything there. */
const TABLES = new Set([
  ...['Font', 'XObject', 'ExtGState', 'ColorSpace', 'Pattern', 'Shading', 'Properties', 'CharProcs', 'Dests'],
  ...['N', 'D', 'R', 'RoleMap', 'ClassMap', 'Colorants'],
])

const actionIn = (context: PDFContext, value: Value): What | null => {
  const dict = dictOf(context, value)
  if (!dict || !isAction(dict) || isSafeAction(dict)) return null
  return nameOf(lookup(dict, 'S')) === 'JavaScript' ? 'script' : 'action'
}

const noteIn = (context: PDFContext, value: Value): What | null => {
  const kind = nameOf(lookup(dictOf(context, value), 'Subtype')) ?? ''
  if (NOTES.has(kind)) return null
  return kind === 'FileAttachment' ? 'file' : MEDIA.has(kind) ? 'media' : 'form'
}

/** The kind of an entry that has to be taken out, by its name; null where it may stay. */
const entryIn = (key: string, isStream: boolean): What | null => {
  if (isStream && OUTSIDE.has(key)) return 'outside'
  return ENTRIES.get(key) ?? null
}

/** One pass over everything a PDF refers to. */
class Cleaning {
  readonly found = new Set<What>()
  private readonly waiting: Array<{ value: Value; isTable: boolean }> = []
  /** Objects seen as a table and as anything else: one can be both, where somebody wants to hide something. */
  private readonly seen = { table: new Set<Value>(), other: new Set<Value>() }

  constructor(private readonly context: PDFContext) {}

  run(values: readonly Value[]): void {
    for (const value of values) this.waiting.push({ value, isTable: false })
    for (let next = this.waiting.pop(); next; next = this.waiting.pop()) {
      const { value, isTable } = next
      const object = value instanceof PDFRef ? this.context.lookup(value) : value
      const seen = isTable ? this.seen.table : this.seen.other
      if (!object || seen.has(object)) continue
      seen.add(object)
      if (object instanceof PDFArray) this.cleanArray(object, each => actionIn(this.context, each))
      else if (object instanceof PDFRawStream) this.cleanDict(object.dict, true, false)
      else if (object instanceof PDFDict) this.cleanDict(object, false, isTable)
    }
  }

  private cleanArray(array: PDFArray, whatIn: (value: Value) => What | null): void {
    for (let at = array.size() - 1; at >= 0; at--) {
      const what = whatIn(array.get(at))
      if (what) {
        array.remove(at)
        this.found.add(what)
      } else this.waiting.push({ value: array.get(at), isTable: false })
    }
  }

  private cleanDict(dict: PDFDict, isStream: boolean, isTable: boolean): void {
    for (const [name, value] of dict.entries()) {
      const key = name.decodeText()
      const what = (isTable ? null : entryIn(key, isStream)) ?? actionIn(this.context, value)
      if (what) {
        dict.delete(name)
        if (!QUIET.has(key)) this.found.add(what)
      } else this.waiting.push({ value, isTable: !isTable && TABLES.has(key) })
    }
    const notes = isTable ? undefined : lookup(dict, 'Annots')
    if (notes instanceof PDFArray) this.cleanArray(notes, each => noteIn(this.context, each))
  }
}

/**
 * Takes everything out of a PDF that acts, brings files along or reaches outside, and every object that nothing refers to any more.
 * Returns what was taken out, in words, each once.
 */
export const cleanPdf = (context: PDFContext): string[] => {
  const cleaning = new Cleaning(context)
  cleaning.run([catalogOf(context), context.trailerInfo.Info])
  dropUnreachable(context)
  return [...cleaning.found].map(what => WHAT[what])
}
