import { filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit, type Color, type Rgb } from './culori'
import { hexOfRgb, rgbOf, type Hex, unit } from './convert'
import { deltaE } from './difference'
import { encodedOf, linearOf } from './linear'
import { memoize } from '#core/math/memoize'

/** The ways of seeing colors with one kind of cone missing. */
export const VISIONS = ['protan', 'deutan', 'tritan'] as const
export type Vision = (typeof VISIONS)[number]

const TABLES: Record<Vision, (severity: number) => (color: Rgb) => Color | undefined> = {
  protan: filterDeficiencyProt,
  deutan: filterDeficiencyDeuter,
  tritan: filterDeficiencyTrit,
}
const AXES = [
  { r: 1, g: 0, b: 0 },
  { r: 0, g: 1, b: 0 },
  { r: 0, g: 0, b: 1 },
] as const

/** One matrix of the published table, which the color library brings along for tenths of severity, row by row. */
const tableMatrix = (vision: Vision, severity: number): number[] => {
  const columns = AXES.map(axis => TABLES[vision](severity)({ mode: 'rgb', ...axis }) as Rgb)
  return (['r', 'g', 'b'] as const).flatMap(row => columns.map(column => column[row]))
}

/**
 * The matrix over linear red, green and blue for a severity in [0, 1], nine numbers row by row (Machado, Oliveira and
 * Fernandes, 2009, A physiologically-based model for simulation of color vision deficiency); straight between tenths.
 */
export const matrixOf = (vision: Vision, severity: number): number[] => {
  const at = Math.min(1, Math.max(0, severity)) * 10
  const [low, high] = [Math.floor(at) / 10, Math.ceil(at) / 10].map(tenth => tableMatrix(vision, tenth)) as [
    number[],
    number[],
  ]
  return low.map((each, i) => each + (high[i]! - each) * (at - Math.floor(at)))
}

/** The matrix from linear red, green and blue to gray: their luminance, row by row (IEC 61966-2-1). */
export const GRAY_MATRIX: readonly number[] = Array.from({ length: 3 }, () => [0.2126, 0.7152, 0.0722]).flat()

/** A color by a matrix over linear light. */
const applyMatrix = (matrix: readonly number[], hex: Hex): Hex => {
  const { r, g, b } = rgbOf(hex)
  const light = [linearOf(r), linearOf(g), linearOf(b)] as const
  const channel = (row: number): number =>
    encodedOf(unit(light.reduce((sum, each, i) => sum + each * matrix[row * 3 + i]!, 0)))
  return hexOfRgb(channel(0), channel(1), channel(2))
}

const seen = Object.fromEntries(
  VISIONS.map(vision => {
    const matrix = matrixOf(vision, 1)
    return [vision, memoize(hex => applyMatrix(matrix, hex))]
  }),
) as Record<Vision, (hex: Hex) => Hex>

/** The color as someone with a color vision deficiency sees it, of full severity unless given. */
export const simulateVision = (vision: Vision, hex: Hex, severity = 1): Hex =>
  severity === 1 ? seen[vision](hex) : applyMatrix(matrixOf(vision, severity), hex)

/** The color in gray, as who sees no colors, or a printer with only black, has it. */
export const toGray: (hex: Hex) => Hex = memoize(hex => applyMatrix(GRAY_MATRIX, hex))

/** Who sees two colors least apart, and how far, in ΔE2000. */
export const hardestVision = (one: Hex, other: Hex): { vision: Vision; apart: number } => leastOf(`${one} ${other}`)
const leastOf = memoize((pair): { vision: Vision; apart: number } => {
  const [one = '', other = ''] = pair.split(' ')
  return VISIONS.map(vision => ({
    vision,
    apart: deltaE(simulateVision(vision, one), simulateVision(vision, other)),
  })).reduce((best, each) => (each.apart < best.apart ? each : best))
})

/** ΔE2000 from which on colors are distinguishable, and below which they are not. */
const [DISTINCT, MERGED] = [10, 5]
/** Returns whether most readers tell two colors apart. */
export const isDistinguishable = (one: Hex, other: Hex): boolean => deltaE(one, other) >= DISTINCT
/** Returns whether a difference in ΔE2000 is too small to tell colors apart. */
export const isMerged = (apart: number): boolean => apart < MERGED
