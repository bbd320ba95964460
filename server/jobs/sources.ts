import type { Sql } from 'postgres'
import { pressOf } from '#core/print/engine'
import type { Print } from '#core/print/papers'
import type { Press } from '#core/print/press'
import { colorEngine, paperProfile } from '../../render/press'
import type { Sources } from '../../render/handover/writeHandOver'
import { artworkSource, findArtwork } from '../db/artwork'
import { findPdf, pdfSource } from '../db/pdfs'
import { pictureBytes } from '../db/pictures'

/** The press of a paper that ships with the app; null where nothing is printed. */
export const pressFor = async (print: Print): Promise<Press | null> => {
  if (!print.paper) return null
  return pressOf(await colorEngine(), await paperProfile(print.paper), print)
}

/** Sources of an export, from the database. */
export const storedSources = (sql: Sql): Sources => ({
  file: hash => findArtwork(sql, hash),
  source: hash => artworkSource(sql, hash),
  pdf: async hash => {
    const [file, source] = await Promise.all([findPdf(sql, hash), pdfSource(sql, hash)])
    return file && source && { source, isForPress: file.isForPress }
  },
  picture: async hash => (await pictureBytes(sql, hash, 'working'))?.bytes ?? null,
  press: pressFor,
})
