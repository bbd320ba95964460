import { gunzipSync } from 'node:zlib'
import type { Sql } from 'postgres'
import { unpackInkMap } from '#core/inkmap/codec'
import { withNeighbors } from '#core/inkmap/measureInks'
import { contactsOf } from '#core/inkmap/neighbors'
import type { ArtworkFile } from '#core/document/artwork'
import { artworkMap, artworkSource, findArtwork, storeRecord, withoutNeighbors } from '../db/artwork'
import { reasonOf } from '../reason'
import { receiveAgain } from './receive'

const measureAgain = async (sql: Sql, file: ArtworkFile): Promise<ArtworkFile> => {
  if (file.kind === 'svg') {
    const source = await artworkSource(sql, file.hash)
    if (!source) return file
    const { inks } = (await receiveAgain(file, source, file.also)).file
    const beside = new Map(inks.map(ink => [ink.hex, ink.beside]))
    return { ...file, inks: file.inks.map(ink => ({ ...ink, beside: beside.get(ink.hex) ?? [] })) }
  }
  const packed = await artworkMap(sql, file.hash)
  if (!packed) return file
  const { inks } = file
  const contacts = contactsOf(unpackInkMap(gunzipSync(packed)), inks.length)
  return { ...file, inks: withNeighbors(inks, contacts, place => inks[place]?.hex ?? '#000000') }
}

/**
 * Brings artwork stored by an earlier version up to date: what lies beside each ink. One that cannot be measured stays
 * as it is, and is logged. Returns how many there were; `done` hears of each.
 */
export const bringUpToDate = async (
  sql: Sql,
  done: (file: ArtworkFile, failed: string | null) => void,
): Promise<number> => {
  const hashes = await withoutNeighbors(sql)
  for (const hash of hashes) {
    const file = await findArtwork(sql, hash)
    if (!file) continue
    let failed: string | null = null
    const now = await measureAgain(sql, file).catch((error: unknown) => {
      failed = reasonOf(error)
      return file
    })
    await storeRecord(sql, now)
    done(file, failed)
  }
  return hashes.length
}
