import { expose, transfer } from 'comlink'
import { extractor, warmUp, type Extraction, type Lean, type Wanted } from '#core/extract/extract'
import { averageColor, cropAround, patchPixels } from '#core/extract/patch'
import type { Picture, Region } from '#core/picture/picture'
import { paintMap } from '#core/extract/place'
import { tallyPixels } from '#core/extract/tally'

/** Which pictures colors are taken from, and which part of each. */
export interface PictureSource {
  hash: string
  region: Region | null
}

/** The content of the loupe: a square of pixels around a point, and the color of the patch there. */
export interface Loupe {
  pixels: ImageData
  hex: string | null
  patch: number
}

/** Maximum number of decoded pictures (all of a project, 4 MB each) and of prepared extractions in memory. */
const MAX_PICTURES = 64
const MAX_EXTRACTORS = 16

const pictures = new Map<string, Picture>()
const extractors = new Map<string, ReturnType<typeof extractor>>()
let fine: { hash: string; bitmap: ImageBitmap } | null = null

/** Keeps an entry as the latest; the oldest goes where there are too many. */
const keep = <Value>(map: Map<string, Value>, key: string, value: Value, max: number): Value => {
  map.delete(key)
  map.set(key, value)
  const [oldest] = map.keys()
  if (map.size > max && oldest !== undefined) map.delete(oldest)
  return value
}

const pixelsOf = (bitmap: ImageBitmap, x = 0, y = 0, width = bitmap.width, height = bitmap.height): ImageData => {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })
  if (!context) throw new Error('This browser has no canvas to read pictures with.')
  context.drawImage(bitmap, x, y, width, height, 0, 0, width, height)
  return context.getImageData(0, 0, width, height)
}

const bitmapOf = (bytes: Uint8Array): Promise<ImageBitmap> =>
  createImageBitmap(new Blob([bytes as BlobPart]), { premultiplyAlpha: 'none' })

const pictureOf = (hash: string): Picture => {
  const picture = pictures.get(hash)
  if (!picture) throw new Error('This picture has not been opened.')
  return picture
}

/** A square of pixels around a point: of the picture in full where it is at hand, otherwise of the one worked on. */
const squareAt = (hash: string, x: number, y: number, side: (width: number) => number): Picture => {
  if (fine?.hash !== hash) {
    const picture = pictureOf(hash)
    return cropAround(picture, x, y, side(picture.width))
  }
  const { bitmap } = fine
  const length = side(bitmap.width)
  const half = (length - 1) / 2
  return pixelsOf(bitmap, Math.floor(x * bitmap.width) - half, Math.floor(y * bitmap.height) - half, length, length)
}

const desk = {
  /** Returns whether a picture is decoded and at hand. */
  has: (hash: string): boolean => pictures.has(hash),
  /** Decodes a picture as it is worked on. Rejects where the browser cannot. */
  async open(hash: string, bytes: Uint8Array): Promise<void> {
    const bitmap = await bitmapOf(bytes)
    keep(pictures, hash, pixelsOf(bitmap), MAX_PICTURES)
    bitmap.close()
  },
  /** Decodes a picture in full, for its single pixels; the one before goes. */
  async openFine(hash: string, bytes: Uint8Array): Promise<void> {
    const bitmap = await bitmapOf(bytes)
    fine?.bitmap.close()
    fine = { hash, bitmap }
  },
  hasFine: (hash: string): boolean => fine?.hash === hash,
  /** The colors of pictures at a lean; what does not depend on the lean is cached. */
  extract(sources: readonly PictureSource[], wanted: Wanted, lean: Lean): Extraction {
    const key = JSON.stringify([sources, wanted])
    const known =
      extractors.get(key) ??
      extractor(
        sources.map(({ hash, region }) => ({ picture: pictureOf(hash), region })),
        wanted,
      )
    return keep(extractors, key, known, MAX_EXTRACTORS).at(lean)
  },
  /** The color of a patch around a point; null where nothing there is solid. */
  measure: (hash: string, x: number, y: number, patch: number): string | null =>
    averageColor(squareAt(hash, x, y, width => patchPixels(patch, width))),
  /** The pixels around a point, `across` of them, and the color of the patch in their middle. */
  loupe(hash: string, x: number, y: number, patch: number, across: number): Loupe {
    const { data, width, height } = squareAt(hash, x, y, () => across)
    const wide = fine?.hash === hash ? fine.bitmap.width : pictureOf(hash).width
    return {
      pixels: new ImageData(new Uint8ClampedArray(data), width, height),
      hex: desk.measure(hash, x, y, patch),
      patch: patchPixels(patch, wide),
    }
  },
  /** The picture with every pixel in the color of the swatch that stands for it. */
  map(hash: string, hexes: readonly string[]): ImageData {
    const picture = pictureOf(hash)
    const image = new ImageData(picture.width, picture.height)
    paintMap(picture, tallyPixels([{ picture }]), hexes, image.data)
    return transfer(image, [image.data.buffer])
  },
}

export type PictureDesk = typeof desk

expose(desk)
warmUp()
