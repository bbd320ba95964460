import { hexOfRgb, type Hex } from './convert'
import { encodedOf } from './linear'

/** The color temperatures, in kelvin, that the approximation of the locus holds for and that are of use. */
export const KELVIN = { min: 1700, max: 20000 } as const

/**
 * CIE 1931 chromaticity of a black body, x and y, at a temperature in kelvin from 1667 to 25000 (cubic splines of Kim
 * and others, 2002).
 */
export const planckian = (kelvin: number): { x: number; y: number } => {
  const [k1, k2, k3] = [1e3 / kelvin, 1e6 / kelvin ** 2, 1e9 / kelvin ** 3]
  const x =
    kelvin <= 4000
      ? -0.2661239 * k3 - 0.2343589 * k2 + 0.8776956 * k1 + 0.17991
      : -3.0258469 * k3 + 2.1070379 * k2 + 0.2226347 * k1 + 0.24039
  if (kelvin <= 2222) return { x, y: -1.1063814 * x ** 3 - 1.3481102 * x ** 2 + 2.18555832 * x - 0.20219683 }
  if (kelvin <= 4000) return { x, y: -0.9549476 * x ** 3 - 1.37418593 * x ** 2 + 2.09137015 * x - 0.16748867 }
  return { x, y: 3.081758 * x ** 3 - 5.8733867 * x ** 2 + 3.75112997 * x - 0.37001483 }
}

/**
 * The color of a black body's light on screen: its chromaticity as bright as sRGB shows it; what lies outside the
 * gamut is cut at zero (only the blue of low temperatures). Kelvin from 1667 to 25000.
 */
export const hexOfKelvin = (kelvin: number): Hex => {
  const { x, y } = planckian(kelvin)
  const [X, Z] = [x / y, (1 - x - y) / y]
  const linear = [
    3.2409699419045213 * X - 1.5373831775700935 - 0.4986107602930033 * Z,
    -0.9692436362808798 * X + 1.8759675015077206 + 0.04155505740717561 * Z,
    0.05563007969699361 * X - 0.20397695888897657 + 1.0569715142428786 * Z,
  ].map(value => Math.max(0, value))
  const max = Math.max(...linear)
  const [r, g, b] = linear.map(value => encodedOf(value / max)) as [number, number, number]
  return hexOfRgb(r, g, b)
}
