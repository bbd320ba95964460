import type { Picture } from '#core/picture/picture'
import type { Unmixed } from './unmix'

/** A rectangle of pixels. */
export interface Crop {
  left: number
  top: number
  width: number
  height: number
}

/** The pixels a part of a picture covers, in parts of its width and height, and all that it touches. */
export const cropOf = (
  { width, height }: { width: number; height: number },
  part: { x: number; y: number; width: number; height: number },
): Crop => {
  const left = Math.min(width - 1, Math.max(0, Math.floor(part.x * width)))
  const top = Math.min(height - 1, Math.max(0, Math.floor(part.y * height)))
  return {
    left,
    top,
    width: Math.min(width, Math.max(left + 1, Math.ceil((part.x + part.width) * width))) - left,
    height: Math.min(height, Math.max(top + 1, Math.ceil((part.y + part.height) * height))) - top,
  }
}

/** The bytes of a rectangle, of an image that is so many pixels wide with so many bytes each. */
export const cropBytes = (
  bytes: Uint8Array | Uint8ClampedArray,
  across: number,
  each: number,
  { left, top, width, height }: Crop,
): Uint8Array => {
  const out = new Uint8Array(width * height * each)
  for (let y = 0; y < height; y++)
    out.set(
      bytes.subarray(((top + y) * across + left) * each, ((top + y) * across + left + width) * each),
      y * width * each,
    )
  return out
}

/** A rectangle of a picture. */
export const cropPicture = (picture: Picture, crop: Crop): Picture => ({
  width: crop.width,
  height: crop.height,
  data: cropBytes(picture.data, picture.width, 4, crop),
})

/** A rectangle of a picture that was taken apart. */
export const cropUnmixed = ({ picture, places, weights, ground }: Unmixed, crop: Crop): Unmixed => ({
  picture: cropPicture(picture, crop),
  places: cropBytes(places, picture.width, 4, crop),
  weights: cropBytes(weights, picture.width, 4, crop),
  ...(ground && { ground: cropBytes(ground, picture.width, 4, crop) }),
})
