import { toLab } from '#core/color/oklab'
import { pixelsOf, SOLID, type Source } from '#core/picture/picture'
import { codeOf, type Tally } from './tally'

/**
 * Number of cells that stand along the longer side of the grid by which surroundings are known, and how far they
 * reach.
 */
const CELLS = 24
const AROUND = 3

/** So many pixels are enough to see what stands out. */
const ENOUGH = 90_000

/**
 * Adds up by bin how many pixels of a picture were looked at, and how far each is from the mean of what surrounds it.
 */
const addStanding = (
  { picture, region }: Source,
  placeOf: Uint16Array,
  seen: Float64Array,
  out: Float64Array,
): void => {
  const { data, width } = picture
  const { left, top, right, bottom } = pixelsOf(picture, region)
  const step = Math.max(1, Math.ceil(Math.sqrt(((right - left) * (bottom - top)) / ENOUGH)))
  const side = Math.max(1, Math.ceil(Math.max(right - left, bottom - top) / CELLS))
  const [columns, rows] = [Math.ceil((right - left) / side), Math.ceil((bottom - top) / side)]
  const cells = new Float64Array(columns * rows * 4)
  const each = (visit: (at: number, i: number) => void): void => {
    for (let y = top; y < bottom; y += step)
      for (let x = left; x < right; x += step) {
        const i = (y * width + x) * 4
        if (data[i + 3]! >= SOLID) visit(Math.floor((y - top) / side) * columns + Math.floor((x - left) / side), i)
      }
  }
  each((at, i) => {
    cells[at * 4]! += 1
    for (let k = 0; k < 3; k++) cells[at * 4 + 1 + k]! += data[i + k]!
  })
  const around = new Float64Array(columns * rows * 3)
  const lab = new Float64Array(3)
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < columns; x++) {
      const sum = [0, 0, 0, 0]
      for (let v = Math.max(0, y - AROUND); v <= Math.min(rows - 1, y + AROUND); v++)
        for (let u = Math.max(0, x - AROUND); u <= Math.min(columns - 1, x + AROUND); u++)
          for (let k = 0; k < 4; k++) sum[k]! += cells[(v * columns + u) * 4 + k]!
      const [count = 0, r = 0, g = 0, b = 0] = sum
      if (!count) continue
      toLab(r / count, g / count, b / count, lab)
      around.set(lab, (y * columns + x) * 3)
    }
  each((at, i) => {
    const place = placeOf[codeOf(data[i]!, data[i + 1]!, data[i + 2]!)]! - 1
    if (place < 0) return
    toLab(data[i]!, data[i + 1]!, data[i + 2]!, lab)
    const dl = lab[0]! - around[at * 3]!
    const da = lab[1]! - around[at * 3 + 1]!
    const db = lab[2]! - around[at * 3 + 2]!
    seen[place]! += 1
    out[place]! += Math.sqrt(LIGHTNESS * dl * dl + da * da + db * db)
  })
}

/** Weight of a difference in lightness against one in color. */
const LIGHTNESS = 0.5

/** Mean distance in OKLab of the pixels of each bin from what surrounds them: high for what stands out. */
export const standingOf = (sources: readonly Source[], { size, placeOf }: Tally): Float64Array => {
  const [seen, out] = [new Float64Array(size), new Float64Array(size)]
  for (const source of sources) addStanding(source, placeOf, seen, out)
  return out.map((far, i) => (seen[i] ? far / seen[i]! : 0))
}
