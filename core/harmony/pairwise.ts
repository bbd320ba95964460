import type { Hex } from '#core/color/convert'
import { lab65Of } from '#core/color/difference'

/* Harmony of two colors side by side, by a published model. */

interface Measured {
  l: number
  c: number
  h: number
}

const measureColor = (hex: Hex): Measured => {
  const { l, a, b } = lab65Of(hex)
  return { l, c: Math.hypot(a, b), h: ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360 }
}

const sin = (degrees: number): number => Math.sin((degrees * Math.PI) / 180)

/** The term of a color's own hue: yellows please, and light ones more. */
const hueEffect = ({ l, c, h }: Measured): number => {
  const chroma = 0.5 + 0.5 * Math.tanh(-2 + 0.5 * c)
  const hue = -0.08 - 0.14 * sin(h + 50) - 0.07 * sin(2 * h + 90)
  const yellow = ((0.22 * l - 12.8) / 10) * Math.exp((90 - h) / 10 - Math.exp((90 - h) / 10))
  return chroma * (hue + yellow)
}

/**
 * The harmony of two colors, about −1.3 (none) to 1.3 (very), in CIELAB: Ou and Luo (2006), A colour harmony model for
 * two-colour combinations. Their data were patches on gray seen by students: an order to look in, not a verdict.
 */
export const pairHarmony = (one: Hex, other: Hex): number => {
  const [a, b] = [measureColor(one), measureColor(other)]
  const hue = 2 * Math.sqrt(a.c * b.c) * sin((a.h - b.h) / 2)
  const chromatic = Math.hypot(hue, (a.c - b.c) / 1.46)
  const byChroma = 0.04 + 0.53 * Math.tanh(0.8 - 0.045 * chromatic)
  const bySum = 0.28 + 0.54 * Math.tanh(-3.88 + 0.029 * (a.l + b.l))
  const byDifference = 0.14 + 0.15 * Math.tanh(-2 + 0.2 * Math.abs(a.l - b.l))
  return byChroma + bySum + byDifference + hueEffect(a) + hueEffect(b)
}

/** The mean harmony of all pairs of colors, each counted by the areas of both; 0 for fewer than two. */
export const harmonyOf = (colors: ReadonlyArray<{ hex: Hex; area: number }>): number => {
  let [sum, weights] = [0, 0]
  colors.forEach((one, i) =>
    colors.slice(0, i).forEach(other => {
      const weight = one.area * other.area
      sum += weight * pairHarmony(one.hex, other.hex)
      weights += weight
    }),
  )
  return weights ? sum / weights : 0
}
