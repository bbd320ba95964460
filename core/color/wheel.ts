import { degrees, hexOfHsb, hexOfLch, hsbOf, lchOf, type Hex } from './convert'
import { colorOf, colorOfHsbHue, relativeChromaOf, relativeChromaOfHsbHue, type Bounds } from './relativeChroma'

/** The order of hues around a wheel: additive light, painter's primaries, or OKLCH hue. */
export const WHEELS = ['light', 'paint', 'perceptual'] as const
export type Wheel = (typeof WHEELS)[number]

/**
 * Painter's angle and the HSB hue that stands there, in degrees: red, orange, yellow, green, blue and violet at equal
 * steps, so that red faces green, yellow faces violet and blue faces orange (the red-yellow-blue circle of Johannes
 * Itten, 1961). Between them the hue runs evenly.
 */
const PAINT: ReadonlyArray<readonly [angle: number, hue: number]> = [
  [0, 0],
  [60, 30],
  [120, 60],
  [180, 120],
  [240, 240],
  [300, 270],
  [360, 360],
]

const along = (value: number, from: 0 | 1, to: 0 | 1): number => {
  const wrapped = degrees(value)
  for (let i = 1; i < PAINT.length; i++) {
    const [low, high] = [PAINT[i - 1] as readonly [number, number], PAINT[i] as readonly [number, number]]
    if (wrapped <= high[from])
      return degrees(low[to] + ((wrapped - low[from]) / (high[from] - low[from])) * (high[to] - low[to]))
  }
  return wrapped
}

/** The angle on a wheel, in degrees, at which a hue stands: HSB hue for light and paint, OKLCH hue for perceptual. */
export const angleOfHue = (wheel: Wheel, hue: number): number => (wheel === 'paint' ? along(hue, 1, 0) : degrees(hue))

/** The hue, in degrees, that stands at an angle of a wheel: the inverse of `angleOfHue`. */
export const hueAtAngle = (wheel: Wheel, angle: number): number =>
  wheel === 'paint' ? along(angle, 0, 1) : degrees(angle)

/**
 * Where a color stands on a wheel, in degrees. A gray has no hue of its own and stands at the HSB hue it is remembered
 * by.
 */
export const angleOf = (wheel: Wheel, hex: Hex, rememberedHue = 0): number => {
  if (wheel !== 'perceptual') return angleOfHue(wheel, hsbOf(hex, rememberedHue).h)
  return lchOf(hex, lchOf(hexOfHsb({ h: rememberedHue, s: 1, b: 1 })).h).h
}

/** The color at an angle of a wheel that has a lightness and a strength, both in [0, 1], as the eye sees them. */
export const colorAt = (wheel: Wheel, angle: number, l: number, strength: number, bounds?: Bounds): Hex =>
  wheel === 'perceptual'
    ? colorOf(l, strength, degrees(angle), bounds)
    : colorOfHsbHue(l, strength, hueAtAngle(wheel, angle), bounds)

/** Strength of a color, in [0, 1], among those at its angle of a wheel. */
export const relativeChromaOn = (wheel: Wheel, hex: Hex): number =>
  wheel === 'perceptual' ? relativeChromaOf(hex) : relativeChromaOfHsbHue(hex)

/**
 * A color turned round a wheel by an angle in degrees: the wheel gives the hue, lightness and strength stay as the eye
 * sees them. A whole turn, or none, returns it unchanged.
 */
export const rotate = (wheel: Wheel, hex: Hex, by: number, rememberedHue = 0): Hex => {
  if (degrees(by) === 0) return hex
  const { l, c } = lchOf(hex)
  return colorAt(wheel, angleOf(wheel, hex, rememberedHue) + by, l, relativeChromaOn(wheel, hex), { had: c })
}

/** A color set to an angle of a wheel, turned there. */
export const rotateTo = (wheel: Wheel, hex: Hex, angle: number): Hex => rotate(wheel, hex, angle - angleOf(wheel, hex))

/** The HSB hue, in degrees, that a remembered hue becomes when it is turned round a wheel by an angle in degrees. */
export const rotateHue = (wheel: Wheel, hue: number, by: number): number => {
  if (degrees(by) === 0) return hue
  if (wheel !== 'perceptual') return hueAtAngle(wheel, angleOfHue(wheel, hue) + by)
  return hsbOf(
    hexOfLch({
      ...lchOf(hexOfHsb({ h: hue, s: 0.6, b: 0.7 })),
      h: angleOf(wheel, hexOfHsb({ h: hue, s: 0.6, b: 0.7 })) + by,
    }),
  ).h
}
