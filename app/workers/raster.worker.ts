import { expose, transfer } from 'comlink'
import type { Region } from '../../core/picture/picture'
import { cropOf, cropped, croppedBytes } from '../../core/raster/crop'
import { paintRaster, type Row } from '../../core/raster/paint'
import { reducedPicture } from '../../core/raster/reduce'
import { takenApart, type Manner } from '../../core/raster/manner'
import type { Unmixed } from '../../core/raster/unmix'
import { rowsWithin, type AreaPaint } from '../../core/painting/areas'
import { areaIn } from '../raster/foundAreas'
import { pictureOf, pngOf } from './png'

/** The longer side, in pixels, of what the stage shows, and of what proofs are painted from. */
const SIZES = { stage: 1280, proof: 168 } as const

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

const stages = new Map<string, { taken: Unmixed; inks: string[] }>()

const copied = ({ picture, places, weights, ground }: Unmixed): Unmixed => ({
  picture: { ...picture, data: picture.data.slice() },
  places: places.slice(),
  weights: weights.slice(),
  ...(ground && { ground: ground.slice() }),
})
const buffersOf = ({ picture, places, weights, ground }: Unmixed): ArrayBuffer[] =>
  [picture.data.buffer, places.buffer, weights.buffer, ...(ground ? [ground.buffer] : [])] as ArrayBuffer[]

/** The picture that is taken apart in its own size. */
let full: { hash: string; taken: Unmixed; inks: string[] } | null = null

const fullOf = (hash: string) => {
  if (full?.hash !== hash) throw new Error('This picture has not been taken apart in its own size.')
  return full
}

/** What the picture in its own size becomes: its rows of colors, and where each holds. */
const inColors = (hash: string, colors: string[], areas: AreaPaint[]) => {
  const { taken, inks } = fullOf(hash)
  return { taken, inks, ...rowsWithin(taken, inks, colors, areas, areaIn) }
}

const desk = {
  /** Takes a picture apart into its inks, at the sizes the screen needs. `seen` hears which part is done. */
  open(hash: string, png: Uint8Array, inks: string[], manner: Manner, seen: (part: number) => void): RasterArtwork {
    const picture = pictureOf(png)
    const small = reducedPicture(picture, SIZES.stage)
    const stage = takenApart(small, inks, manner, seen)
    const proof = takenApart(reducedPicture(picture, SIZES.proof), inks, manner)
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
  /** Takes a picture apart in its own size, and keeps it until another is. `seen` hears which part is done. */
  take(hash: string, png: Uint8Array, inks: string[], manner: Manner, seen: (part: number) => void): void {
    full = null
    full = { hash, taken: takenApart(pictureOf(png), inks, manner, seen), inks }
  },
  /** Whether a picture is taken apart in its own size. */
  has(hash: string): boolean {
    return full?.hash === hash
  },
  /** A part of that picture in other colors, its longer side at most `longest` pixels, and which part it is. */
  part(hash: string, colors: string[], areas: AreaPaint[], wanted: Region, longest: number): PaintedPart {
    const { taken, inks, rows, regions } = inColors(hash, colors, areas)
    const { width, height } = taken.picture
    const crop = cropOf(taken.picture, wanted)
    const piece = cropped(taken, crop)
    const out = new Uint8Array(piece.picture.data.length)
    paintRaster(piece, inks, rows, regions && croppedBytes(regions, width, 1, crop), out)
    const picture = reducedPicture({ ...piece.picture, data: out }, longest)
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
  /** That picture in other colors, as PNG. */
  write(hash: string, colors: string[], areas: AreaPaint[]): Uint8Array {
    const { taken, inks, rows, regions } = inColors(hash, colors, areas)
    const out = new Uint8Array(taken.picture.data.length)
    paintRaster(taken, inks, rows, regions, out)
    const bytes = pngOf({ ...taken.picture, data: out })
    return transfer(bytes, [bytes.buffer as ArrayBuffer])
  },
}

export type RasterDesk = typeof desk

expose(desk)
