import { expose, transfer } from 'comlink'
import { foundArea } from '../../core/raster/area'
import { paintRaster, type Row } from '../../core/raster/paint'
import { reducedPicture } from '../../core/raster/reduce'
import { unmixed, type Unmixed } from '../../core/raster/unmix'
import { areaRows, regionsOf, type AreaPaint } from '../../core/remap/areas'
import { pictureOf, pngOf } from './png'

/** The longer side, in pixels, of what the stage shows, and of what proofs are painted from. */
const SIZES = { stage: 1280, proof: 168 } as const

/** A picture taken apart for the stage and for proofs. */
export interface RasterArtwork { inks: string[], stage: Unmixed, proof: Unmixed }

const stages = new Map<string, { taken: Unmixed, inks: string[] }>()

const copied = ({ picture, places, weights }: Unmixed): Unmixed => ({ picture: { ...picture, data: picture.data.slice() }, places: places.slice(), weights: weights.slice() })
const buffersOf = ({ picture, places, weights }: Unmixed): ArrayBuffer[] => [picture.data.buffer, places.buffer, weights.buffer] as ArrayBuffer[]

const desk = {
  /** Takes a picture apart into its inks, at the sizes the screen needs. `seen` hears which part is done. */
  open(hash: string, png: Uint8Array, inks: string[], seen: (part: number) => void): RasterArtwork {
    const picture = pictureOf(png)
    const small = reducedPicture(picture, SIZES.stage)
    const stage = unmixed(small, inks, seen)
    const proof = unmixed(reducedPicture(picture, SIZES.proof), inks)
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
  /** A picture in its own size in other colors, as PNG. `seen` hears which part is done, and may throw to stop it. */
  write(png: Uint8Array, inks: string[], colors: string[], areas: AreaPaint[], seen: (part: number) => void): Uint8Array {
    const picture = pictureOf(png)
    const taken = unmixed(picture, inks, part => seen(part * 0.7))
    const found = areas.map(paint => ({ paint, found: foundArea(taken, inks, paint.area) }))
    const out = new Uint8Array(picture.data.length)
    paintRaster(taken, inks, areaRows(inks, colors, found), regionsOf(picture.width * picture.height, found.map(each => each.found)), out)
    seen(0.85)
    const bytes = pngOf({ ...picture, data: out })
    return transfer(bytes, [bytes.buffer as ArrayBuffer])
  },
}

export type RasterDesk = typeof desk

expose(desk)
