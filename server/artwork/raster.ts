import { gzipSync } from 'node:zlib'
import { packInkMap } from '../../core/artwork/inkmap'
import { Unreadable } from '../../core/artwork/unreadable'
import type { ArtworkFile } from '../../core/document/artwork'
import type { Picture } from '../../core/picture/picture'
import { MOST_RASTER_PIXELS, tooLarge } from '../../core/raster/inks'
import { mannerOf, type Manner } from '../../core/raster/manner'
import { measuredPicture } from '../../core/raster/measure'
import { pictureInfo, plainPicture, plainPng } from '../../render/pictures'
import { titleOf } from '../title'
import { hashOf, MAPPED, type Received } from './receive'

const received = (
  picture: Picture,
  source: Uint8Array,
  { name, notes, manner }: Pick<ArtworkFile, 'name' | 'notes' | 'manner'>,
): Received => {
  const { inks, map } = measuredPicture(picture, MAPPED, manner)
  const file: ArtworkFile = {
    kind: 'raster',
    hash: hashOf(source, manner === 'flat' ? [] : [manner]),
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
  const name = titleOf(fileName.replace(/[-_]/g, ' '), /\.(png|jpe?g|webp)$/i, 'Artwork')
  const taken = received(picture, await plainPng(picture), { name, notes: info.notes, manner: mannerOf(picture) })
  const { file } = taken
  return { ...taken, file: { ...file, notes: [...file.notes, ...(file.inks.length ? [] : ['It is clear all over.'])] } }
}

/** Takes a kept picture as made of something else. It is kept beside what it was, under a hash of its own. */
export const receiveMade = async (file: ArtworkFile, source: Uint8Array, manner: Manner): Promise<Received> =>
  received(await plainPicture(source), source, { ...file, manner })
