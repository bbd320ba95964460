import { concatBytes } from '#core/math/bytes'
import crc from 'crc-32'
import { decode, encode } from 'fast-png'
import type { Picture } from '#core/picture/picture'
import type { Strip } from '#core/raster/strips'

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

const SIGNATURE = Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10)
/** Filters of a row: as it is, or each byte as its difference from that of the pixel to its left. */
const PLAIN = 0
const SUB = 1
/** The header before the pixels, behind width and height: eight bits a channel, red, green, blue and alpha, all rows in order. */
const RGBA = [8, 6, 0, 0, 0] as const

/** A chunk of a PNG (W3C PNG, third edition, 5.3): length, type, content, checksum. */
const chunk = (type: string, content: Uint8Array): Uint8Array => {
  const bytes = new Uint8Array(content.length + 12)
  const view = new DataView(bytes.buffer)
  view.setUint32(0, content.length)
  bytes.set(
    Uint8Array.from(type, letter => letter.charCodeAt(0)),
    4,
  )
  bytes.set(content, 8)
  view.setUint32(content.length + 8, crc.buf(bytes.subarray(4, content.length + 8)))
  return bytes
}

/** The header before the pixels: size, eight bits a channel, red, green, blue and alpha. */
const header = ({ width, height }: { width: number; height: number }): Uint8Array => {
  const content = new Uint8Array(13)
  const view = new DataView(content.buffer)
  view.setUint32(0, width)
  view.setUint32(4, height)
  content.set(RGBA, 8)
  return chunk('IHDR', content)
}

/** The rows of RGBA pixels as a PNG has them, each byte as its difference from the one to its left. */
const filtered = (pixels: Uint8Array, width: number): Uint8Array<ArrayBuffer> => {
  const across = width * 4
  const out = new Uint8Array((pixels.length / across) * (across + 1))
  for (let from = 0, at = 0; from < pixels.length; from += across) {
    out[at++] = SUB
    for (let i = 0; i < across; i++)
      out[at++] = (pixels[from + i] as number) - (i < 4 ? 0 : (pixels[from + i - 4] as number))
  }
  return out
}

/**
 * A picture as PNG, from strips of it as they come, so that neither the whole of it nor what it is packed from is ever
 * held. `seen` hears which part is done.
 */
export const pngOfStrips = async (
  size: { width: number; height: number },
  strips: Iterable<Strip>,
  seen: (part: number) => void,
): Promise<Uint8Array> => {
  const packing = new CompressionStream('deflate')
  const chunks: Uint8Array[] = [SIGNATURE, header(size)]
  const packed = (async () => {
    const reader = packing.readable.getReader()
    for (let next = await reader.read(); !next.done; next = await reader.read()) chunks.push(chunk('IDAT', next.value))
  })()
  const writer = packing.writable.getWriter()
  for (const { pixels, above } of strips) {
    seen(above / size.height)
    await writer.write(filtered(pixels, size.width))
  }
  await writer.close()
  await packed
  chunks.push(chunk('IEND', new Uint8Array()))
  return concatBytes(chunks)
}

/** The chunks of a PNG, by type and content. */
function* chunksOf(png: Uint8Array): Generator<{ type: string; content: Uint8Array<ArrayBuffer> }> {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength)
  for (let at = SIGNATURE.length; at + 12 <= png.length; ) {
    const length = view.getUint32(at)
    yield {
      type: String.fromCharCode(...png.subarray(at + 4, at + 8)),
      content: png.subarray(at + 8, at + 8 + length) as Uint8Array<ArrayBuffer>,
    }
    at += length + 12
  }
}

/**
 * The pixels of a large PNG, unpacked as they come, so that only the file and the pixels are in memory; one that is not
 * written as the server writes them is decoded as any other. Rejects where it ends early.
 */
export const largePictureOf = async (png: Uint8Array): Promise<Picture> => {
  const chunks = [...chunksOf(png)]
  const head = chunks[0]?.content
  if (!head || !RGBA.every((value, i) => head[8 + i] === value)) return pictureOf(png)
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength)
  const [width, height] = [view.getUint32(0), view.getUint32(4)]
  const data = new Uint8Array(width * height * 4)
  const unpacking = new DecompressionStream('deflate')
  const writer = unpacking.writable.getWriter()
  const packed = (async () => {
    for (const { type, content } of chunks) if (type === 'IDAT') await writer.write(content)
    await writer.close()
  })()
  packed.catch(() => null) // the reader hears of it
  const across = width * 4
  const reader = unpacking.readable.getReader()
  let [row, x] = [0, -1]
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    const bytes = next.value
    for (let i = 0; i < bytes.length && row < height; ) {
      if (x < 0) {
        if (bytes[i] !== PLAIN) return (await reader.cancel(), pictureOf(png))
        i++
        x = 0
      }
      const part = bytes.subarray(i, i + across - x)
      data.set(part, row * across + x)
      i += part.length
      x += part.length
      if (x === across) [row, x] = [row + 1, -1]
    }
  }
  if (row < height) throw new Error('The picture ends early.')
  return { width, height, data }
}
