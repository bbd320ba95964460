import { hexOfRgb, rgbOf, type Hex } from './convert'
import { deltaE } from './difference'
import { encodedOf, linearOf } from './linear'
import { remembered } from './remembered'

/** The ways of seeing colors with one kind of cone missing. */
export const VISIONS = ['protan', 'deutan', 'tritan'] as const
export type Vision = (typeof VISIONS)[number]

/**
 * What becomes of linear red, green and blue at full severity, row by row (Machado, Oliveira and Fernandes, 2009, A
 * physiologically-based model for simulation of color vision deficiency).
 */
const MATRICES: Record<Vision, readonly number[]> = {
  protan: [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998],
  deutan: [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881],
  tritan: [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.3039],
}

const unit = (value: number): number => Math.min(1, Math.max(0, value))

const seen = Object.fromEntries(
  VISIONS.map(vision => [
    vision,
    remembered(hex => {
      const { r, g, b } = rgbOf(hex)
      const light = [linearOf(r), linearOf(g), linearOf(b)] as const
      const m = MATRICES[vision]
      const channel = (row: number): number =>
        encodedOf(unit(light.reduce((sum, each, i) => sum + each * (m[row * 3 + i] as number), 0)))
      return hexOfRgb(channel(0), channel(1), channel(2))
    }),
  ]),
) as Record<Vision, (hex: Hex) => Hex>

/** The color as someone with a color vision deficiency of full severity sees it. */
export const seenBy = (vision: Vision, hex: Hex): Hex => seen[vision](hex)

/** How far two colors are apart, in ΔE2000, to whom sees them least apart. */
export const leastApart = (one: Hex, other: Hex): number =>
  Math.min(...VISIONS.map(vision => deltaE(seenBy(vision, one), seenBy(vision, other))))
