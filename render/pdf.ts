import { mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Hex } from '#core/color/convert'
import { cleanPdf } from '#core/pdf/clean'
import { PdfColors, type LeftAlone, type PdfColor } from '#core/pdf/document'
import { NeedsPassword } from '#core/pdf/needsPassword'
import { parsePdf, serializePdf, type PDFContext } from '#core/pdf/objects'
import { keepPage, pageSize, pagesOf } from '#core/pdf/pages'
import { FOR_SCREEN, recolorPages } from '#core/pdf/recolor'
import { countPictures, tidyConverted } from '#core/pdf/screen'
import type { ColorManagement } from '#core/pdf/spaces'
import { writePages, type PageColors } from '#core/pdf/write'
import type { Press } from '#core/print/press'
import { MAX_SVG_BYTES, Unreadable } from '#core/svg/unreadable'
import { colorEngine, converterBy, paperProfile } from './press'
import { ProgramError, runProgram, type Limits } from './programs'

/** Limits of the programs that read PDF. */
const LIMITS: Limits = { ms: 60_000, memoryMB: 2048, fileMB: 256 }
/** The same where a page is only looked at before it is chosen. */
const LOOKED_AT: Limits = { ...LIMITS, ms: 10_000 }
const PDF_MARK = '%PDF-'
/** Number of bytes within which a PDF must begin. */
const MARK_WITHIN = 1024

/** A PDF that was taken in: without what acts, and what is known of it. */
export interface TakenPdf {
  source: Uint8Array
  /** The kinds of things taken out, in words. */
  removed: string[]
  /** The sizes of its pages, in points. */
  pages: Array<{ width: number; height: number }>
  isForPress: boolean
}

/** A page of a PDF as it is shown: its SVG, and the colors it is painted with. */
export interface ShownPage {
  svg: string
  colors: PdfColor[]
  /** Number of pictures in the SVG; more than the page has where parts of it could only be shown as such. */
  pictures: number
  left: LeftAlone
}

/** A PDF that a program could make nothing of. */
class Damaged extends Unreadable {}

/** Does work on a PDF; one that is built to overflow what reads it (names of a million letters, nesting without end) is refused. */
const orDamaged = async <Result>(work: () => Promise<Result>): Promise<Result> => {
  try {
    return await work()
  } catch (error) {
    throw error instanceof RangeError ? new Damaged('The PDF is damaged: it can’t be read.') : error
  }
}

/** A folder of its own for the files of a piece of work; it is gone afterwards. */
export const inFolder = async <Result>(work: (folder: string) => Promise<Result>): Promise<Result> => {
  const folder = await mkdtemp(join(tmpdir(), 'plumbago-pdf-'))
  try {
    return await work(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/** Runs a program that reads a PDF. Rejects with Unreadable, in a plain sentence, where that does not go. */
export const runOnPdf = async (
  command: string,
  args: readonly string[],
  { password, limits = LIMITS }: { password?: string | undefined; limits?: Limits } = {},
): Promise<Buffer> => {
  try {
    return await runProgram(command, args, limits, password)
  } catch (error) {
    if (!(error instanceof ProgramError)) throw error
    if (error.kind === 'missing')
      throw new Unreadable('PDF can’t be read here: Debian’s packages qpdf and poppler-utils are missing.')
    if (error.kind === 'late') throw new Unreadable('The PDF takes too much time or memory to read.')
    if (/password/i.test(error.report))
      throw new NeedsPassword(password === undefined ? 'The PDF is protected by a password.' : 'The password is wrong.')
    throw new Damaged('The PDF is damaged: it can’t be read.')
  }
}

/** A PDF as plain objects: not encrypted, with an index that is right, none of them packed together. */
const plainPdf = (path: string, password?: string): Promise<Uint8Array> =>
  inFolder(async folder => {
    const out = join(folder, 'plain.pdf')
    const how = ['--warning-exit-0', '--no-warn', '--decrypt', '--object-streams=disable', '--stream-data=preserve']
    const secret = password === undefined ? [] : ['--password-file=-']
    await runOnPdf('qpdf', [...how, '--deterministic-id', ...secret, path, out], { password })
    return readFile(out)
  })

/**
 * Color management of files: their own profiles, and the coated paper for CMYK without one. Where a press is given, that decides what
 * is written in CMYK; what is read stays as it was shown.
 */
const managementOf = async (press: Press | null): Promise<ColorManagement> => {
  const [engine, coated] = [await colorEngine(), await paperProfile('coated')]
  const cmyk = converterBy(engine, coated, 4)
  if (!cmyk) throw new Error('The profile of coated paper cannot be used.')
  const valuesOf = (hex: Hex): number[] => {
    const { c, m, y, k } = (press as Press).cmykOf(hex)
    return [c, m, y, k]
  }
  return {
    cmyk: press ? { hexOf: cmyk.hexOf, valuesOf } : cmyk,
    byProfile: (profile, components) => converterBy(engine, profile, components),
  }
}

const openStored = async (source: Uint8Array): Promise<{ context: PDFContext; pages: ReturnType<typeof pagesOf> }> => {
  const context = await parsePdf(source)
  return { context, pages: pagesOf(context) }
}

/** A PDF at a path as objects. One of which so much is lost that its index cannot be made anew is read object by object. */
const openAny = async (path: string, password?: string): Promise<PDFContext> => {
  try {
    return await parsePdf(await plainPdf(path, password))
  } catch (error) {
    if (!(error instanceof Damaged)) throw error
    const context = await parsePdf(await readFile(path))
    if (context.trailerInfo.Encrypt) throw error
    return context
  }
}

/**
 * Takes in a PDF at a path, of any kind: packed, with a damaged index, protected (with its password, which goes nowhere else). What
 * acts, brings files along or reaches outside is taken out. Throws Unreadable for what cannot be taken, NeedsPassword where a password
 * is missing or wrong.
 */
export const takePdf = (path: string, password?: string): Promise<TakenPdf> =>
  orDamaged(async () => {
    const head = (await readFile(path)).subarray(0, MARK_WITHIN).toString('latin1')
    if (!head.includes(PDF_MARK)) throw new Unreadable('The file is no PDF.')
    const context = await openAny(path, password)
    const pages = pagesOf(context)
    const removed = cleanPdf(context)
    const { isForPress } = new PdfColors(context, await managementOf(null), pages)
    return { source: await serializePdf(context), removed, pages: pages.map(pageSize), isForPress }
  })

const pageOf = <Page>(pages: readonly Page[], number: number): Page => {
  const page = pages[number - 1]
  if (!page) throw new Unreadable(`The PDF has no page ${number}.`)
  return page
}

/** A page of a stored PDF, by its number from 1, for the screen: its colors in sRGB, letters as outlines. */
export const showPage = (source: Uint8Array, number: number, isForPress: boolean): Promise<ShownPage> =>
  orDamaged(async () => {
    const { context, pages } = await openStored(source)
    const page = pageOf(pages, number)
    const colors = new PdfColors(context, await managementOf(null), [page], isForPress)
    const [own, left] = [colors.colors(), colors.leftAlone()]
    recolorPages(colors, FOR_SCREEN)
    keepPage(context, page)
    const svg = await inFolder(async folder => {
      const [from, to] = [join(folder, 'page.pdf'), join(folder, 'page.svg')]
      await writeFile(from, await serializePdf(context))
      await runOnPdf('pdftocairo', ['-svg', from, to])
      const { size } = await stat(to)
      if (size > MAX_SVG_BYTES)
        throw new Unreadable(
          `Page ${number} is too detailed: as SVG it has ${Math.round(size / 1048576)} MB, ` +
            `and up to ${MAX_SVG_BYTES / 1048576} MB can be shown.`,
        )
      return readFile(to, 'utf8')
    })
    return {
      svg: tidyConverted(svg, [...new Set(own.map(({ hex }) => hex))]),
      colors: own,
      pictures: countPictures(svg),
      left,
    }
  })

/** Width of a thumbnail of a page, in pixels. */
const THUMBNAIL = 240

/** A small picture of a page of a stored PDF, as PNG. */
export const drawThumbnail = (source: Uint8Array, number: number): Promise<Buffer> =>
  inFolder(async folder => {
    const [from, to] = [join(folder, 'source.pdf'), join(folder, 'page')]
    await writeFile(from, source)
    const page = ['-f', String(number), '-l', String(number), '-singlefile']
    await runOnPdf('pdftocairo', ['-png', ...page, '-scale-to', String(THUMBNAIL), from, to], { limits: LOOKED_AT })
    return readFile(`${to}.png`)
  })

/** A stored PDF with pages in other colors: nothing but its colors is changed. */
export const recolorPdf = (
  source: Uint8Array,
  changes: readonly PageColors[],
  isForPress: boolean,
  press: Press | null,
  spots: ReadonlyMap<string, string> = new Map(),
): Promise<Uint8Array> =>
  orDamaged(async () => {
    const { context, pages } = await openStored(source)
    writePages(context, pages, changes, { management: await managementOf(press), isForPress, spots })
    return serializePdf(context)
  })
