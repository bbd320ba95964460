import { asDataUrls, embeddedBytes, withPictures, type PicturePainter } from '#core/svg/embedded'
import { mixtureOf, paintPictures } from '#core/raster/embedded'
import { readSvg } from '#core/svg/read'
import type { Markup } from '#core/svg/markup'
import type { Also, Reading } from '#core/svg/reading'
import { Unreadable } from '#core/svg/unreadable'
import type { Picture } from '#core/picture/picture'
import { rasterInks } from '#core/raster/inks'
import { reducePicture } from '#core/raster/reduce'
import { unmix, type Unmixed } from '#core/raster/unmix'
import { pictureInfo, plainPicture, plainPng } from './pictures'

/**
 * A way of painting pictures: in full or with their longer side reduced to so many pixels; `plain` as nothing but the
 * mixture of their inks, to be measured.
 */
export interface Painting {
  longest?: number
  plain?: boolean
}

/** A file read with the pictures within it, and what paints them. */
export interface ReadWithPictures {
  reading: Reading
  painter: (painting: Painting) => PicturePainter
}

/** The most pictures within a file that are read, and the most pixels they may have together. */
const MAX_PICTURES = 200
const MAX_PIXELS_WITHIN = 12_000_000

/**
 * The pictures within a file, decoded; null for those that cannot be, and for what goes beyond how many there may be
 * and the pixels they may have together.
 */
const decodePictures = async ({ pictures }: Reading): Promise<Array<Picture | null>> => {
  const all: Array<Picture | null> = []
  let left = MAX_PIXELS_WITHIN
  for (const picture of pictures) {
    const bytes = all.length < MAX_PICTURES ? embeddedBytes(picture) : null
    try {
      const info = bytes && (await pictureInfo(bytes))
      const fits = bytes && info && info.width * info.height <= left
      if (fits) left -= info.width * info.height
      all.push(fits ? await plainPicture(bytes) : null)
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error
      all.push(null)
    }
  }
  return all
}

/** A painter of pictures, each taken apart when it is first painted. */
const painterOf = (
  reading: Reading,
  pictures: ReadonlyArray<Picture | null>,
  taken: (picture: Picture, place: number) => Unmixed,
): PicturePainter => {
  const known = new Map<number, Unmixed>()
  const takenAt = (place: number): Unmixed | null => {
    const picture = pictures[place]
    if (!picture) return null
    const each = known.get(place) ?? taken(picture, place)
    known.set(place, each)
    return each
  }
  return async colorOf => asDataUrls(await paintPictures(reading, takenAt, colorOf, plainPng))
}

/**
 * Reads a clean SVG, and where that is asked for, the pictures within it. `inks` are those of each picture where they
 * are known. Throws Unreadable for what is no SVG.
 */
export const readWithPictures = async (
  source: string | Markup,
  also: readonly Also[],
  inks?: readonly string[][],
): Promise<ReadWithPictures> => {
  const plain = readSvg(source, also)
  const pictures = also.includes('pictures') ? await decodePictures(plain) : []
  const reading = pictures.length
    ? withPictures(plain, inks ?? pictures.map(picture => (picture ? rasterInks(picture) : [])))
    : plain
  const inksAt = (place: number): readonly string[] => reading.pictureInks[place] ?? []
  return {
    reading,
    painter: ({ longest = Infinity, plain: bare = false }) =>
      painterOf(reading, pictures, (picture, place) => {
        const taken = unmix(reducePicture(picture, longest), inksAt(place))
        return bare ? mixtureOf(taken) : taken
      }),
  }
}
