import type { InkMap } from '#core/inkmap/inkmap'
import type { Unmixed } from './unmix'

/**
 * The ink map of a picture that was taken apart: what its proofs are painted from. What is beside the mixture of inks
 * is not in it.
 */
export const inkMapOf = ({ picture: { width, height, data }, places, weights }: Unmixed): InkMap => {
  const solid = new Uint16Array(width * height)
  const [pixel, start, alpha, ink, share]: [number[], number[], number[], number[], number[]] = [[], [0], [], [], []]
  for (let p = 0, i = 0; p < solid.length; p++, i += 4) {
    const opacity = data[i + 3]!
    if (!opacity) continue
    if (weights[i] === 255 && opacity === 255) {
      solid[p] = places[i]! + 1
      continue
    }
    pixel.push(p)
    alpha.push(opacity)
    for (let n = 0; n < 3; n++) {
      const part = Math.round((weights[i + n]! * opacity) / 255)
      if (!part) continue
      ink.push(places[i + n]!)
      share.push(part)
    }
    start.push(ink.length)
  }
  return {
    width,
    height,
    solid,
    pixel: Uint32Array.from(pixel),
    start: Uint32Array.from(start),
    alpha: Uint8Array.from(alpha),
    ground: new Uint8Array(pixel.length * 3),
    ink: Uint16Array.from(ink),
    share: Uint8Array.from(share),
  }
}
