import type { Picture } from '../picture/picture'

/**
 * A picture with its longer side at most `longest` pixels: each of its pixels the mean of those it covers, by area and
 * opacity. The picture itself where it is small enough.
 */
export const reducedPicture = (picture: Picture, longest: number): Picture => {
  const scale = longest / Math.max(picture.width, picture.height)
  if (scale >= 1) return picture
  const [width, height] = [
    Math.max(1, Math.round(picture.width * scale)),
    Math.max(1, Math.round(picture.height * scale)),
  ]
  const [across, down] = [spans(picture.width, width), spans(picture.height, height)]
  const data = new Uint8ClampedArray(width * height * 4)
  const sums = new Float64Array(width * 4)
  for (let y = 0; y < height; y++) {
    sums.fill(0)
    const { from, parts: rows } = down[y] as Span
    rows.forEach((weight, n) => addRow(picture, from + n, weight, across, sums))
    for (let x = 0; x < width; x++) {
      const alpha = sums[x * 4 + 3] as number
      for (let channel = 0; channel < 3; channel++)
        data[(y * width + x) * 4 + channel] = alpha ? (sums[x * 4 + channel] as number) / alpha : 0
      data[(y * width + x) * 4 + 3] = alpha
    }
  }
  return { width, height, data }
}

/** The pixels one pixel of a smaller row covers, from the first on, and which part of it each has; together 1. */
interface Span {
  from: number
  parts: Float64Array
}

const spans = (long: number, short: number): Span[] =>
  Array.from({ length: short }, (_, i) => {
    const [start, end] = [(i * long) / short, ((i + 1) * long) / short]
    const from = Math.floor(start)
    const count = Math.min(long, Math.ceil(end)) - from
    const parts = Float64Array.from(
      { length: count },
      (_, n) => ((Math.min(end, from + n + 1) - Math.max(start, from + n)) * short) / long,
    )
    return { from, parts }
  })

const addRow = (
  { width, data }: Picture,
  y: number,
  weight: number,
  across: readonly Span[],
  sums: Float64Array,
): void => {
  across.forEach(({ from, parts }, x) => {
    let i = (y * width + from) * 4
    for (const part of parts) {
      const alpha = (data[i + 3] as number) * part * weight
      sums[x * 4] = (sums[x * 4] as number) + (data[i] as number) * alpha
      sums[x * 4 + 1] = (sums[x * 4 + 1] as number) + (data[i + 1] as number) * alpha
      sums[x * 4 + 2] = (sums[x * 4 + 2] as number) + (data[i + 2] as number) * alpha
      sums[x * 4 + 3] = (sums[x * 4 + 3] as number) + alpha
      i += 4
    }
  })
}
