import { hexOfRgb, rgbOf, type Hex } from '#core/color/convert'
import { memoize } from '#core/math/memoize'
import type { Press } from './press'

/** Number of entries of a table of proofs along each of red, green and blue. */
export const SIDE = 33
const LAST = SIDE - 1
const FULL = 0xffff

/** The printed colors all over sRGB, 16 bits each: SIDE³ of them, blue fastest, that need no press any more. */
export const proofTable = (press: Pick<Press, 'proof'>): Uint16Array => {
  const all = new Uint16Array(SIDE ** 3 * 3)
  for (let at = 0; at < SIDE ** 3; at++)
    [Math.floor(at / SIDE ** 2), Math.floor(at / SIDE) % SIDE, at % SIDE].forEach((place, channel) => {
      all[at * 3 + channel] = Math.round((place / LAST) * FULL)
    })
  return press.proof(all)
}

/** Reads colors from a table of proofs: straight between its eight nearest entries. */
export const readProofTable = (table: Uint16Array): ((hex: Hex) => Hex) =>
  memoize(hex => {
    const { r, g, b } = rgbOf(hex)
    const places = [r, g, b].map(value => {
      const low = Math.min(LAST - 1, Math.floor(value * LAST))
      return { low, part: value * LAST - low }
    }) as [Place, Place, Place]
    const channel = (of: number): number => {
      let sum = 0
      for (let corner = 0; corner < 8; corner++) {
        let [weight, at] = [1, 0]
        places.forEach(({ low, part }, axis) => {
          const up = (corner >> axis) & 1
          weight *= up ? part : 1 - part
          at = at * SIDE + low + up
        })
        if (weight) sum += weight * table[at * 3 + of]!
      }
      return sum / FULL
    }
    return hexOfRgb(channel(0), channel(1), channel(2))
  })
interface Place {
  low: number
  part: number
}
