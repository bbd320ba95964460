import { expose, transfer } from 'comlink'
import type { Picture, Region } from '#core/picture/picture'
import { allOf, inPieces, paintPart, pieceByPiece, strips, type Whole } from '#core/raster/strips'
import { cropOf, cropBytes, cropPicture, type Crop } from '#core/raster/crop'
import { paintRaster, type Row } from '#core/raster/paint'
import { reducePicture } from '#core/raster/reduce'
import { unmixerFor, type Manner } from '#core/raster/manner'
import type { Unmixed } from '#core/raster/unmix'
import { areaRows, rowsWithin, type AreaPaint } from '#core/painting/areas'
import { areaIn } from '~/workers/raster/foundAreas'
import { largePictureOf, pictureOf, pngOfStrips } from './png'

/** The longer side, in pixels, of what proofs are painted from. */
const PROOF = 168

/** A picture taken apart for the stage and for proofs. */
export interface RasterArtwork {
  inks: string[]
  stage: Unmixed
  proof: Unmixed
}

/** A painted part of a picture: its pixels, and which part it is. */
export interface PaintedPart {
  width: number
  height: number
  data: Uint8ClampedArray<ArrayBuffer>
  region: Region
}

type Seen = (part: number) => void

const stages = new Map<string, { taken: Unmixed; inks: string[] }>()

const copied = ({ picture, places, weights, ground }: Unmixed): Unmixed => ({
  picture: { ...picture, data: picture.data.slice() },
  places: places.slice(),
  weights: weights.slice(),
  ...(ground && { ground: ground.slice() }),
})
const buffersOf = ({ picture, places, weights, ground }: Unmixed): ArrayBuffer[] =>
  [picture.data.buffer, places.buffer, weights.buffer, ...(ground ? [ground.buffer] : [])] as ArrayBuffer[]

/** The picture that is at hand in its own size; taken apart as a whole only where areas of it were touched up. */
let full: { hash: string; whole: Whole; taken: Unmixed | null } | null = null

/** The painting of a picture in its own size: its rows of colors, and where each holds. */
const inColors = (hash: string, colors: string[], areas: AreaPaint[], seen: Seen) => {
  if (full?.hash !== hash) throw new Error('This picture is not loaded at full size.')
  const { whole } = full
  const { picture, inks, takeApart } = whole
  if (!areas.length) return { whole, rows: areaRows(inks, colors, []), regions: null }
  const taken = (full.taken ??= takeApart(picture, seen))
  return { whole, ...rowsWithin(taken, inks, colors, areas, areaIn) }
}

/** The rows of a rectangle's pixels when it is reduced to a smaller picture: those of the pixels in the middle of each. */
const reducedRegions = (regions: Uint8Array, { width, height }: Crop, to: Picture): Uint8Array => {
  const out = new Uint8Array(to.width * to.height)
  for (let y = 0, p = 0; y < to.height; y++) {
    const from = Math.floor(((y + 0.5) * height) / to.height) * width
    for (let x = 0; x < to.width; x++, p++)
      out[p] = regions[from + Math.floor(((x + 0.5) * width) / to.width)] as number
  }
  return out
}

/** A rectangle of a picture in other colors, its longer side at most so many pixels. */
const paintedCrop = (
  { whole, rows, regions }: { whole: Whole; rows: Row[]; regions: Uint8Array | null },
  crop: Crop,
  longest: number,
): Picture => {
  if (Math.max(crop.width, crop.height) <= longest) return paintPart(whole, rows, regions, crop)
  const small = reducePicture(cropPicture(whole.picture, crop), longest)
  const within = regions && reducedRegions(cropBytes(regions, whole.picture.width, 1, crop), crop, small)
  return paintPart({ ...whole, picture: small }, rows, within)
}

const desk = {
  /** Takes a picture in the size of the stage apart into its inks, as the screen needs it. `seen` hears which part is done. */
  open(hash: string, png: Uint8Array, inks: string[], manner: Manner, seen: Seen): RasterArtwork {
    const picture = pictureOf(png)
    const takeApart = unmixerFor(inks, manner)
    const stage = takeApart(picture, seen)
    const proof = takeApart(reducePicture(picture, PROOF))
    stages.set(hash, { taken: stage, inks })
    const shown = copied(stage)
    return transfer({ inks, stage: shown, proof }, [...buffersOf(shown), ...buffersOf(proof)])
  },
  /** The pixels of an opened picture at the size of the stage, in other colors. */
  paint(hash: string, rows: Row[], regions: Uint8Array | null): Uint8ClampedArray {
    const open = stages.get(hash)
    if (!open) throw new Error('This picture has not been opened.')
    const out = new Uint8ClampedArray(open.taken.picture.data.length)
    paintRaster(open.taken, open.inks, rows, regions, out)
    return transfer(out, [out.buffer])
  },
  /** Keeps a picture at hand in its own size, until another is. */
  async take(hash: string, png: Uint8Array, inks: string[], manner: Manner): Promise<void> {
    full = null
    full = { hash, whole: inPieces(await largePictureOf(png), inks, manner), taken: null }
  },
  /** True if a picture is at hand in its own size. */
  has(hash: string): boolean {
    return full?.hash === hash
  },
  /** A part of that picture in other colors, its longer side at most `longest` pixels, and which part it is. */
  part(hash: string, colors: string[], areas: AreaPaint[], wanted: Region, longest: number, seen: Seen): PaintedPart {
    const becoming = inColors(hash, colors, areas, seen)
    const { width, height } = becoming.whole.picture
    const crop = cropOf({ width, height }, wanted)
    const picture = paintedCrop(becoming, crop, longest)
    const data = new Uint8ClampedArray(
      picture.data.buffer as ArrayBuffer,
      picture.data.byteOffset,
      picture.data.byteLength,
    )
    return transfer(
      {
        width: picture.width,
        height: picture.height,
        data,
        region: { x: crop.left / width, y: crop.top / height, width: crop.width / width, height: crop.height / height },
      },
      [data.buffer],
    )
  },
  /** That picture in other colors, as PNG, strip by strip. `seen` hears which part is done. */
  async write(hash: string, colors: string[], areas: AreaPaint[], seen: Seen): Promise<Uint8Array> {
    const { whole, rows, regions } = inColors(hash, colors, areas, seen)
    const { picture } = whole
    const bytes = await pngOfStrips(picture, strips(allOf(picture), pieceByPiece(whole, rows, regions)), seen)
    return transfer(bytes, [bytes.buffer as ArrayBuffer])
  },
}

export type RasterDesk = typeof desk

expose(desk)
