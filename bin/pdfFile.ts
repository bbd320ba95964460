import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { basename } from 'node:path'
import type { Hex } from '#core/color/convert'
import type { PdfFile } from '#core/document/artwork'
import { displayTitle } from '#core/formats/fileName'
import { MAX_PDF_BYTES } from '#core/pdf/limits'
import type { Press } from '#core/print/press'
import { uniteInks } from '#core/remap/unite'
import { Unreadable } from '#core/svg/unreadable'
import { recolorPdf, takePdf, type TakenPdf } from '../render/pdf'
import { receivePage, type Received } from '../server/artwork/receive'

/** Names of files that are PDF. */
export const PDF_NAME = /\.pdf$/i

/** A PDF that was read: what is known of it, its clean bytes, and its pages as artwork. */
export interface ReadPdf extends TakenPdf {
  file: PdfFile
  received: Received[]
}

/** Reads a PDF with all its pages. Rejects with Unreadable for what cannot be read; `password` opens one that is protected. */
export const readPdf = async (path: string, password?: string): Promise<ReadPdf> => {
  if (readFileSync(path).length > MAX_PDF_BYTES)
    throw new Unreadable(`A PDF may have up to ${MAX_PDF_BYTES / 1048576} MB.`)
  const taken = await takePdf(path, password)
  const { source, removed, pages, isForPress } = taken
  const hash = createHash('sha256').update(source).digest('hex')
  const file: PdfFile = { hash, name: displayTitle(basename(path)) || 'Artwork', pages, removed, isForPress }
  const received: Received[] = []
  for (let number = 1; number <= pages.length; number++) received.push(await receivePage(file, source, number))
  return { ...taken, file, received }
}

/** The inks of all pages of a PDF, by falling area, each with what it is in the file. */
export const inksOfPdf = ({ received }: Pick<ReadPdf, 'received'>): ReadPdf['received'][number]['file']['inks'] => {
  const files = received.map(({ file }) => file)
  const known = new Map(files.flatMap(({ inks }) => inks.map(ink => [ink.hex, ink])))
  return uniteInks(files).map(({ hex, area, beside = [] }) => ({
    ...(known.get(hex) as ReadPdf['received'][number]['file']['inks'][number]),
    area,
    beside: beside.map(([other, part, mixed]): [Hex, number, number] => [other, part, mixed ?? 0]),
  }))
}

/** What is said of a PDF: what was taken out of it, and the notes of its pages. */
export const notesOfPdf = ({ removed, received }: ReadPdf): string[] => [
  ...(removed.length ? [`Taken out of the PDF: ${removed.join(', ')}.`] : []),
  ...new Set(received.flatMap(({ file }) => file.notes)),
]

/** A PDF with all its pages in other colors. */
export const writePdf = (
  { source, pages, isForPress }: TakenPdf,
  colors: ReadonlyMap<Hex, Hex>,
  press: Press | null,
): Promise<Uint8Array> =>
  recolorPdf(
    source,
    pages.map((_, i) => ({ page: i + 1, colors })),
    isForPress,
    press,
  )
