import { concatBytes } from '#core/math/bytes'
import type { InkMap } from './inkmap'

/*
 * Ink maps as bytes, to be stored and sent: written so that a general compressor has little left to do. Positions stand as
 * distances, whole pixels as what differs from the pixel above, the last share of a pixel as what its opacity leaves over.
 */

/** The first four bytes, which no map of the first format begins with: there stands the width. */
const MARK = 0xffffff02
const [HEAD_WORDS, FIRST_HEAD_WORDS] = [5, 4]
const HEAD = HEAD_WORDS * 4 + 1
/** Maximum length of a 32-bit number of variable length (LEB128), in bytes. */
const MAX_VARIABLE = 5

/** Writes numbers, each in as many groups of 7 bits as it needs, the lowest first (LEB128). */
const variable = (count: number, at: (i: number) => number): Uint8Array => {
  const bytes = new Uint8Array(count * MAX_VARIABLE)
  let end = 0
  for (let i = 0; i < count; i++) {
    let value = at(i)
    for (; value > 127; value >>>= 7) bytes[end++] = (value & 127) | 128
    bytes[end++] = value
  }
  return bytes.subarray(0, end)
}

/** Writes 16-bit numbers as their low bytes and, where one needs it, their high bytes after them. */
const planes = (values: Uint16Array, isWide: boolean): Uint8Array => {
  const bytes = new Uint8Array(values.length * (isWide ? 2 : 1))
  for (let i = 0; i < values.length; i++) bytes[i] = values[i]!
  if (isWide) for (let i = 0; i < values.length; i++) bytes[values.length + i] = values[i]! >> 8
  return bytes
}

/**
 * Writes, for the last share of each pixel, what its opacity leaves over after all shares, modulo 256: 0 where inks fill it. Done to
 * that again, it gives the shares.
 */
const turnLast = ({ start, alpha, share }: Pick<InkMap, 'start' | 'alpha' | 'share'>, shares: Uint8Array): void => {
  for (let i = 0; i < alpha.length; i++) {
    const last = start[i + 1]! - 1
    let left = alpha[i]!
    if (last < start[i]!) continue
    for (let at = start[i]!; at < last; at++) left -= shares[at]!
    share[last] = left - shares[last]!
  }
}

/** The whole pixels, and in those between them the one to the left, each as what differs from the one above. */
const differences = ({ width, solid, pixel }: InkMap): Uint16Array => {
  const filled = solid.slice()
  for (const p of pixel) filled[p] = p ? filled[p - 1]! : 0
  for (let p = filled.length - 1; p >= width; p--) filled[p]! ^= filled[p - width]!
  return filled
}

/** Returns a map as bytes. Its mixed pixels stand in rising order. */
export const packInkMap = (map: InkMap): Uint8Array => {
  const { width, height, solid, pixel, start, alpha, ground, ink } = map
  let max = 0
  for (const place of solid) if (place > max) max = place
  for (const place of ink) if (place > max) max = place
  const isWide = max > 255
  const share = map.share.slice()
  turnLast({ start, alpha, share }, map.share)
  const head = new Uint8Array(HEAD)
  new Uint32Array(head.buffer, 0, HEAD_WORDS).set([MARK, width, height, pixel.length, ink.length])
  head[HEAD - 1] = Number(isWide)
  return concatBytes([
    head,
    variable(pixel.length, i => pixel[i]! - (i ? pixel[i - 1]! + 1 : 0)),
    variable(pixel.length, i => start[i + 1]! - start[i]!),
    planes(differences(map), isWide),
    planes(ink, isWide),
    alpha,
    ground,
    share,
  ])
}

/** Reads what `packInkMap` writes now. */
const unpackCoded = (bytes: Uint8Array): InkMap => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const [width, height, mixed, shares] = [4, 8, 12, 16].map(at => view.getUint32(at, true)) as [
    number,
    number,
    number,
    number,
  ]
  const isWide = bytes[HEAD - 1] === 1
  let at = HEAD
  const next = (): number => {
    let value = 0
    for (let shift = 0; ; shift += 7) {
      const byte = bytes[at++] ?? 0
      value |= (byte & 127) << shift
      if (byte < 128) return value >>> 0
    }
  }
  const take = (size: number): Uint8Array => {
    at += size
    return bytes.slice(at - size, at)
  }
  const wholes = (count: number): Uint16Array => {
    const values = Uint16Array.from(take(count))
    if (isWide) {
      const high = take(count)
      for (let i = 0; i < count; i++) values[i]! |= high[i]! << 8
    }
    return values
  }
  const pixel = new Uint32Array(mixed)
  for (let i = 0, from = 0; i < mixed; i++) {
    pixel[i] = from + next()
    from = pixel[i]! + 1
  }
  const start = new Uint32Array(mixed + 1)
  for (let i = 0; i < mixed; i++) start[i + 1] = start[i]! + next()
  const solid = wholes(width * height)
  for (let p = width; p < solid.length; p++) solid[p]! ^= solid[p - width]!
  for (const p of pixel) solid[p] = 0
  const ink = wholes(shares)
  const alpha = take(mixed)
  const ground = take(mixed * 3)
  const share = take(shares)
  if (at !== bytes.length) throw new Error('An ink map is not whole.')
  turnLast({ start, alpha, share }, share)
  return { width, height, solid, pixel, start, alpha, ground, ink, share }
}

/** Reads the first format: four 32-bit counts, then the arrays as they lie in memory, the widest first. */
const unpackFirst = (bytes: Uint8Array): InkMap => {
  const { buffer } = new Uint8Array(bytes)
  const [width, height, mixed, shares] = new Uint32Array(buffer, 0, FIRST_HEAD_WORDS) as unknown as [
    number,
    number,
    number,
    number,
  ]
  let at = FIRST_HEAD_WORDS * 4
  const take = <View>(make: (offset: number) => View, size: number): View => {
    const view = make(at)
    at += size
    return view
  }
  return {
    width,
    height,
    pixel: take(offset => new Uint32Array(buffer, offset, mixed), mixed * 4),
    start: take(offset => new Uint32Array(buffer, offset, mixed + 1), (mixed + 1) * 4),
    solid: take(offset => new Uint16Array(buffer, offset, width * height), width * height * 2),
    ink: take(offset => new Uint16Array(buffer, offset, shares), shares * 2),
    alpha: take(offset => new Uint8Array(buffer, offset, mixed), mixed),
    ground: take(offset => new Uint8Array(buffer, offset, mixed * 3), mixed * 3),
    share: take(offset => new Uint8Array(buffer, offset, shares), shares),
  }
}

/** Returns the map that bytes hold, in this format or the first. Throws where they are cut short. */
export const unpackInkMap = (bytes: Uint8Array): InkMap =>
  new DataView(bytes.buffer, bytes.byteOffset).getUint32(0, true) === MARK ? unpackCoded(bytes) : unpackFirst(bytes)
