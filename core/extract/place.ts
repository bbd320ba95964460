import { labOf, type Hex } from '#core/color/convert'
import { toLab } from '#core/color/oklab'
import { assignPoints } from './cluster'
import { pixelsOf, SOLID, type Picture, type Source } from '#core/picture/picture'
import { codeOf, type Tally } from './tally'

/** A place in one of several pictures, in parts of its width and height, where a color is at home. */
export interface Place {
  source: number
  x: number
  y: number
}

/** Cells along the longer side in which a home is looked for. */
const CELLS = 72

/** Number of pixels that are looked at along the side of a cell. */
const LOOKS = 4

/** Distance in OKLab from a result at which a pixel's color counts half. */
const NEAR = 0.05

/** The amount of each color in each cell of a picture: weights that fall with the distance from the color. */
const weighCells = (
  { picture, region }: Source,
  count: number,
  tally: Tally,
  label: Uint8Array,
  weight: Float64Array,
) => {
  const { data, width } = picture
  const { left, top, right, bottom } = pixelsOf(picture, region)
  const side = Math.max(1, Math.ceil(Math.max(right - left, bottom - top) / CELLS))
  const [columns, rows] = [Math.ceil((right - left) / side), Math.ceil((bottom - top) / side)]
  const sums = new Float64Array(count * columns * rows)
  const step = Math.max(1, Math.floor(side / LOOKS))
  for (let y = top; y < bottom; y += step) {
    const row = Math.floor((y - top) / side) * columns
    for (let x = left; x < right; x += step) {
      const i = (y * width + x) * 4
      if (data[i + 3]! < SOLID) continue
      const place = tally.placeOf[codeOf(data[i]!, data[i + 1]!, data[i + 2]!)]! - 1
      if (place < 0) continue
      const at = label[place]! * columns * rows + row + Math.floor((x - left) / side)
      sums[at]! += weight[place]!
    }
  }
  return { sums, columns, rows, side, left, top, right, bottom, max: (side / step) ** 2 }
}

type Weighed = ReturnType<typeof weighCells>

/** The cell in which, with the cells around it, a color is most at home. */
const homeIn = ({ sums, columns, rows, max }: Weighed, color: number): { cell: number; value: number } => {
  const from = color * columns * rows
  let [cell, value] = [-1, 0]
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < columns; x++) {
      const own = sums[from + y * columns + x]!
      if (own <= 0) continue
      let sum = own * 2
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++)
          if (y + dy >= 0 && y + dy < rows && x + dx >= 0 && x + dx < columns)
            sum += sums[from + (y + dy) * columns + x + dx]!
      if (sum > value) [cell, value] = [y * columns + x, sum]
    }
  }
  return { cell, value: value / max }
}

/** The pixel in and around a cell whose color is nearest, the nearer to the middle the better. */
const pixelIn = (
  { picture }: Source,
  { columns, side, left, top, right, bottom }: Weighed,
  cell: number,
  hex: Hex,
): { x: number; y: number } => {
  const { data, width, height } = picture
  const aim = labOf(hex)
  const lab = [0, 0, 0]
  const [cx, cy] = [left + ((cell % columns) + 0.5) * side, top + (Math.floor(cell / columns) + 0.5) * side]
  let best = { x: cx, y: cy, away: Infinity }
  const step = Math.max(1, Math.floor(side / LOOKS))
  for (let y = Math.max(top, Math.floor(cy - side)); y < Math.min(bottom, cy + side); y += step) {
    for (let x = Math.max(left, Math.floor(cx - side)); x < Math.min(right, cx + side); x += step) {
      const i = (y * width + x) * 4
      if (data[i + 3]! < SOLID) continue
      toLab(data[i]!, data[i + 1]!, data[i + 2]!, lab)
      const away =
        Math.sqrt((lab[0]! - aim.l) ** 2 + (lab[1]! - aim.a) ** 2 + (lab[2]! - aim.b) ** 2) +
        (0.02 * Math.sqrt((x - cx) ** 2 + (y - cy) ** 2)) / side
      if (away < best.away) best = { x, y, away }
    }
  }
  return { x: (best.x + 0.5) / width, y: (best.y + 0.5) / height }
}

/**
 * For each color the place, in one of the pictures it was extracted from, where it is most at home; the middle of the
 * first where it is nowhere.
 */
export const placesOf = (sources: readonly Source[], tally: Tally, hexes: readonly Hex[]): Place[] => {
  if (!hexes.length) return []
  const { label, distance } = assignPoints(tally, hexes.map(labOf))
  const weight = distance.map(away => 1 / (1 + (away / NEAR) ** 2))
  const all = sources.map(source => weighCells(source, hexes.length, tally, label, weight))
  return hexes.map((hex, color) => {
    const homes = all
      .map((each, source) => ({ ...homeIn(each, color), source }))
      .sort((one, other) => other.value - one.value)
    const home = homes[0]
    const [source, cells] = [sources[home?.source ?? 0], all[home?.source ?? 0]]
    if (!home || home.cell < 0 || !source || !cells) return { source: 0, x: 0.5, y: 0.5 }
    return { source: home.source, ...pixelIn(source, cells, home.cell, hex) }
  })
}

/**
 * A picture in which every solid pixel has the color it is stood for by, clear ones stay clear: what part each swatch
 * stands for.
 */
export const paintMap = (picture: Picture, tally: Tally, hexes: readonly Hex[], into: Uint8ClampedArray): void => {
  const { label } = assignPoints(tally, hexes.map(labOf))
  const values = hexes.map(hex => parseInt(hex.slice(1), 16))
  const { data } = picture
  for (let i = 0; i < data.length; i += 4) {
    const place = tally.placeOf[codeOf(data[i]!, data[i + 1]!, data[i + 2]!)]! - 1
    const value = place < 0 || data[i + 3]! < SOLID ? -1 : (values[label[place]!] ?? -1)
    into[i] = (value >> 16) & 255
    into[i + 1] = (value >> 8) & 255
    into[i + 2] = value & 255
    into[i + 3] = value < 0 ? 0 : 255
  }
}
