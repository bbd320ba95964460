/** Space around the picture of a proof: its frame and padding, its control strip with the flower, and a line of its caption. */
const [FRAME, STRIP, LINE] = [10, 14, 16]
/** A narrower tile has a caption of two lines, and none is narrower than a long word needs. */
const [TWO_LINES, NARROWEST] = [168, 92]
export const GAP = 6
/** The sizes proofs can have, in pixels as a square would be. */
export const SIZES = { min: 56, max: 480, step: 4 } as const

/** A tile of a size: the width of the whole, and the height of its picture, in pixels. */
export interface Tile {
  width: number
  picture: number
  height: number
}

/** The tile for artwork of a shape (width by height), as large in area as a square of a size. */
export const tileOf = (size: number, ratio: number): Tile => {
  const picture = Math.round(size / Math.sqrt(ratio))
  const width = Math.max(NARROWEST, Math.round(size * Math.sqrt(ratio)) + FRAME)
  return { width, picture, height: picture + FRAME + STRIP + LINE * (width < TWO_LINES ? 2 : 1) }
}

/** Number of tiles that stand side by side. */
export const columnsIn = (width: number, tile: Tile): number =>
  Math.max(1, Math.floor((width + GAP) / (tile.width + GAP)))

/** A size, or the largest under it at which so many tiles stand in a row. */
export const sizeInRow = (wanted: number, width: number, ratio: number, columns: number): number => {
  let size = Math.min(SIZES.max, wanted)
  while (size > SIZES.min && columnsIn(width, tileOf(size, ratio)) < columns) size -= SIZES.step
  return size
}

/**
 * The largest size at which so many proofs of a shape fit into a place without scrolling, but none under a least one
 * unless that many `columns` stand in a row, where their number is fixed.
 */
export const largestTileSize = (
  place: { width: number; height: number },
  { count, ratio, columns, min }: { count: number; ratio: number; columns?: number | undefined; min: number },
): number => {
  for (let size: number = SIZES.max; size > min; size -= SIZES.step) {
    const tile = tileOf(size, ratio)
    const across = columnsIn(place.width, tile)
    if (columns !== undefined && across < columns) continue
    const rows = Math.ceil(count / (columns ?? across))
    if (rows * (tile.height + GAP) - GAP <= place.height) return size
  }
  return columns === undefined ? min : sizeInRow(min, place.width, ratio, columns)
}

/** A rectangle in pixels, by two of its corners in any order. */
export interface Corners {
  from: { x: number; y: number }
  to: { x: number; y: number }
}

/** The indices of tiles that a rectangle touches, in a grid of equal cells of so many pixels in so many columns. */
export const cellsIn = (
  { from, to }: Corners,
  cell: { width: number; height: number },
  columns: number,
  count: number,
): number[] => {
  const [left, right] = [Math.min(from.x, to.x), Math.max(from.x, to.x)]
  const [top, bottom] = [Math.min(from.y, to.y), Math.max(from.y, to.y)]
  const first = Math.max(0, Math.floor(top / cell.height)) * columns
  const beyond = Math.min(count, (Math.floor(bottom / cell.height) + 1) * columns)
  const indices = Array.from({ length: Math.max(0, beyond - first) }, (_, i) => first + i)
  return indices.filter(index => {
    const x = (index % columns) * cell.width
    return x <= right && x + cell.width >= left
  })
}
