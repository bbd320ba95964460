import { gzipSync } from 'node:zlib'
import { areasOf, packInkMap } from '../../core/artwork/inkmap'
import { withNeighbors } from '../../core/artwork/inks'
import { contactsOf } from '../../core/artwork/neighbors'
import { Unreadable } from '../../core/artwork/unreadable'
import type { ArtworkFile } from '../../core/document/artwork'
import { inkMapOf } from '../../core/raster/inkmap'
import { MOST_RASTER_PIXELS, rasterInks } from '../../core/raster/inks'
import { reducedPicture } from '../../core/raster/reduce'
import { unmixed } from '../../core/raster/unmix'
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
  const hexes = rasterInks(picture)
  const map = inkMapOf(unmixed(reducedPicture(picture, MAPPED), hexes))
  const areas = areasOf(map, hexes.length)
  const inks = hexes
    .map((hex, i) => ({ hex, area: areas[i] ?? 0, uses: 1 }))
    .sort((one, other) => other.area - one.area)
  const file: ArtworkFile = {
    kind: 'raster',
    hash: hashOf(source, []),
    name: titleOf(fileName.replace(/[-_]/g, ' '), /\.(png|jpe?g|webp)$/i, 'Artwork'),
    width: picture.width,
    height: picture.height,
    inks: withNeighbors(inks, contactsOf(map, hexes.length), place => hexes[place] ?? '#000000'),
    also: [],
    pictureInks: [],
    removed: [],
    notes: [...info.notes, ...(hexes.length ? [] : ['It is clear all over.'])],
  }
  const places = new Map(file.inks.map(({ hex }, i) => [hex, i]))
  const place = (old: number): number => places.get(hexes[old] ?? '') ?? 0
  const ordered = { ...map, solid: map.solid.map(at => at && place(at - 1) + 1), ink: map.ink.map(place) }
  return { file, source, map: gzipSync(packInkMap(ordered)) }
}
