import type { Hex } from '#core/color/convert'
import { concatBytes } from '#core/math/bytes'
import { readContent, USE, type ColorPlace, type Child, type ContentHost, type Inherited } from './content'
import {
  contentOf,
  dictOf,
  lookup,
  lookupDict,
  nameOf,
  numberOf,
  PDFArray,
  PDFDict,
  PDFRawStream,
  resolve,
  type PDFContext,
  type PDFObject,
  type Value,
} from './objects'
import type { SpaceKind } from './limits'
import { appearancesOf } from './pages'
import { readShading, type ShadingReading } from './shadings'
import { Spaces, type ColorManagement, type Space } from './spaces'

/** A content stream with colors: that of a page (the dictionary is then the page's), or of a form, a pattern, a letter. */
export interface Content {
  owner: PDFDict | PDFRawStream
  bytes: Uint8Array
  host: ContentHost
  places: readonly ColorPlace[]
  inherits: Inherited
}

/** Number of things on pages that keep their colors. */
export interface LeftAlone {
  pictures: number
  meshes: number
}

/** A color of a page as its file names it. */
export interface PdfColor {
  space: Space
  values: readonly number[]
  hex: Hex
  /** True for letters in black ink alone, which are an ink of their own. */
  isLetters: boolean
}

/** Maximum nesting of forms, and the most content streams of a file. */
const MAX_DEPTH = 28
const MAX_CONTENTS = 20_000
const NOTHING: Inherited = { fill: 0, stroke: 0 }
const LINE = Uint8Array.of(10)

/** True for a color of black ink alone, which letters keep. */
export const isBlackAlone = ({ kind }: Space, [c = 0, m = 0, y = 0, k = 0]: readonly number[]): boolean =>
  kind === 'cmyk' ? c === 0 && m === 0 && y === 0 && k > 0 : kind === 'gray' && c < 1

/** A color beside another, as near as can be: letters in black ink alone are an ink of their own. */
const besideHex = (hex: Hex): Hex => {
  const blue = parseInt(hex.slice(5), 16)
  return `${hex.slice(0, 5)}${(blue === 255 ? 254 : blue + 1).toString(16).padStart(2, '0')}`
}

/**
 * The colors of pages of one PDF, read content stream by content stream; what several pages share is read once. Whether it is made
 * for a press is found out from these pages, or given.
 */
export class PdfColors {
  readonly spaces: Spaces
  /** Contents by their owners; null while they are being read. */
  private readonly byOwner = new Map<PDFObject, Content | null>()
  /** Shadings by their objects; null where one cannot be read. */
  private readonly byShading = new Map<PDFObject, ShadingReading | null>()
  private readonly pictures = new Set<PDFObject>()
  private depth = 0
  /** True if the file is made for a press: something in it is CMYK or a spot color, or it says so. */
  readonly isForPress: boolean

  constructor(
    readonly context: PDFContext,
    management: ColorManagement,
    pages: readonly PDFDict[],
    isForPress?: boolean,
  ) {
    this.spaces = new Spaces(context, management)
    for (const page of pages) this.readPage(page)
    const used = [...this.contents.flatMap(({ places }) => places.filter(({ uses }) => uses)), ...this.shadings]
    this.isForPress = isForPress ?? (used.some(({ space }) => PRESSED.has(space.kind)) || this.saysPress())
  }

  /** The content streams that the pages are drawn with. */
  get contents(): Content[] {
    return [...this.byOwner.values()].flatMap(content => content ?? [])
  }

  /** The shadings whose colors can be changed. */
  get shadings(): ShadingReading[] {
    return [...this.byShading.values()].flatMap(shading => shading ?? [])
  }

  /** Every color the pages are painted with, once for each place it is set at and each use of it. */
  colors(): PdfColor[] {
    const found: PdfColor[] = []
    const add = (space: Space, values: readonly number[], use: keyof typeof USE): void => {
      const hex = this.hexOf(space, values, use)
      if (hex !== null) found.push({ space, values, hex, isLetters: this.isApart(space, values, use) })
    }
    for (const { places } of this.contents)
      for (const { space, values, uses } of places) {
        if (uses & USE.text) add(space, values, 'text')
        if (uses & USE.shape) add(space, values, 'shape')
      }
    for (const { space, stops, background } of this.shadings)
      for (const values of [...stops.map(stop => stop.values), ...(background ? [background] : [])])
        add(space, values, 'shape')
    return found
  }

  /**
   * The ink of a color where it paints letters or anything else; null where it is none: the marks of all plates, and what no plate
   * shows. Letters in black ink alone have one of their own in files for a press.
   */
  hexOf(space: Space, values: readonly number[], use: keyof typeof USE): Hex | null {
    if (space.kind === 'all' || space.kind === 'none' || space.kind === 'pattern') return null
    const hex = space.hexOf(values)
    return this.isApart(space, values, use) ? besideHex(hex) : hex
  }

  private isApart(space: Space, values: readonly number[], use: keyof typeof USE): boolean {
    return use === 'text' && this.isForPress && isBlackAlone(space, values)
  }

  /** Number of pictures and of shadings that stay as they are. */
  leftAlone(): LeftAlone {
    const meshes = [...this.byShading.values()].filter(shading => shading === null).length
    return { pictures: this.pictures.size, meshes }
  }

  private saysPress(): boolean {
    const catalog = dictOf(this.context, this.context.trailerInfo.Root)
    const intents = lookup(catalog, 'OutputIntents')
    const first = intents instanceof PDFArray ? dictOf(this.context, intents.get(0)) : undefined
    return numberOf(lookup(lookupDict(first, 'DestOutputProfile'), 'N')) === 4
  }

  private hostOf(resources: PDFDict | undefined, startsBlack: boolean): ContentHost {
    return { resources, startsBlack, spaces: this.spaces, visit: (child, own) => this.visit(child, own) }
  }

  private readPage(page: PDFDict): void {
    const { context } = this
    const stream = lookup(page, 'Contents')
    const parts = stream instanceof PDFArray ? stream.asArray().map(each => resolve(context, each)) : [stream]
    const bytes = concatBytes(parts.flatMap(part => [contentOf(part) ?? new Uint8Array(), LINE]))
    this.read(page, bytes, this.hostOf(lookupDict(page, 'Resources'), true))
    for (const value of appearancesOf(page)) this.readForm(resolve(context, value), undefined, true)
  }

  private read(owner: PDFDict | PDFRawStream, bytes: Uint8Array, host: ContentHost): Inherited {
    if (this.byOwner.size >= MAX_CONTENTS || this.depth >= MAX_DEPTH) return NOTHING
    this.byOwner.set(owner, null) // content that leads back here while it is read paints nothing new
    this.depth++
    this.countPictures(host.resources)
    const { places, inherits } = readContent(bytes, host)
    this.depth--
    this.byOwner.set(owner, { owner, bytes, host, places, inherits })
    return inherits
  }

  private countPictures(resources: PDFDict | undefined): void {
    for (const value of lookupDict(resources, 'XObject')?.values() ?? []) {
      const dict = dictOf(this.context, value)
      if (dict && nameOf(lookup(dict, 'Subtype')) === 'Image' && !lookup(dict, 'ImageMask')) this.pictures.add(dict)
    }
  }

  private readForm(object: Value, resources: PDFDict | undefined, startsBlack: boolean): Inherited {
    if (!(object instanceof PDFRawStream)) return NOTHING
    const known = this.byOwner.get(object)
    if (known !== undefined) return known?.inherits ?? NOTHING
    const bytes = contentOf(object)
    if (!bytes) return NOTHING
    return this.read(object, bytes, this.hostOf(lookupDict(object.dict, 'Resources') ?? resources, startsBlack))
  }

  private visit({ kind, value }: Child, resources: PDFDict | undefined): Inherited {
    const object = resolve(this.context, value)
    if (!object) return NOTHING
    if (kind === 'form') return this.readForm(object, resources, false)
    if (kind === 'shading') return this.takeShading(object, resources)
    if (kind === 'font') return this.readLetters(object, resources)
    const dict = dictOf(this.context, object)
    if (numberOf(lookup(dict, 'PatternType')) === 2) return this.takeShading(lookup(dict, 'Shading'), resources)
    // an uncolored pattern (PaintType 2) is painted in the color that comes with its name: its own are ignored
    if (numberOf(lookup(dict, 'PaintType')) !== 2) this.readForm(object, resources, true)
    return NOTHING
  }

  private takeShading(object: Value, resources: PDFDict | undefined): Inherited {
    if (object && !this.byShading.has(object))
      this.byShading.set(object, readShading(this.context, object, this.spaces, resources))
    return NOTHING
  }

  /** Reads the letters of a font that are content streams (type 3); returns what all of them inherit. */
  private readLetters(object: PDFObject, resources: PDFDict | undefined): Inherited {
    const font = dictOf(this.context, object)
    const inherits: Inherited = { fill: 0, stroke: 0 }
    const own = lookupDict(font, 'Resources') ?? resources
    for (const value of lookupDict(font, 'CharProcs')?.values() ?? []) {
      const letter = this.readForm(resolve(this.context, value), own, false)
      inherits.fill |= letter.fill
      inherits.stroke |= letter.stroke
    }
    return inherits
  }
}

const PRESSED: ReadonlySet<SpaceKind> = new Set(['cmyk', 'spot', 'spots', 'all'])
