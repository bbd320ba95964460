import { decode, encode } from 'fast-png'
import type { Picture } from '../../core/picture/picture'

/** The pixels of a PNG of 8 bits a channel. */
export const pictureOf = (png: Uint8Array): Picture => {
  const { width, height, channels, data } = decode(png)
  if (channels === 4) return { width, height, data: data as Uint8Array }
  const full = new Uint8Array(width * height * 4)
  for (let p = 0; p < width * height; p++) {
    for (let n = 0; n < 3; n++) full[p * 4 + n] = data[p * channels + (channels === 3 ? n : 0)] as number
    full[p * 4 + 3] = channels === 2 ? (data[p * 2 + 1] as number) : 255
  }
  return { width, height, data: full }
}

/** A picture as PNG: packed, or, where it is only shown, as it is, which is many times faster. */
export const pngOf = ({ width, height, data }: Picture, packed = true): Uint8Array =>
  encode({ width, height, data: data as Uint8Array, channels: 4, depth: 8 }, packed ? {} : { zlib: { level: 0 } })
