import type { Hex } from '#core/color/convert'
import type { Picture } from '#core/picture/picture'
import { cropUnmixed, cropBytes, cropPicture, type Crop } from './crop'
import { groundOf } from './ground'
import { unmixerFor, type Manner } from './manner'
import { paintRaster, type Row } from './paint'
import { paintSmoothly } from './smooth'
import { tableOf } from './smoothTable'
import type { Unmixer } from './unmix'

/** So many pixels are taken apart and painted at a time, and so far around them, in pixels, is looked. */
const AT_A_TIME = 1 << 20
const AROUND = 8

/** A picture in its own size, the inks it is made of, and what takes pieces of it apart. */
export interface Whole {
  picture: Picture
  inks: readonly Hex[]
  manner: Manner
  takeApart: Unmixer
}

/** A picture that is taken apart in pieces. */
export const inPieces = (picture: Picture, inks: readonly Hex[], manner: Manner): Whole => ({
  picture,
  inks,
  manner,
  takeApart: unmixerFor(inks, manner),
})

/** A rectangle and so many pixels around it, as far as the picture goes. */
const widen = ({ width, height }: Picture, { left, top, width: wide, height: high }: Crop): Crop => {
  const [x, y] = [Math.max(0, left - AROUND), Math.max(0, top - AROUND)]
  return {
    left: x,
    top: y,
    width: Math.min(width, left + wide + AROUND) - x,
    height: Math.min(height, top + high + AROUND) - y,
  }
}

/** Paints what lies inside of a piece that is a little larger. */
type PiecePainter = (around: Picture, inside: Crop, regions: Uint8Array | null, out: Uint8Array) => void

const inOwnWay = ({ inks, manner, takeApart }: Whole, rows: readonly Row[]): PiecePainter => {
  if (manner === 'flat')
    return (around, inside, regions, out) =>
      paintRaster(cropUnmixed(takeApart(around), inside), inks, rows, regions, out)
  // the ground is all that is needed of the piece, and tables are the same for every one
  const tables = rows.map(({ colors, opacity }) => ({ table: tableOf(inks, colors), opacity }))
  return (around, inside, regions, out) => {
    const ground = cropBytes(groundOf(around), around.width, 4, inside)
    paintSmoothly(cropPicture(around, inside), ground, tables, regions, out)
  }
}

/**
 * Creates a painter of pieces of a picture in the colors of rows: a piece is taken apart with what lies around it, so that it
 * comes out as it does in the whole, and the memory needed is that of a piece.
 */
export const pieceByPiece = (
  whole: Whole,
  rows: readonly Row[],
  regions: Uint8Array | null,
): ((piece: Crop) => Uint8Array) => {
  const { picture } = whole
  const painted = inOwnWay(whole, rows)
  return piece => {
    const around = widen(picture, piece)
    const inside = { ...piece, left: piece.left - around.left, top: piece.top - around.top }
    const out = new Uint8Array(piece.width * piece.height * 4)
    painted(cropPicture(picture, around), inside, regions && cropBytes(regions, picture.width, 1, piece), out)
    return out
  }
}

/** A painted strip of a rectangle: its RGBA pixels, and how many rows of the rectangle lie above it. */
export interface Strip {
  pixels: Uint8Array
  above: number
}

/** Paints a rectangle from top to bottom, one strip after the other, as they are asked for. */
export function* strips({ left, top, width, height }: Crop, paint: (piece: Crop) => Uint8Array): Generator<Strip> {
  const rows = Math.max(1, Math.floor(AT_A_TIME / width))
  for (let above = 0; above < height; above += rows)
    yield { pixels: paint({ left, top: top + above, width, height: Math.min(rows, height - above) }), above }
}

/** All of a picture, as a rectangle of it. */
export const allOf = ({ width, height }: Picture): Crop => ({ left: 0, top: 0, width, height })

/** A rectangle of a picture in the colors of rows; all of it where none is given. */
export const paintPart = (
  whole: Whole,
  rows: readonly Row[],
  regions: Uint8Array | null,
  crop = allOf(whole.picture),
): Picture => {
  const { width, height } = crop
  const data = new Uint8Array(width * height * 4)
  for (const { pixels, above } of strips(crop, pieceByPiece(whole, rows, regions))) data.set(pixels, above * width * 4)
  return { width, height, data }
}
