import type { Sql } from 'postgres'
import { pressOf } from '#core/print/engine'
import type { Print } from '#core/print/papers'
import type { Press } from '#core/print/press'
import { colorEngine, paperProfile } from '../../render/press'
import type { Sources } from '../../render/handover/writeHandOver'
import { artworkSource, findArtwork } from '../db/artwork'
import { findPdf, pdfSource } from '../db/pdfs'
import { pictureBytes } from '../db/pictures'
import { profileBytes } from '../db/profiles'

/** The press of a paper, or of a printer's own profile from where it is stored; null where nothing is printed. */
export const pressFor = async (
  print: Print,
  ownProfile: (hash: string) => Promise<Uint8Array | null> = async () => null,
): Promise<Press | null> => {
  const { paper, own } = print
  if (!paper) return null
  const profile = paper === 'own' ? own && (await ownProfile(own.hash)) : await paperProfile(paper)
  if (!profile) throw new Error('The printer’s profile is not here any more.')
  return pressOf(await colorEngine(), profile, print)
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
  press: print => pressFor(print, hash => profileBytes(sql, hash)),
})
