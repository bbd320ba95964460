import { gzipSync } from 'node:zlib'
import { packInkMap } from '../../core/artwork/inkmap'
import { Unreadable } from '../../core/artwork/unreadable'
import type { ArtworkFile } from '../../core/document/artwork'
import type { Hex } from '../../core/color/convert'
import type { Picture } from '../../core/picture/picture'
import { MOST_RASTER_PIXELS, tooLarge } from '../../core/raster/inks'
import { mannerOf, type Manner } from '../../core/raster/manner'
import { measuredPicture } from '../../core/raster/measure'
import { PICTURE_NAME, pictureInfo, plainPicture, plainPng } from '../../render/pictures'
import { titleOf } from '../title'
import { hashOf, MAPPED, type Received } from './receive'

/** The hash a picture is kept under: flat art under that of its bytes, all else by what it is made of too. */
export const hashMade = (source: Uint8Array, manner: Manner, given: readonly Hex[] | undefined): string =>
  hashOf(source, manner === 'flat' ? [] : [manner, ...(given ?? [])])

const received = (
  picture: Picture,
  source: Uint8Array,
  { name, notes, manner }: Pick<ArtworkFile, 'name' | 'notes' | 'manner'>,
  given?: readonly Hex[],
): Received => {
  const { inks, map } = measuredPicture(picture, MAPPED, manner, manner === 'flat' ? undefined : given)
  const file: ArtworkFile = {
    kind: 'raster',
    hash: hashMade(source, manner, given),
    name,
    width: picture.width,
    height: picture.height,
    inks,
    also: [],
    pictureInks: [],
    manner,
    removed: [],
    notes,
  }
  return { file, source, map: gzipSync(packInkMap(map)) }
}

/**
 * Takes in a PNG, JPEG or WebP as artwork: decodes it upright in sRGB, finds what it is made of and its inks, and measures
 * them on a smaller picture taken apart into them. It is kept as PNG, without loss and without what cameras and programs
 * add. Throws Unreadable for what cannot be taken.
 */
export const receiveRaster = async (fileName: string, bytes: Uint8Array): Promise<Received> => {
  const info = await pictureInfo(bytes)
  if (info.width * info.height > MOST_RASTER_PIXELS) throw new Unreadable(tooLarge(info.width, info.height))
  const picture = await plainPicture(bytes)
  const name = titleOf(fileName.replace(/[-_]/g, ' '), PICTURE_NAME, 'Artwork')
  const taken = received(picture, await plainPng(picture), { name, notes: info.notes, manner: mannerOf(picture) })
  const { file } = taken
  return { ...taken, file: { ...file, notes: [...file.notes, ...(file.inks.length ? [] : ['It is clear all over.'])] } }
}

/**
 * Takes a kept picture as made of something else, or of the inks given where it is not flat. It is kept beside what it
 * was, under a hash of its own.
 */
export const receiveMade = async (
  file: ArtworkFile,
  source: Uint8Array,
  manner: Manner,
  given: readonly Hex[] | undefined,
): Promise<Received> => received(await plainPicture(source), source, { ...file, manner }, given)
