import { statSync } from 'node:fs'
import { basename } from 'node:path'
import type { Hex } from '#core/color/convert'
import type { InkRecord, PdfFile } from '#core/document/artwork'
import { takenOutWords } from '#core/interaction/inkOrigin'
import { displayTitle } from '#core/formats/fileName'
import { MAX_PDF_BYTES } from '#core/pdf/limits'
import type { PageColors } from '#core/pdf/write'
import type { Press } from '#core/print/press'
import { uniteInks } from '#core/remap/unite'
import { decodeSvg } from '#core/svg/encoding'
import type { Also } from '#core/svg/reading'
import { Unreadable } from '#core/svg/unreadable'
import { readWithPictures } from '../render/embedded'
import { recolorPdf, takePdf, type TakenPdf } from '../render/pdf'
import { paintedPictures } from '../render/pdfPictures'
import { pdfFileOf, receiveAgain, receivePage, sourceOf, type Received } from '../server/artwork/receive'

/** Names of files that are PDF. */
export const PDF_NAME = /\.pdf$/i

/** A PDF that was read: what is known of it, its clean bytes, and its pages as artwork. */
export interface ReadPdf extends TakenPdf {
  file: PdfFile
  received: Received[]
}

/** The terms on which a PDF is read: the password that opens it, and what is recolored besides the colors of its content. */
export interface PdfReading {
  password?: string | undefined
  also?: readonly Also[]
}

/** Reads a PDF with all its pages. Rejects with Unreadable for what cannot be read. */
export const readPdf = async (path: string, { password, also = [] }: PdfReading = {}): Promise<ReadPdf> => {
  if (statSync(path).size > MAX_PDF_BYTES) throw new Unreadable(`A PDF may have up to ${MAX_PDF_BYTES / 1048576} MB.`)
  const taken = await takePdf(path, password)
  const { source, pages } = taken
  const file = pdfFileOf(taken, displayTitle(basename(path)) || 'Artwork')
  const received: Received[] = []
  for (let number = 1; number <= pages.length; number++) {
    const page = await receivePage(file, source, number)
    received.push(also.length ? await receiveAgain(page.file, sourceOf(page), also) : page)
  }
  return { ...taken, file, received }
}

/** The inks of all pages of a PDF, by falling area, each with what it is in the file. */
export const inksOfPdf = ({ received }: Pick<ReadPdf, 'received'>): InkRecord[] => {
  const files = received.map(({ file }) => file)
  const known = new Map(files.flatMap(({ inks }) => inks.map(ink => [ink.hex, ink])))
  return uniteInks(files).map(({ hex, area, beside = [] }) => ({
    ...(known.get(hex) as InkRecord),
    area,
    beside: beside.map(([other, part, mixed]): [Hex, number, number] => [other, part, mixed ?? 0]),
  }))
}

/** Notes on a PDF: on the things taken out of it, and those of its pages. */
export const notesOfPdf = ({ file, received }: ReadPdf): string[] => [
  ...takenOutWords(file),
  ...new Set(received.flatMap(({ file }) => file.notes)),
]

/** A PDF with all its pages in other colors, and the pictures on them where that was asked for when it was read. */
export const writePdf = async (
  { source, isForPress, received }: ReadPdf,
  colors: ReadonlyMap<Hex, Hex>,
  press: Press | null,
): Promise<Uint8Array> => {
  const changes: PageColors[] = []
  for (const [i, page] of received.entries()) {
    const { also, pictureInks } = page.file
    const change = { page: i + 1, colors }
    if (!also.includes('pictures')) changes.push(change)
    else {
      const read = await readWithPictures(decodeSvg(sourceOf(page)).text, also, pictureInks)
      changes.push({ ...change, pictures: await paintedPictures(source, i + 1, read, hex => colors.get(hex) ?? hex) })
    }
  }
  return recolorPdf(source, changes, isForPress, press)
}
