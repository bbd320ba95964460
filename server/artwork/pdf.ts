import type { Sql } from 'postgres'
import type { ArtworkFile, PdfFile } from '#core/document/artwork'
import { drawThumbnail, takePdf } from '../../render/pdf'
import { storeArtwork } from '../db/artwork'
import { findPdf, pdfSource, storePdf } from '../db/pdfs'
import { titleOf } from '../title'
import { pdfFileOf, receivePage } from './receive'

/** Takes in a PDF and stores it. Rejects with Unreadable for what cannot be taken, NeedsPassword where it is protected. */
export const receivePdf = async (sql: Sql, name: string, path: string, password?: string): Promise<PdfFile> => {
  const taken = await takePdf(path, password)
  const file = pdfFileOf(taken, titleOf(name, /\.pdf$/i, 'Artwork'))
  await storePdf(sql, file, taken.source)
  return file
}

/** A stored PDF with its bytes; null where there is none, or it has no such page. */
const withPage = async (sql: Sql, hash: string, number: number): Promise<{ file: PdfFile; source: Buffer } | null> => {
  const [file, source] = await Promise.all([findPdf(sql, hash), pdfSource(sql, hash)])
  return file && source && number >= 1 && number <= file.pages.length ? { file, source } : null
}

/** Takes a page of a stored PDF in as artwork, under the name the file came with; null where there is none. */
export const receivePdfPage = async (
  sql: Sql,
  hash: string,
  number: number,
  name: string,
): Promise<ArtworkFile | null> => {
  const found = await withPage(sql, hash, number)
  if (!found) return null
  const received = await receivePage({ ...found.file, ...(name ? { name } : {}) }, found.source, number)
  await storeArtwork(sql, received)
  return received.file
}

/** A small picture of a page of a stored PDF, as PNG; null where there is none. */
export const pdfThumbnail = async (sql: Sql, hash: string, number: number): Promise<Buffer | null> => {
  const found = await withPage(sql, hash, number)
  return found && drawThumbnail(found.source, number)
}
