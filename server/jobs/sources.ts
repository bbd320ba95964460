import { readFile } from 'node:fs/promises'
import { instantiate, type ColorEngine } from 'lcms-wasm'
import type { Sql } from 'postgres'
import { pressOf } from '#core/print/engine'
import { PAPERS, type Print } from '#core/print/papers'
import type { Press } from '#core/print/press'
import type { Sources } from '../../render/handover/writeHandOver'
import { artworkSource, findArtwork } from '../db/artwork'
import { pictureBytes } from '../db/pictures'

let engine: Promise<ColorEngine> | undefined

/** The press of a paper that ships with the app; null where nothing is printed. */
export const pressFor = async (print: Print): Promise<Press | null> => {
  if (!print.paper) return null
  const profile = await readFile(new URL(`../../public/press/${PAPERS[print.paper].profile}`, import.meta.url))
  return pressOf(await (engine ??= instantiate()), profile, print)
}

/** Sources of an export, from the database. */
export const storedSources = (sql: Sql): Sources => ({
  file: hash => findArtwork(sql, hash),
  source: hash => artworkSource(sql, hash),
  picture: async hash => (await pictureBytes(sql, hash, 'working'))?.bytes ?? null,
  press: pressFor,
})
