import { formatHex } from '#core/color/culori'
import type { Hex } from '#core/color/convert'
import { encodedOf, linearOf } from '#core/color/linear'
import { SOLID, type Picture } from '#core/picture/picture'

/** The widest patch a sample averages, in parts of the picture's width. */
export const MAX_PATCH_WIDTH = 0.1

/** The patch a sample starts with: a few pixels, so that grain does not decide. */
export const USUAL_PATCH = 0.004

/** The side of a patch in pixels of a picture so wide: odd, at least the one pixel under the point. */
export const patchPixels = (patch: number, width: number): number =>
  Math.max(1, Math.floor((Math.min(MAX_PATCH_WIDTH, Math.max(0, patch)) * width) / 2) * 2 + 1)

const LINEAR = Float64Array.from({ length: 256 }, (_, i) => linearOf(i / 255))

/**
 * The color of a picture, averaged in linear light over its solid pixels (sRGB transfer function, IEC 61966-2-1); a
 * single color comes back unchanged. Null where no pixel is solid.
 */
export const averageColor = ({ data }: Picture): Hex | null => {
  let [r, g, b, count] = [0, 0, 0, 0]
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3]! < SOLID) continue
    r += LINEAR[data[i]!]!
    g += LINEAR[data[i + 1]!]!
    b += LINEAR[data[i + 2]!]!
    count++
  }
  return count
    ? formatHex({ mode: 'rgb', r: encodedOf(r / count), g: encodedOf(g / count), b: encodedOf(b / count) })
    : null
}

/**
 * A square of pixels cut from a picture around a point in parts of its width and height; what lies outside is left
 * clear.
 */
export const cropAround = ({ data, width, height }: Picture, x: number, y: number, side: number): Picture => {
  const [left, top] = [Math.floor(x * width) - (side - 1) / 2, Math.floor(y * height) - (side - 1) / 2]
  const cut = new Uint8ClampedArray(side * side * 4)
  for (let row = 0; row < side; row++) {
    const from = top + row
    if (from < 0 || from >= height) continue
    const [first, last] = [Math.max(0, -left), Math.min(side, width - left)]
    if (first >= last) continue
    cut.set(
      data.subarray((from * width + left + first) * 4, (from * width + left + last) * 4),
      (row * side + first) * 4,
    )
  }
  return { width: side, height: side, data: cut }
}
