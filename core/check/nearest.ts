import { contrastOf } from '../color/contrast'
import { hexOfLch, lchOf, type Hex } from '../color/convert'
import { deltaE } from '../color/difference'

const STEPS = 1000

/**
 * The color nearest to one (in ΔE2000) on its own hue that has a contrast ratio with another, lighter or darker, as
 * colorful as it was or as sRGB lets it be; null where not even white or black reaches it. One that has it is returned.
 */
export const nearestPassing = (hex: Hex, against: Hex, ratio: number): Hex | null => {
  if (contrastOf(hex, against) >= ratio) return hex
  const { l, c, h } = lchOf(hex)
  let [best, least] = [null as Hex | null, Infinity]
  for (const way of [1, -1] as const)
    for (let n = 1; n <= STEPS; n++) {
      const there = l + (way * n) / STEPS
      if (there < 0 || there > 1) break
      const next = hexOfLch({ l: there, c, h })
      if (contrastOf(next, against) < ratio) continue
      const away = deltaE(hex, next)
      if (away < least) [best, least] = [next, away]
      break
    }
  return best
}
