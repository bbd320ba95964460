import { createHash } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import { cleanSvg } from '#core/svg/clean'
import { decodeSvg, encodeSvg, encodingNotes, type Decoded } from '#core/svg/encoding'
import { isFaithful } from '#core/inkmap/measureAreas'
import { packInkMap } from '#core/inkmap/codec'
import { isCrowded, type InkMap } from '#core/inkmap/inkmap'
import { measureInks } from '#core/inkmap/measureInks'
import { PROOF_SIDE, reduceInkMap } from '#core/inkmap/reduce'
import { readMarkup } from '#core/svg/markup'
import type { Also } from '#core/svg/reading'
import { sizeOf } from '#core/svg/size'
import type { ArtworkFile, InkInPdf, InkRecord, PdfFile, PdfPage } from '#core/document/artwork'
import { countWords } from '#core/document/names'
import type { PdfColor } from '#core/pdf/document'
import { readWithPictures } from '../../render/embedded'
import { showPage, type TakenPdf } from '../../render/pdf'
import { renderSvg } from '../../render/resvg'
import { titleOf } from '../title'

/** Number of removals that are listed one by one. */
const MAX_TOLD = 300

const LETTERS = new Set(['text', 'tspan', 'textPath'])

/** The longer side of the ink map, in pixels: about as large as the stage. */
export const MAPPED = 640
/** The same of a drawing that has few details, such as an icon. */
const MAPPED_SIMPLE = 320
/** A drawing so short, in characters, has few details; one of an icon's size, in pixels, up to a length of four times that. */
const SIMPLE_LENGTH = 4096
const ICON_SIZE = 128

const isSimple = ({ length }: string, { width, height }: ReturnType<typeof sizeOf>): boolean =>
  length <= SIMPLE_LENGTH || (length <= 4 * SIMPLE_LENGTH && Math.max(width, height) <= ICON_SIZE)

/**
 * Artwork as it is stored: what is known of it, its clean bytes or the hash of artwork that has the same, its ink map,
 * packed and gzipped, where it has one that tells the truth, the same reduced for proofs, and a picture as it is shown on
 * the stage, as PNG, where it is larger.
 */
export interface Received {
  file: ArtworkFile
  source: Uint8Array | { sameAs: string }
  map: Uint8Array | null
  proof: Uint8Array | null
  stage?: Uint8Array | null
}

/** The clean bytes of artwork that was read. Throws where it was stored before, and only that is known. */
export const sourceOf = ({ file, source }: Received): Uint8Array => {
  if ('sameAs' in source) throw new Error(`${file.name} is stored under ${source.sameAs}.`)
  return source
}

/** The ink map of an artwork reduced for its proofs, packed and gzipped. */
export const packProof = (map: InkMap): Uint8Array => gzipSync(packInkMap(reduceInkMap(map, PROOF_SIDE)))

/** The ink map of an artwork and the smaller one of its proofs, packed and gzipped; null where it has none. */
export const packMaps = (map: InkMap | null): Pick<Received, 'map' | 'proof'> =>
  map ? { map: gzipSync(packInkMap(map)), proof: packProof(map) } : { map: null, proof: null }

/**
 * The hash a file is stored under: that of its bytes, and of how it is read where that is not the usual way: what is
 * recolored besides the colors on the page, or what a picture is made of and the inks it was given.
 */
export const hashOf = (source: Uint8Array, also: readonly string[]): string => {
  const hash = createHash('sha256').update(source)
  return (also.length ? hash.update(`\0${[...also].sort().join()}`) : hash).digest('hex')
}

/** Facts about an ink of a page from its PDF. */
type InkOrigin = Pick<InkRecord, 'inPdf' | 'stays'>

/** Facts about a drawing before it is read: its origin, and its inks there. */
type Origin = Pick<ArtworkFile, 'name' | 'removed' | 'page'> & {
  notes?: readonly string[]
  inkOrigins?: ReadonlyMap<string, InkOrigin>
}

/** The hash of a drawing as it is read: a page of a PDF is not the same as an SVG that looks like it. */
const drawingHash = (source: Uint8Array, also: readonly Also[], page: PdfPage | undefined): string =>
  hashOf(source, page ? [...also, `${page.pdf} ${page.number}`] : also)

const received = async (
  decoded: Decoded,
  { name, removed, page, notes = [], inkOrigins }: Origin,
  also: readonly Also[],
  markup = readMarkup(decoded.text),
  source = encodeSvg(decoded),
): Promise<Received> => {
  const { reading, painter } = await readWithPictures(markup, also)
  const size = sizeOf(reading.markup)
  const longest = isSimple(decoded.text, size) ? MAPPED_SIMPLE : MAPPED
  const { inks, map } = await measureInks(reading, renderSvg, longest, painter({ longest, plain: true }))
  const file: ArtworkFile = {
    kind: 'svg',
    hash: drawingHash(source, also, page),
    name,
    ...size,
    inks: inkOrigins ? inks.map(ink => ({ ...ink, ...inkOrigins.get(ink.hex) })) : inks,
    ...(page ? { page } : {}),
    also: [...also],
    pictureInks: reading.pictureInks,
    manner: 'flat',
    removed: removed.slice(0, MAX_TOLD),
    notes: [...notes, ...encodingNotes(decoded), ...reading.notes],
  }
  const lettered = reading.markup.elements.some(({ local, lettered: letters }) => letters && LETTERS.has(local))
  const shown = map && (isCrowded(inks) || (!lettered && (await isFaithful(reading, map, renderSvg))))
  return { file, source, ...packMaps(shown ? map : null) }
}

/** An SVG file without what acts or reaches outside, before its inks are measured. */
export interface CleanedSvg {
  hash: string
  name: string
  removed: ArtworkFile['removed']
  /** Reads its inks and measures them. */
  measure: () => Promise<Received>
}

/** The most ways of writing an ink that are recorded. */
const MAX_WAYS = 8

/** Origins of the inks of a page in its PDF: each way an ink is written once. */
const originsOf = (colors: readonly PdfColor[]): Map<string, InkOrigin> => {
  const all = new Map<string, { ways: Map<string, InkInPdf>; stays: boolean }>()
  for (const { space, values, hex, isLetters } of colors) {
    const own = all.get(hex) ?? { ways: new Map<string, InkInPdf>(), stays: true }
    all.set(hex, own)
    if (!isLetters) own.stays = false
    const { ways } = own
    const { kind, spots } = space
    const key = [kind, ...spots, ...values].join()
    if (ways.size < MAX_WAYS && !ways.has(key))
      ways.set(key, {
        ...{ space: kind, values: values.map(value => Math.round(value * 1e4) / 1e4) },
        ...(spots.length ? { spots: [...spots] } : {}),
      })
  }
  return new Map(
    [...all].map(([hex, { ways, stays }]) => [hex, { inPdf: [...ways.values()], ...(stays ? { stays } : {}) }]),
  )
}

/** Decodes an SVG file and takes out what acts or reaches outside. Throws Unreadable, in a plain sentence, for what cannot be taken. */
export const openSvg = (fileName: string, bytes: Uint8Array): CleanedSvg => {
  const { text, encoding, was } = decodeSvg(bytes)
  const { source, markup, removed } = cleanSvg(text)
  const decoded = { text: source, encoding, was }
  const [clean, name] = [encodeSvg(decoded), titleOf(fileName, /\.svgz?$/i, 'Artwork')]
  return {
    hash: drawingHash(clean, [], undefined),
    name,
    removed: removed.slice(0, MAX_TOLD),
    measure: () => received(decoded, { name, removed }, [], markup, clean),
  }
}

/**
 * Takes in an SVG file: opens it, reads its inks and measures them. Returns what is stored. Letters depend on the fonts of a machine, so
 * that artwork with live text has no map; a drawing of very many shapes has one in any case, for it cannot be shown otherwise. Throws
 * as `openSvg` does.
 */
export const receiveSvg = async (fileName: string, bytes: Uint8Array): Promise<Received> =>
  openSvg(fileName, bytes).measure()

/** The hash that a stored SVG file has where it is read with what is recolored besides the colors on the page. */
export const hashAgain = ({ page }: ArtworkFile, source: Uint8Array, also: readonly Also[]): string =>
  drawingHash(source, also, page)

/**
 * Reads a stored SVG file again, with what is recolored besides the colors on the page. It is stored beside what it was,
 * under a hash of its own.
 */
export const receiveAgain = (file: ArtworkFile, source: Uint8Array, also: readonly Also[]): Promise<Received> => {
  const { name, removed, page, inks } = file
  const inkOrigins = new Map(
    inks.map(({ hex, inPdf, stays }) => [hex, { ...(inPdf ? { inPdf } : {}), ...(stays ? { stays } : {}) }]),
  )
  return received(decodeSvg(source), { name, removed, ...(page ? { page, inkOrigins } : {}) }, also)
}

/** A stored PDF's record, under the name it came with. */
export const pdfFileOf = ({ source, removed, pages, isForPress }: TakenPdf, name: string): PdfFile => ({
  hash: hashOf(source, []),
  ...{ name, pages, removed, isForPress },
})

/** Elements by which a converted page shows something. */
const SHOWS = /<(?:path|use|image|rect)\b/

/** Takes in a page of a stored PDF, which was converted to SVG. Throws Unreadable where it cannot be shown. */
export const receivePage = async (file: PdfFile, source: Uint8Array, number: number): Promise<Received> => {
  const { svg, colors, pictures, left } = await showPage(source, number, file.isForPress)
  const { source: clean, removed } = cleanSvg(svg)
  const inkOrigins = originsOf(colors)
  const name = file.pages.length > 1 ? `${file.name} ${number}` : file.name
  const page = { pdf: file.hash, number }
  const turned = pictures - left.pictures
  const notes = [
    ...(turned > 0
      ? [`${countWords(turned, 'part')} of the page can only be shown as a picture, and keep their colors.`]
      : []),
    ...(colors.length && !SHOWS.test(svg) ? ['Nothing of the page can be shown.'] : []),
    ...(left.meshes ? ['Blends in the form of a mesh keep their colors.'] : []),
  ]
  return received(
    { text: clean, encoding: 'utf-8' },
    { name, removed: removed.slice(0, MAX_TOLD), page, notes, inkOrigins },
    [],
  )
}
