import { pixelsOf, SOLID, type Picture, type Region } from '#core/picture/picture'
import { codeOf } from './tally'

/* A picture in cells, and those of one color that hang together. */

/** About so many cells lie along the shorter side. */
const ACROSS = 120

/**
 * Maximum difference, in 8-bit steps, between a cell's pixels, and between cells of one block: compression noise stays
 * under both.
 */
const NOISE = 26
const SAME = 6

/**
 * Maximum difference among the cells of a block (standard deviation, 8-bit steps): a gradient differs
 * more.
 */
const EVEN = 1.7

/** Blocks and margins together cover at least this part of the picture. */
export const COVERED = 0.72

/** The most colors a picture of flat blocks has. */
export const MOST = 24

/** A picture in square cells of `side` pixels: the mean color of each in 8-bit channels, and its state. */
export interface Cells {
  columns: number
  rows: number
  side: number
  left: number
  top: number
  r: Float64Array
  g: Float64Array
  b: Float64Array
  state: Uint8Array
}
/** The states of a cell: without color, of several colors, of all but one. */
export const [CLEAR, ROUGH, EVEN_CELL] = [0, 1, 2]

/**
 * The picture in square cells: the mean color of each, and whether its pixels are all but one color. Null where a
 * first look at some cells finds no few colors that most are of.
 */
export const cellsOf = (picture: Picture, region: Region | null | undefined): Cells | null => {
  const { left, top, right, bottom } = pixelsOf(picture, region)
  const side = Math.max(2, Math.round(Math.min(right - left, bottom - top) / ACROSS))
  const [columns, rows] = [Math.floor((right - left) / side), Math.floor((bottom - top) / side)]
  const count = columns * rows
  const column = (): Float64Array => new Float64Array(count)
  const cells: Cells = {
    columns,
    rows,
    side,
    left,
    top,
    r: column(),
    g: column(),
    b: column(),
    state: new Uint8Array(count),
  }
  const times = new Map<number, number>()
  let seen = 0
  for (let cell = 0; cell < count; cell += FIRST_LOOK) {
    look(picture, cells, cell)
    if (cells.state[cell] !== CLEAR) seen++
    if (cells.state[cell] !== EVEN_CELL) continue
    const code = codeOf(cells.r[cell]!, cells.g[cell]!, cells.b[cell]!)
    times.set(code, (times.get(code) ?? 0) + 1)
  }
  const common = [...times.values()]
    .sort((one, other) => other - one)
    .slice(0, 2 * MOST)
    .reduce((sum, each) => sum + each, 0)
  if (common < seen * COVERED * 0.85) return null
  for (let cell = 0; cell < count; cell++) look(picture, cells, cell)
  return cells
}

/** Every so many cells are looked at first. */
const FIRST_LOOK = 17

const look = ({ data, width }: Picture, cells: Cells, cell: number): void => {
  const { side, columns } = cells
  const step = side > 3 ? 2 : 1
  const x0 = cells.left + (cell % columns) * side
  const y0 = cells.top + Math.floor(cell / columns) * side
  let sum = 0,
    red = 0,
    green = 0,
    blue = 0,
    lowR = 255,
    highR = 0,
    lowG = 255,
    highG = 0,
    lowB = 255,
    highB = 0,
    clear = 0
  for (let y = y0; y < y0 + side; y += step) {
    for (let i = (y * width + x0) * 4, end = i + side * 4; i < end; i += 4 * step) {
      if (data[i + 3]! < SOLID) {
        clear++
        continue
      }
      const r = data[i]!
      const g = data[i + 1]!
      const b = data[i + 2]!
      sum++
      red += r
      green += g
      blue += b
      if (r < lowR) lowR = r
      if (r > highR) highR = r
      if (g < lowG) lowG = g
      if (g > highG) highG = g
      if (b < lowB) lowB = b
      if (b > highB) highB = b
    }
  }
  if (clear && clear >= sum) return
  cells.state[cell] =
    !clear && highR - lowR <= NOISE && highG - lowG <= NOISE && highB - lowB <= NOISE ? EVEN_CELL : ROUGH
  cells.r[cell] = red / sum
  cells.g[cell] = green / sum
  cells.b[cell] = blue / sum
}

/** Even cells that hang together and are of one color. */
export interface Patch {
  cells: number[]
  left: number
  right: number
  top: number
  bottom: number
  corners: number
  rim: number
  holes: number
  even: boolean
}

/** The patches of a picture in cells, and the one each cell belongs to, by its number; -1 for none. */
export const patchesOf = ({ columns, rows, r, g, b, state }: Cells): { patches: Patch[]; owner: Int32Array } => {
  const owner = new Int32Array(columns * rows).fill(-1)
  const patches: Patch[] = []
  for (let seed = 0; seed < owner.length; seed++) {
    if (state[seed] !== EVEN_CELL || owner[seed] !== -1) continue
    const id = patches.length
    const cells = [seed]
    owner[seed] = id
    let [sr, sg, sb] = [0, 0, 0]
    for (let n = 0; n < cells.length; n++) {
      const cell = cells[n]!
      sr += r[cell]!
      sg += g[cell]!
      sb += b[cell]!
      const [mr, mg, mb] = [sr / (n + 1), sg / (n + 1), sb / (n + 1)]
      const x = cell % columns
      for (const next of [x > 0 ? cell - 1 : -1, x < columns - 1 ? cell + 1 : -1, cell - columns, cell + columns]) {
        if (next < 0 || next >= owner.length || owner[next] !== -1 || state[next] !== EVEN_CELL) continue
        if (Math.abs(r[next]! - mr) > SAME || Math.abs(g[next]! - mg) > SAME || Math.abs(b[next]! - mb) > SAME) continue
        owner[next] = id
        cells.push(next)
      }
    }
    const patch: Patch = {
      cells,
      left: columns,
      right: 0,
      top: rows,
      bottom: 0,
      corners: 0,
      rim: 0,
      holes: 0,
      even: true,
    }
    const [mr, mg, mb] = [sr / cells.length, sg / cells.length, sb / cells.length]
    let spread = 0
    for (const cell of cells) {
      const [x, y] = [cell % columns, Math.floor(cell / columns)]
      patch.left = Math.min(patch.left, x)
      patch.right = Math.max(patch.right, x)
      patch.top = Math.min(patch.top, y)
      patch.bottom = Math.max(patch.bottom, y)
      const [side, end] = [x <= 1 || x >= columns - 2, y <= 1 || y >= rows - 2]
      if (side || end) patch.rim++
      if (side && end) patch.corners++
      spread += (r[cell]! - mr) ** 2 + (g[cell]! - mg) ** 2 + (b[cell]! - mb) ** 2
    }
    patch.even = Math.sqrt(spread / cells.length) <= EVEN * 1.732
    patches.push(patch)
  }
  return { patches, owner }
}

/** Depth of each cell inside its patch, in steps to the nearest cell that is not of it: 1 at the edge. */
export const depthsOf = (owner: Int32Array, columns: number, rows: number): Uint16Array => {
  const depth = new Uint16Array(owner.length)
  const step = (cell: number, next: number, inside: boolean): number =>
    inside && owner[next] === owner[cell] ? depth[next]! + 1 : 1
  for (let cell = 0; cell < owner.length; cell++) {
    const x = cell % columns
    depth[cell] = Math.min(step(cell, cell - 1, x > 0), step(cell, cell - columns, cell >= columns))
  }
  for (let cell = owner.length - 1; cell >= 0; cell--) {
    const x = cell % columns
    depth[cell] = Math.min(
      depth[cell]!,
      step(cell, cell + 1, x < columns - 1),
      step(cell, cell + columns, cell < columns * (rows - 1)),
    )
  }
  return depth
}
