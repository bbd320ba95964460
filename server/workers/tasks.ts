import { zipSync } from 'fflate'
import { readFile } from 'node:fs/promises'
import { gunzipSync } from 'node:zlib'
import type { Sql } from 'postgres'
import { unpackInkMap } from '#core/inkmap/codec'
import { embeddedBytes, embeddedIn } from '#core/svg/embedded'
import { decodeSvg } from '#core/svg/encoding'
import { readMarkup } from '#core/svg/markup'
import type { Also } from '#core/svg/reading'
import type { ArtworkFile, PdfFile } from '#core/document/artwork'
import type { PictureFile } from '#core/document/pictures'
import type { OwnProfile } from '#core/print/papers'
import type { Manner } from '#core/raster/manner'
import { plainPicture, plainPng } from '../../render/pictures'
import { pdfThumbnail, receivePdf, receivePdfPage } from '../artwork/pdf'
import { previewOf } from '../artwork/preview'
import { checkProfile } from '../artwork/profile'
import { hashMade, receiveMade, receiveRaster, stagePicture } from '../artwork/raster'
import { hashAgain, openSvg, packProof, receiveAgain, type Received } from '../artwork/receive'
import { artworkMap, artworkSource, findArtwork, reviveArtwork, storeArtwork, storeProof } from '../db/artwork'
import { storePicture } from '../db/pictures'
import { storePreview } from '../db/previews'
import { storeProfile } from '../db/profiles'
import { findProject } from '../db/projects'
import { findTrail } from '../db/trail'
import { createFromText, saveFromText } from '../documents'
import { receivePicture } from '../pictures/receive'

/* The heavy work of the routes, each from its input to what is stored: worker processes do it. */

const storeReceived = async (sql: Sql, received: Received): Promise<ArtworkFile> => {
  await storeArtwork(sql, received)
  return received.file
}

const asJson = async (work: Promise<unknown>): Promise<string | null> => {
  const answer = await work
  return answer === null ? null : JSON.stringify(answer)
}

/** The tasks of a worker, by name. A file that came in is given by the path it lies at. */
export const TASKS = {
  'take drawing': async (sql: Sql, { name, path }: { name: string; path: string }): Promise<ArtworkFile> => {
    const opened = openSvg(name, await readFile(path))
    const known = await reviveArtwork(sql, opened.hash)
    if (known) return { ...known, name: opened.name, removed: opened.removed }
    return storeReceived(sql, await opened.measure())
  },
  'take picture': async (sql: Sql, { name, path }: { name: string; path: string }): Promise<ArtworkFile> =>
    storeReceived(sql, await receiveRaster(name, await readFile(path))),
  'take pdf': (
    sql: Sql,
    { name, path, password }: { name: string; path: string; password: string | undefined },
  ): Promise<PdfFile> => receivePdf(sql, name, path, password),
  'take page': (
    sql: Sql,
    { hash, number, name }: { hash: string; number: number; name: string },
  ): Promise<ArtworkFile | null> => receivePdfPage(sql, hash, number, name),
  'show page': (sql: Sql, { hash, number }: { hash: string; number: number }): Promise<Uint8Array | null> =>
    pdfThumbnail(sql, hash, number),
  /** A printer's own profile, checked and stored. */
  'take profile': async (sql: Sql, { path }: { path: string }): Promise<OwnProfile> => {
    const bytes = await readFile(path)
    const profile = await checkProfile(bytes)
    await storeProfile(sql, profile, bytes)
    return profile
  },
  'take reference': async (sql: Sql, { name, path }: { name: string; path: string }): Promise<PictureFile> => {
    const received = await receivePicture(name, await readFile(path))
    await storePicture(sql, received)
    return received.file
  },
  /** A stored drawing read again, with what else is recolored; null where there is none. */
  'read again': async (sql: Sql, { hash, also }: { hash: string; also: Also[] }): Promise<ArtworkFile | null> => {
    const [file, source] = await Promise.all([findArtwork(sql, hash), artworkSource(sql, hash)])
    if (!file || !source || file.kind !== 'svg') return null
    return (
      (await findArtwork(sql, hashAgain(file, source, also))) ??
      storeReceived(sql, await receiveAgain(file, source, also))
    )
  },
  /** A stored picture read as made of something else; null where there is none. */
  'take as made of': async (
    sql: Sql,
    { hash, manner, inks }: { hash: string; manner: Manner; inks: string[] | undefined },
  ): Promise<ArtworkFile | null> => {
    const [file, source] = await Promise.all([findArtwork(sql, hash), artworkSource(sql, hash)])
    if (!file || !source || file.kind !== 'raster') return null
    const known = await findArtwork(sql, hashMade(source, manner, inks))
    if (known) return known
    const stage = (await stagePicture(sql, file)) ?? source
    return storeReceived(sql, await receiveMade(file, source, stage, manner, inks))
  },
  /** The pictures within a drawing that are recolored, as an archive of PNG files named by their place; null where there is none. */
  'take out pictures': async (sql: Sql, { hash }: { hash: string }): Promise<Uint8Array | null> => {
    const [file, source] = await Promise.all([findArtwork(sql, hash), artworkSource(sql, hash)])
    if (!file || !source) return null
    const { pictures } = embeddedIn(readMarkup(decodeSvg(source).text))
    const all: Record<string, Uint8Array> = {}
    for (const [place, inks] of file.pictureInks.entries()) {
      const bytes = inks.length && pictures[place] ? embeddedBytes(pictures[place]) : null
      if (bytes) all[place] = await plainPng(await plainPicture(bytes))
    }
    return zipSync(all, { level: 0 })
  },
  /** A stored picture as it is shown on the stage; null where there is none. */
  'show picture': async (sql: Sql, { hash }: { hash: string }): Promise<Uint8Array | null> => {
    const file = await findArtwork(sql, hash)
    return file?.kind === 'raster' ? stagePicture(sql, file) : null
  },
  /** The ink map of an artwork for its proofs, made and stored where an earlier version did not; null where it has no map. */
  'reduce map': async (sql: Sql, { hash }: { hash: string }): Promise<Uint8Array | null> => {
    const map = await artworkMap(sql, hash)
    if (!map) return null
    const proof = packProof(unpackInkMap(gunzipSync(map)))
    await storeProof(sql, hash, proof)
    return proof
  },
  /** Large documents: checked, stored and answered as routes do it with small ones, the answers as JSON. */
  'save document': (
    sql: Sql,
    { id, text, by }: { id: string; text: string; by: string | null },
  ): Promise<string | null> => asJson(saveFromText(sql, id, text, by)),
  'create document': (sql: Sql, { text }: { text: string }): Promise<string | null> =>
    asJson(createFromText(sql, text)),
  'tell document': (sql: Sql, { id }: { id: string }): Promise<string | null> => asJson(findProject(sql, id)),
  'tell trail': (sql: Sql, { id }: { id: string }): Promise<string | null> => asJson(findTrail(sql, id)),
  /** The first artwork of a project in its scheme, small, as SVG; null where it has none. */
  'preview': async (sql: Sql, { id }: { id: string }): Promise<string | null> => {
    const project = await findProject(sql, id)
    const picture = project && (await previewOf(sql, project.document))
    if (picture) await storePreview(sql, id, project.version, picture)
    return picture
  },
}

type Tasks = typeof TASKS
export type TaskName = keyof Tasks
export type Given<Name extends TaskName> = Parameters<Tasks[Name]>[1]
export type Answer<Name extends TaskName> = Awaited<ReturnType<Tasks[Name]>>

/** The reply of a worker: its answer, why it is refused (in a plain sentence), or what went wrong. */
export type Reply =
  | { answer: unknown }
  | { refused: { statusCode: number; message: string; data?: unknown } }
  | { failed: string; code: string | undefined }
