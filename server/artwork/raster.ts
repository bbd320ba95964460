import { gzipSync } from 'node:zlib'
import { packInkMap } from '../../core/artwork/inkmap'
import { Unreadable } from '../../core/artwork/unreadable'
import type { ArtworkFile } from '../../core/document/artwork'
import { MOST_RASTER_PIXELS } from '../../core/raster/inks'
import { measuredPicture } from '../../core/raster/measure'
import { pictureInfo, plainPicture, plainPng } from '../../render/pictures'
import { titleOf } from '../title'
import { hashOf, MAPPED, type Received } from './receive'

/**
 * Takes in a PNG, JPEG or WebP as artwork: decodes it upright in sRGB, finds its inks, and measures them on a smaller
 * picture taken apart into them. It is kept as PNG, without loss and without what cameras and programs add. Throws
 * Unreadable for what cannot be taken.
 */
export const receiveRaster = async (fileName: string, bytes: Uint8Array): Promise<Received> => {
  const info = await pictureInfo(bytes)
  if (info.width * info.height > MOST_RASTER_PIXELS)
    throw new Unreadable(
      `The picture has ${Math.round((info.width * info.height) / 1e6)} megapixels; raster artwork may ` +
        `have up to ${MOST_RASTER_PIXELS / 1e6}.`,
    )
  const picture = await plainPicture(bytes)
  const source = await plainPng(picture)
  const { inks, map } = measuredPicture(picture, MAPPED)
  const file: ArtworkFile = {
    kind: 'raster',
    hash: hashOf(source, []),
    name: titleOf(fileName.replace(/[-_]/g, ' '), /\.(png|jpe?g|webp)$/i, 'Artwork'),
    width: picture.width,
    height: picture.height,
    inks,
    also: [],
    pictureInks: [],
    removed: [],
    notes: [...info.notes, ...(inks.length ? [] : ['It is clear all over.'])],
  }
  return { file, source, map: gzipSync(packInkMap(map)) }
}
