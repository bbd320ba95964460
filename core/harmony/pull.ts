import { arc, degrees, lchOf, type Hex } from '#core/color/convert'
import { angleOf, rotate, type Wheel } from '#core/color/wheel'
import { offsetsOf, type HarmonyKind } from './harmony'

/** Under this OKLCH chroma a color is too gray for its hue to be moved. */
const HUELESS = 0.025

/**
 * The wheel angle a harmony stands on: that of the first color with a hue worth the name, the base where it has one.
 */
export const anchorOf = (wheel: Wheel, hexes: readonly Hex[]): number => {
  const base = hexes.find(hex => lchOf(hex).c >= HUELESS)
  return base === undefined ? 0 : angleOf(wheel, base)
}

/**
 * A color drawn toward the nearest angle of a harmony by a part of the way, 0 (where it is) to 1 (on the angle).
 * Angles in degrees on the wheel, the harmony standing on `anchor`; saturation and brightness (light, paint) or
 * lightness and chroma (perceptual) stay. A gray stays as it is.
 */
export const pullToward = (hex: Hex, kind: HarmonyKind, wheel: Wheel, anchor: number, amount: number): Hex => {
  if (amount === 0 || lchOf(hex).c < HUELESS) return hex
  const own = angleOf(wheel, hex)
  const way = offsetsOf(kind)
    .map(offset => arc(own, degrees(anchor + offset)))
    .reduce((min, each) => (Math.abs(each) < Math.abs(min) ? each : min))
  return rotate(wheel, hex, way * amount)
}
