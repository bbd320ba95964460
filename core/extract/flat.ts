import type { Picture, Region } from '#core/picture/picture'
import { labOf, rgbOf, type Hex } from '#core/color/convert'
import { okDistance } from '#core/color/difference'
import {
  cellsOf,
  CLEAR,
  COVERED,
  depthsOf,
  EVEN_CELL,
  MOST,
  patchesOf,
  ROUGH,
  type Cells,
  type Patch,
} from './flatCells'

/**
 * One flat color of a picture: its exact value, its part of all flat blocks, and a place well inside it, in parts of
 * width and height.
 */
export interface Block {
  hex: Hex
  share: number
  x: number
  y: number
}

/** A block covers at least this part of the picture. */
const MIN_AREA = 0.0035

/**
 * A small spot counts too, from this part of the picture on, where it is vivid (OKLab chroma) and far (OKLab) from all
 * blocks.
 */
const MIN_SPOT = 4e-4
const VIVID = 0.1
const FAR = 0.1

/** So many cells tell the value of a block. */
const ENOUGH = 160

/**
 * The value most pixels of some cells have, channel by channel: the mean where noise lies evenly around it, the median
 * where it is cut off.
 */
const valueOf = ({ data, width }: Picture, { columns, side, left, top }: Cells, cells: readonly number[]): Hex => {
  const counts = new Uint32Array(768)
  for (const cell of cells) {
    const [x0, y0] = [left + (cell % columns) * side, top + Math.floor(cell / columns) * side]
    for (let y = y0; y < y0 + side; y++) {
      for (let i = (y * width + x0) * 4, end = i + side * 4; i < end; i += 4) {
        for (let channel = 0; channel < 3; channel++) {
          const at = channel * 256 + data[i + channel]!
          counts[at]! += 1
        }
      }
    }
  }
  const half = (cells.length * side * side) / 2
  return `#${[0, 256, 512]
    .map(from => {
      let [seen, median] = [0, 0]
      while ((seen += counts[from + median]!) < half) median++
      let [sum, near] = [0, 0]
      for (let value = Math.max(0, median - 12); value <= Math.min(255, median + 12); value++) {
        sum += value * counts[from + value]!
        near += counts[from + value]!
      }
      const cut = median < 6 || median > 249
      return (cut ? median : Math.round(sum / near)).toString(16).padStart(2, '0')
    })
    .join('')}`
}

const isPaperOrInk = (r: number, g: number, b: number): boolean =>
  Math.max(r, g, b) - Math.min(r, g, b) <= 14 && (Math.min(r, g, b) >= 226 || Math.max(r, g, b) <= 40)

const area = (patch: Patch): number => patch.cells.length
const fill = (patch: Patch): number =>
  patch.cells.length / ((patch.right - patch.left + 1) * (patch.bottom - patch.top + 1))

/** The part of a patch's box that is neither even nor of another large patch: letters, mostly. */
const letteredFraction = (patch: Patch, { columns, state }: Cells): number => {
  let rough = 0
  for (let y = patch.top; y <= patch.bottom; y++)
    for (let x = patch.left; x <= patch.right; x++) if (state[y * columns + x] === ROUGH) rough++
  return rough / ((patch.right - patch.left + 1) * (patch.bottom - patch.top + 1))
}

const across = (patch: Patch): number => Math.min(patch.right - patch.left, patch.bottom - patch.top) + 1

/** Patches that hold no block: what runs round the blocks, the lines between them, the strip with their names. */
const marginsIn = (large: readonly Patch[], cells: Cells): Set<Patch> => {
  const rim = 4 * (cells.columns + cells.rows) - 16
  const mean = (patch: Patch, values: Float64Array): number =>
    patch.cells.reduce((sum, cell) => sum + values[cell]!, 0) / area(patch)
  const letters = new Map(large.map(patch => [patch, letteredFraction(patch, cells)]))
  const compact = new Set(large.filter(patch => fill(patch) > 0.68))
  const widths = large.map(across).sort((one, other) => one - other)
  const usual = widths[Math.floor(widths.length * 0.75)] ?? 0
  return new Set(
    large.filter(patch => {
      const others = large.filter(other => other !== patch)
      if (others.length < 2 || others.filter(other => compact.has(other)).length < others.length * 0.75) return false
      if (patch.rim > rim * 0.6 && patch.corners >= 9) return true
      if (!isPaperOrInk(mean(patch, cells.r), mean(patch, cells.g), mean(patch, cells.b))) return false
      if (fill(patch) < 0.5 || patch.corners >= 9 || across(patch) < usual * 0.25) return true
      return (
        (letters.get(patch) ?? 0) > 0.02 &&
        patch.rim > 0 &&
        others.filter(other => (letters.get(other) ?? 0) > 0.01).length < others.length / 2
      )
    }),
  )
}

/** A color a larger one has bled into, along its edges: all but the same, and much smaller. */
const isBleeding = (one: Read, other: Read): boolean =>
  one.area < other.area * 0.15 && okDistance(one.hex, other.hex) < 0.05

/** A patch as it is read: its value, and where it stands in cells. */
interface Read {
  hex: Hex
  area: number
  cell: number
  row: number
  column: number
  height: number
}

/**
 * The exact colors of a picture made of flat blocks, in reading order, largest share first where two start alike; null
 * where it is something else. Margins, lines between blocks, letters and compression noise take no place. Blocks of
 * the same color count once.
 */
export const flatBlocks = (picture: Picture, region?: Region | null): Block[] | null => {
  const cells = cellsOf(picture, region)
  if (!cells) return null
  const { columns, rows, side, left, top, state } = cells
  const solid = state.reduce((sum, each) => sum + Number(each !== CLEAR), 0)
  if (columns * rows < 64 || solid < 64) return null
  if (state.reduce((sum, each) => sum + Number(each === EVEN_CELL), 0) < solid * COVERED) return null
  const { patches, owner } = patchesOf(cells)
  const large = patches.filter(patch => patch.even && area(patch) >= Math.max(6, solid * MIN_AREA))
  if (large.reduce((sum, patch) => sum + area(patch), 0) < solid * COVERED) return null
  const margins = marginsIn(large, cells)
  const depth = depthsOf(owner, columns, rows)
  const read = (patch: Patch): Read => {
    const middle = patch.cells.reduce((best, cell) => (depth[cell]! > depth[best]! ? cell : best))
    const inner = patch.cells.filter(cell => depth[cell]! >= Math.min(depth[middle]!, 4)).slice(0, ENOUGH)
    return {
      hex: valueOf(picture, cells, inner),
      area: area(patch),
      cell: middle,
      row: patch.top,
      column: patch.left,
      height: patch.bottom - patch.top,
    }
  }
  const blocksRead = large.filter(patch => !margins.has(patch)).map(read)
  const spots = patches
    .filter(patch => !large.includes(patch) && area(patch) >= Math.max(3, solid * MIN_SPOT) && fill(patch) > 0.6)
    .map(read)
    .filter(
      ({ hex }) =>
        Math.hypot(labOf(hex).a, labOf(hex).b) > VIVID && blocksRead.every(block => okDistance(block.hex, hex) > FAR),
    )
  const found = [...blocksRead, ...spots].filter((block, _, all) => !all.some(other => isBleeding(block, other)))
  const byColor = new Map<Hex, Read>()
  for (const block of found) {
    const like = [...byColor.keys()].find(hex => isSameValue(hex, block.hex))
    const known = like === undefined ? undefined : byColor.get(like)
    if (known) known.area += block.area
    else byColor.set(block.hex, { ...block })
  }
  const blocks = [...byColor.values()]
  if (blocks.length < 2 || blocks.length > MOST) return null
  const total = blocks.reduce((sum, block) => sum + block.area, 0)
  return inReadingOrder(blocks).map(block => ({
    hex: block.hex,
    share: block.area / total,
    x: (left + ((block.cell % columns) + 0.5) * side) / picture.width,
    y: (top + (Math.floor(block.cell / columns) + 0.5) * side) / picture.height,
  }))
}

/** Returns whether two values are one color read twice. */
const isSameValue = (one: Hex, other: Hex): boolean => {
  const [a, b] = [rgbOf(one), rgbOf(other)]
  return [a.r - b.r, a.g - b.g, a.b - b.b].every(away => Math.round(Math.abs(away) * 255) <= 2)
}

/** Row by row, where a block starts a new row when it begins below the middle of the row's first. */
const inReadingOrder = <Placed extends { row: number; column: number; height: number }>(
  blocks: readonly Placed[],
): Placed[] => {
  const byRow = [...blocks].sort((one, other) => one.row - other.row || one.column - other.column)
  const rows: Placed[][] = []
  for (const block of byRow) {
    const first = rows.at(-1)?.[0]
    if (first && block.row < first.row + first.height / 2) rows.at(-1)?.push(block)
    else rows.push([block])
  }
  return rows.flatMap(row => row.sort((one, other) => one.column - other.column))
}
