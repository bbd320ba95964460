import sharp from 'sharp'
import type { FileLike } from './workspace'

const png = (image: sharp.Sharp, name: string): Promise<FileLike> =>
  image
    .png()
    .toBuffer()
    .then(buffer => ({ name, mimeType: 'image/png', buffer }))

/** A color after a flat field of it was saved as JPEG. */
const throughJpeg = async (hex: string): Promise<string> => {
  const file = await sharp({ create: { width: 64, height: 64, channels: 3, background: hex } })
    .jpeg({ quality: 85 })
    .toBuffer()
  const { data } = await sharp(file).raw().toBuffer({ resolveWithObject: true })
  const at = (32 * 64 + 32) * 3
  return `#${[...data.subarray(at, at + 3)].map(value => value.toString(16).padStart(2, '0')).join('')}`
}

/** A picture of five flat blocks with a white margin and JPEG noise, and the exact colors of its blocks. */
export const palette = async (): Promise<{ file: FileLike; colors: string[] }> => {
  const colors = await Promise.all(
    ['#2e4f7f', '#d45d48', '#f2c14e', '#7a9e7e', '#3c2a4d'].map(async hex => throughJpeg(await throughJpeg(hex))),
  )
  const buffer = await sharp({ create: { width: 1000, height: 600, channels: 3, background: '#ffffff' } })
    .composite(
      colors.map((background, i) => ({
        input: { create: { width: 168, height: 440, channels: 3 as const, background } },
        left: 40 + i * 188,
        top: 50,
      })),
    )
    .jpeg({ quality: 85 })
    .toBuffer()
  return { file: { name: 'somebody’s palette.jpg', mimeType: 'image/jpeg', buffer }, colors }
}

/** A picture in soft light: dark blue at the left, warm at the right, with a small vivid spot; so many pixels wide. */
export const photo = (name = 'evening.png', width = 600): Promise<FileLike> => {
  const height = (width * 2) / 3
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 600 400" width="${width}" height="${height}` +
    '"><defs><linearGradient id="a"><stop stop-color="#12243d"/>' +
    '<stop offset="0.5" stop-color="#7b5a78"/><stop offset="1" stop-color="#f0b27a"/>' +
    `</linearGradient>
    <linearGradient id="b" x2="0" y2="1"><stop stop-opacity="0"/>` +
    '<stop offset="1" stop-opacity="0.5"/></linearGradient></defs>' +
    '<rect width="600" height="400" fill="url(#a)"/><rect width="600" height="400" fill="url(#b)"/>' +
    '<circle cx="100" cy="80" r="14" fill="#ff3b1f"/></svg>'
  return png(sharp(Buffer.from(svg)), name)
}

/** A picture of one color, left half clear where asked. */
export const plain = (
  name: string,
  background: string | { r: number; g: number; b: number; alpha: number },
): Promise<FileLike> => png(sharp({ create: { width: 90, height: 60, channels: 4, background } }), name)
