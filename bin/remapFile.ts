import { randomUUID } from 'node:crypto'
import { mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, extname } from 'node:path'
import { gunzipSync, gzipSync } from 'node:zlib'
import { cleanSvg, type Removal } from '#core/svg/clean'
import type { InkRecord } from '#core/document/artwork'
import { decodeSvg, encodeSvg, encodingNotes, type Decoded } from '#core/svg/encoding'
import { measureInks, type InkSummary } from '#core/inkmap/measureInks'
import type { Also } from '#core/svg/reading'
import { writeSvg } from '#core/svg/write'
import type { Hex } from '#core/color/convert'
import { paintingOf } from '#core/painting/painting'
import { apply } from '#core/commands/commands'
import { knownInks } from '#core/commands/known'
import type { Project } from '#core/document/project'
import type { ReadColor } from '#core/formats/read/readColor'
import type { Swatch } from '#core/document/scheme'
import { wornFigures, type WornFigures } from '#core/remap/wornFigures'
import { newProject } from '#core/scheme/create'
import { gatheredScheme } from '#core/scheme/scheme'
import { FIRST_REMAP } from '#core/document/remap'
import { Unreadable } from '#core/svg/unreadable'
import type { Pixels } from '#core/picture/pixels'
import type { Manner } from '#core/raster/manner'
import { measurePicture, type Measured } from '#core/raster/measure'
import { inPieces, paintPart } from '#core/raster/strips'
import { figuresOf, PREVIEW_WIDTH, type Figures } from '#core/remap/figures'
import type { InkArea, Match } from '#core/remap/match'
import type { Meant } from '#core/remap/intent'
import type { Neutrals } from '#core/remap/recolor'
import type { Shading } from '#core/remap/shading'
import { readWithPictures, type ReadWithPictures } from '../render/embedded'
import { inkPicture, PICTURE_NAME, pictureFile, pictureInfo, plainPicture, WRITTEN_NAME } from '../render/pictures'
import { renderSvg } from '../render/resvg'
import { pressBy } from './press'
import { inksOfPdf, notesOfPdf, PDF_NAME, readPdf, writePdf } from './pdfFile'
import { MAPPED } from '../server/artwork/receive'

/** The longer side of the picture inks are measured on, in pixels. */
const MEASURED = 256

/** Colors to be put in place of others, whatever the artwork. */
export interface FixedMap {
  kind: 'map'
  pairs: ReadonlyArray<readonly [Hex, Hex]>
}

/** A scheme that the inks of an artwork are matched to, and how; `shading` null is the usual of the match. */
export interface SchemePlan {
  kind: 'scheme'
  colors: readonly ReadColor[]
  match: Match
  seed: number
  shading: Shading | null
  /** The hold, in [0, 1]. */
  hold: number
  /** Weights of shares and roles, and of the hues inks had, in the matching by the picture. */
  meant: Meant
  neutrals: Neutrals
  tolerance: number
  restrict: readonly Hex[] | null
}
export type Plan = FixedMap | SchemePlan

/** Notes on a remapped file: removed parts, and parts left alone. */
export interface FileResult {
  removed: Removal[]
  notes: string[]
}

interface Opened extends ReadWithPictures {
  bytes: Uint8Array
  file: Decoded
  removed: Removal[]
}

const open = async (path: string, also: readonly Also[]): Promise<Opened> => {
  const bytes = readFileSync(path)
  const file = decodeSvg(bytes)
  const { markup, removed } = cleanSvg(file.text)
  const { reading, ...painted } = await readWithPictures(markup, also)
  return {
    ...{ bytes, file, removed, ...painted },
    reading: { ...reading, notes: [...encodingNotes(file), ...reading.notes] },
  }
}

const measure = ({ reading, painter }: Opened): Promise<{ inks: InkSummary[] }> =>
  measureInks(reading, renderSvg, MEASURED, painter({ longest: MEASURED, plain: true }))

/** A picture of pixels, what it is made of and its inks. Throws Unreadable for what is none, or too large. */
const openPicture = async (path: string): Promise<{ bytes: Buffer; measured: Measured; notes: string[] }> => {
  const bytes = readFileSync(path)
  const { width, height, notes } = await pictureInfo(bytes)
  const found = measurePicture(await inkPicture(bytes, { width, height }), MAPPED)
  return { bytes, measured: found, notes: [...notes, `It is taken as ${MANNER_WORDS[found.manner]}.`] }
}
const MANNER_WORDS: Readonly<Record<Manner, string>> = {
  flat: 'flat art',
  painted: 'a painting',
  photographic: 'a photograph',
}

/** An ink as the command line tells it: that of a PDF with what it is there. */
export type FileInk = Omit<InkSummary, 'at'> & Pick<InkRecord, 'inPdf' | 'stays'>

const withoutPlaces = (inks: ReadonlyArray<FileInk & { at?: number | undefined }>): FileInk[] =>
  inks.map(({ at: _, ...ink }) => ink)

/**
 * The inks of a file by falling area, with what had to go and what was left alone. Throws Unreadable for what is
 * neither SVG, PDF nor a picture. `password` opens a PDF that is protected.
 */
export const inksOf = async (
  path: string,
  also: readonly Also[],
  password?: string,
): Promise<FileResult & { inks: FileInk[] }> => {
  if (PICTURE_NAME.test(path)) {
    const { measured: found, notes } = await openPicture(path)
    return { inks: withoutPlaces(found.inks), removed: [], notes }
  }
  if (PDF_NAME.test(path)) {
    const read = await readPdf(path, { password, also })
    return { inks: withoutPlaces(inksOfPdf(read)), removed: [], notes: notesOfPdf(read) }
  }
  const opened = await open(path, also)
  const { reading, removed } = opened
  const { inks } = await measure(opened)
  return { inks: withoutPlaces(inks), removed, notes: reading.notes }
}

/** A scheme of colors that were read, with the roles and shares the list says, or the usual ones. */
export const schemeOfColors = (colors: readonly ReadColor[]): Swatch[] =>
  gatheredScheme(
    colors.map(({ hex, name, role, share = null }) => ({
      ...{ hex, name, role, share },
      from: { kind: 'list', title: 'scheme', hex },
    })),
    [],
  )

/** A project with a scheme, and how its artwork is matched to it; the inks are matched. */
export const planProject = (plan: SchemePlan, inks: readonly InkArea[]): Project => {
  const scheme = schemeOfColors(plan.colors)
  const sets = plan.restrict ? [{ id: 'set', title: 'set', colors: plan.restrict.map(hex => ({ hex, name: '' })) }] : []
  const { match, seed, neutrals, tolerance, hold, meant } = plan
  const project = {
    ...newProject('remap'),
    scheme,
    derived: false,
    baseId: scheme[0]?.id ?? null,
    sets,
    remap: { ...FIRST_REMAP, match, seed, neutrals, tolerance, hold, meant, restrict: sets[0]?.id ?? null },
  }
  const matched = apply(project, { do: 'match', match, seed }, knownInks(inks))
  return plan.shading ? apply(matched, { do: 'shade', shading: plan.shading }, knownInks(inks)) : matched
}

/** Colors of every ink by a plan. */
export const planColors = (plan: Plan, inks: readonly InkArea[]): ReadonlyMap<Hex, Hex> =>
  plan.kind === 'map' ? new Map(plan.pairs) : paintingOf(planProject(plan, inks), { inks, standIns: [] })(null).colors

/** A drawing or a picture as it is looked at: 220 pixels wide. */
const readPreview = async (path: string): Promise<Pixels> => {
  const bytes = readFileSync(path)
  if (!PICTURE_NAME.test(path))
    return renderSvg(cleanSvg(decodeSvg(bytes).text).source, { side: 'width', pixels: PREVIEW_WIDTH, crisp: false })
  const own = await pictureInfo(bytes)
  const { width, height, data } = await plainPicture(
    bytes,
    Math.max(PREVIEW_WIDTH, Math.round((PREVIEW_WIDTH * own.height) / own.width)),
  )
  return { width, height, data: Uint8Array.from(data) }
}

/**
 * Figures of how a drawing or a picture keeps another it came from, and how it wears a scheme, both looked at 220 pixels wide.
 * Throws Unreadable for what is neither, RangeError where the two differ in size.
 */
export const compareFiles = async (
  before: string,
  after: string,
  colors: readonly ReadColor[],
): Promise<Figures & WornFigures> => {
  const [was, is] = [await readPreview(before), await readPreview(after)]
  const hexes = colors.map(({ hex }) => hex)
  return { ...figuresOf(was, is, hexes), ...wornFigures(was, is, schemeOfColors(colors)) }
}

/** Writes a file whole or not at all; at once, as nothing else waits in a process of the command line. */
export const writeAtomically = (path: string, bytes: Uint8Array): void => {
  mkdirSync(dirname(path), { recursive: true })
  const draft = `${path}.${randomUUID().slice(0, 8)}`
  try {
    writeFileSync(draft, bytes)
    renameSync(draft, path)
  } catch (error) {
    rmSync(draft, { force: true })
    throw error
  }
}

/** The extension of a file's name, by which JPEG is the same under both. */
const extensionOf = (path: string): string => extname(path).toLowerCase().replace('.jpeg', '.jpg')

/** Remaps a picture by a plan into one of the kind the new name ends in. */
const remapPicture = async (path: string, plan: Plan, out: string): Promise<FileResult> => {
  if (!WRITTEN_NAME.test(out)) throw new Unreadable('A picture is written as PNG, JPEG or WebP.')
  const {
    bytes,
    measured: { manner, inks },
    notes,
  } = await openPicture(path)
  const planned = planColors(plan, inks)
  const hexes = inks.map(({ hex }) => hex)
  const colors = hexes.map(hex => planned.get(hex) ?? hex)
  if (extensionOf(path) === extensionOf(out) && colors.every((hex, i) => hex === hexes[i])) {
    writeAtomically(out, bytes)
    return { removed: [], notes }
  }
  const whole = inPieces(await plainPicture(bytes), hexes, manner)
  writeAtomically(out, await pictureFile(paintPart(whole, [{ colors, opacity: 1 }], null), out))
  return { removed: [], notes }
}

/** The terms on which a PDF is opened and written: its password, and the paper or the file of the profile that decides its CMYK. */
export interface PdfHow {
  password?: string | undefined
  profile?: string | undefined
}

/** Remaps a PDF by a plan, all its pages together. */
const remapPdf = async (
  path: string,
  plan: Plan,
  out: string,
  also: readonly Also[],
  { password, profile }: PdfHow,
): Promise<FileResult> => {
  if (!PDF_NAME.test(out)) throw new Unreadable('A PDF is written as PDF.')
  const read = await readPdf(path, { password, also })
  const inks = inksOfPdf(read)
  const colors = planColors(plan, inks)
  const isSame =
    !read.removed.length && password === undefined && inks.every(({ hex }) => (colors.get(hex) ?? hex) === hex)
  writeAtomically(
    out,
    isSame ? readFileSync(path) : await writePdf(read, colors, profile === undefined ? null : await pressBy(profile)),
  )
  return { removed: [], notes: notesOfPdf(read) }
}

/**
 * Remaps a file by a plan; where nothing changes it comes out byte for byte. A name that ends in `.svgz` is written
 * packed; a picture is written as the name ends; a PDF is opened and written as `pdf` says.
 */
export const remapFile = async (
  path: string,
  plan: Plan,
  out: string,
  also: readonly Also[],
  pdf: PdfHow = {},
): Promise<FileResult> => {
  if (PICTURE_NAME.test(path)) return remapPicture(path, plan, out)
  if (PDF_NAME.test(path)) return remapPdf(path, plan, out, also, pdf)
  const opened = await open(path, also)
  const { bytes, file, reading, removed, painter } = opened
  const { inks } = plan.kind === 'map' ? { inks: [] } : await measure(opened)
  const colors = planColors(plan, inks)
  const colorOf = (hex: Hex): Hex => colors.get(hex) ?? hex
  const text = writeSvg(reading, ({ hex }) => colorOf(hex), undefined, await painter({})(colorOf))
  const wasPacked = bytes[0] === 0x1f && bytes[1] === 0x8b
  const packed = /\.svgz$/i.test(out)
  if (text === file.text)
    writeAtomically(out, wasPacked === packed ? bytes : packed ? gzipSync(bytes) : gunzipSync(bytes))
  else writeAtomically(out, packed ? gzipSync(encodeSvg({ ...file, text })) : encodeSvg({ ...file, text }))
  return { removed, notes: reading.notes }
}
