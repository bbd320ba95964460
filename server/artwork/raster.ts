import type { Sql } from 'postgres'
import type { ArtworkFile } from '#core/document/artwork'
import type { Hex } from '#core/color/convert'
import type { Manner } from '#core/raster/manner'
import { measurePicture } from '#core/raster/measure'
import { reducePicture, STAGED } from '#core/raster/reduce'
import { inkPicture, PICTURE_NAME, pictureInfo, plainPicture, plainPng, plainPngOf } from '../../render/pictures'
import { artworkSource, artworkStage, storeStage } from '../db/artwork'
import { titleOf } from '../title'
import { hashOf, MAPPED, packMaps, type Received } from './receive'

/** The hash a picture is stored under: flat art under that of its bytes, all else by what it is made of too. */
export const hashMade = (source: Uint8Array, manner: Manner, given: readonly Hex[] | undefined): string =>
  hashOf(source, manner === 'flat' ? [] : [manner, ...(given ?? [])])

const isLarger = ({ width, height }: { width: number; height: number }): boolean => Math.max(width, height) > STAGED

/**
 * Takes in a PNG, JPEG, WebP or GIF as artwork: decodes it upright in sRGB, finds what it is made of and its inks, and measures
 * them on a smaller picture taken apart into them. It is stored as PNG, without loss and without what cameras and programs
 * add. Throws Unreadable for what cannot be taken.
 */
export const receiveRaster = async (fileName: string, bytes: Uint8Array): Promise<Received> => {
  const { width, height, notes } = await pictureInfo(bytes)
  const written = plainPngOf(bytes)
  written.catch(() => null) // it is heard of below, after what can fail before
  const { manner, inks, map, stage } = measurePicture(await inkPicture(bytes, { width, height }), MAPPED)
  const source = await written
  const file: ArtworkFile = {
    kind: 'raster',
    hash: hashMade(source, manner, undefined),
    name: titleOf(fileName.replace(/[-_]/g, ' '), PICTURE_NAME, 'Artwork'),
    width,
    height,
    inks,
    also: [],
    pictureInks: [],
    manner,
    removed: [],
    notes: [...notes, ...(inks.length ? [] : ['It is completely transparent.'])],
  }
  return { file, source, ...packMaps(map), stage: isLarger(file) ? await plainPng(stage) : null }
}

/**
 * Reads a stored picture as made of something else, or of the inks given where it is not flat; `stage` is the picture as
 * it is shown on the stage, which is enough for what is not flat. It is stored beside what it was, under a hash of its own.
 */
export const receiveMade = async (
  file: ArtworkFile,
  source: Uint8Array,
  stage: Uint8Array,
  manner: Manner,
  given: readonly Hex[] | undefined,
): Promise<Received> => {
  const { inks, map } =
    manner === 'flat'
      ? measurePicture(await inkPicture(source, file), MAPPED, { manner })
      : measurePicture(await plainPicture(stage), MAPPED, { manner, inks: given })
  return {
    file: { ...file, hash: hashMade(source, manner, given), manner, inks },
    source: { sameAs: file.hash },
    ...packMaps(map),
  }
}

/**
 * A stored picture as it is shown on the stage, as PNG; null where there is none of this hash. One that an earlier version
 * stored is made and stored.
 */
export const stagePicture = async (sql: Sql, file: ArtworkFile): Promise<Buffer | null> => {
  const stage = await artworkStage(sql, file.hash)
  if (stage) return stage
  const source = await artworkSource(sql, file.hash)
  if (!source || !isLarger(file)) return source
  const made = await plainPng(reducePicture(await plainPicture(source), STAGED))
  await storeStage(sql, file.hash, made)
  return made
}
