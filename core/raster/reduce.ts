import type { Picture } from '#core/picture/picture'

/** The longer side, in pixels, of a picture as it is shown on the stage. */
export const STAGED = 1280

/**
 * A picture with its longer side at most `longest` pixels: each of its pixels the mean of those it covers, by area and
 * opacity. The picture itself where it is small enough.
 */
export const reducePicture = (picture: Picture, longest: number): Picture => {
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
    const from = down.from[y]!
    for (let n = down.start[y]!; n < down.start[y + 1]!; n++)
      addRow(picture, from + n - down.start[y]!, down.parts[n]!, across, sums)
    for (let x = 0; x < width; x++) {
      const alpha = sums[x * 4 + 3]!
      for (let channel = 0; channel < 3; channel++)
        data[(y * width + x) * 4 + channel] = alpha ? sums[x * 4 + channel]! / alpha : 0
      data[(y * width + x) * 4 + 3] = alpha
    }
  }
  return { width, height, data }
}

/**
 * For each pixel of a smaller row the first of those it covers, and where its parts of them begin: which part of it each
 * has, together 1, one pixel after the other.
 */
interface Spans {
  from: Int32Array
  start: Int32Array
  parts: Float64Array
}

const spans = (long: number, short: number): Spans => {
  const [from, start, parts] = [new Int32Array(short), new Int32Array(short + 1), [] as number[]]
  for (let i = 0; i < short; i++) {
    const [begin, end] = [(i * long) / short, ((i + 1) * long) / short]
    const first = Math.floor(begin)
    from[i] = first
    for (let n = first; n < Math.min(long, Math.ceil(end)); n++)
      parts.push(((Math.min(end, n + 1) - Math.max(begin, n)) * short) / long)
    start[i + 1] = parts.length
  }
  return { from, start, parts: Float64Array.from(parts) }
}

const addRow = (
  { width, data }: Picture,
  y: number,
  weight: number,
  { from, start, parts }: Spans,
  sums: Float64Array,
): void => {
  for (let x = 0; x < from.length; x++) {
    let r = 0
    let g = 0
    let b = 0
    let a = 0
    const end = start[x + 1]!
    for (let n = start[x]!, i = (y * width + from[x]!) * 4; n < end; n++, i += 4) {
      const alpha = data[i + 3]! * parts[n]! * weight
      r += data[i]! * alpha
      g += data[i + 1]! * alpha
      b += data[i + 2]! * alpha
      a += alpha
    }
    const at = x * 4
    sums[at]! += r
    sums[at + 1]! += g
    sums[at + 2]! += b
    sums[at + 3]! += a
  }
}
