import type { InkMap } from './inkmap'

/** The content of a block of pixels: shares of inks, opacity and ground, summed. */
interface Block {
  shares: Map<number, number>
  alpha: number
  ground: [number, number, number]
  pixels: number
}

const emptyBlock = (): Block => ({ shares: new Map(), alpha: 0, ground: [0, 0, 0], pixels: 0 })

/** The longer side, in pixels, of the maps that proofs are painted from. */
export const PROOF_SIDE = 168

/** Shares of a block smaller than this part of 255 are not seen. */
const LEAST = 1.5

/** Sums the pixels of a map into blocks of `size` by `size`. */
const blocksOf = (map: InkMap, size: number, width: number, height: number): Block[] => {
  const blocks = Array.from({ length: width * height }, emptyBlock)
  const blockAt = (pixel: number): Block =>
    blocks[Math.floor(Math.floor(pixel / map.width) / size) * width + Math.floor((pixel % map.width) / size)] as Block
  map.solid.forEach((place, pixel) => {
    const block = blockAt(pixel)
    block.pixels++
    if (!place) return
    block.alpha += 255
    block.shares.set(place - 1, (block.shares.get(place - 1) ?? 0) + 255)
  })
  map.pixel.forEach((pixel, i) => {
    const block = blockAt(pixel)
    block.alpha += map.alpha[i]!
    for (const channel of [0, 1, 2] as const) block.ground[channel] += map.ground[i * 3 + channel]!
    for (let at = map.start[i]!; at < map.start[i + 1]!; at++) {
      const ink = map.ink[at]!
      block.shares.set(ink, (block.shares.get(ink) ?? 0) + map.share[at]!)
    }
  })
  return blocks
}

/**
 * A smaller map of the same artwork, for proofs: its longer side at most `longest` pixels, each of its pixels the mean
 * of a block of the larger one. The map itself where it is small enough.
 */
export const reduceInkMap = (map: InkMap, longest: number): InkMap => {
  const size = Math.ceil(Math.max(map.width, map.height) / longest)
  if (size <= 1) return map
  const [width, height] = [Math.ceil(map.width / size), Math.ceil(map.height / size)]
  const solid = new Uint16Array(width * height)
  const [pixel, start, alpha, ground, ink, share]: [number[], number[], number[], number[], number[], number[]] = [
    [],
    [0],
    [],
    [],
    [],
    [],
  ]
  blocksOf(map, size, width, height).forEach(({ shares, alpha: opacity, ground: [r, g, b], pixels }, at) => {
    const entries = [...shares]
      .map(([place, sum]) => [place, sum / pixels] as const)
      .filter(([, part]) => part >= LEAST)
    const [only] = entries
    if (entries.length === 1 && only && only[1] > 253) {
      solid[at] = only[0] + 1
      return
    }
    if (!opacity) return
    pixel.push(at)
    alpha.push(Math.round(opacity / pixels))
    ground.push(Math.round(r / pixels), Math.round(g / pixels), Math.round(b / pixels))
    for (const [place, part] of entries) {
      ink.push(place)
      share.push(Math.round(part))
    }
    start.push(ink.length)
  })
  return {
    width,
    height,
    solid,
    pixel: Uint32Array.from(pixel),
    start: Uint32Array.from(start),
    alpha: Uint8Array.from(alpha),
    ground: Uint8Array.from(ground),
    ink: Uint16Array.from(ink),
    share: Uint8Array.from(share),
  }
}
