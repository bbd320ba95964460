import { createNoise2D } from 'simplex-noise'
import { rgbOf, type Hex } from '#core/color/convert'
import { encodedOf, linearOf } from '#core/color/linear'
import { seeded } from '#core/math/random'

/** A color in linear light, channels from 0. */
export type Light = readonly [r: number, g: number, b: number]

/** A hex color in linear light. */
export const light = (hex: Hex): Light => {
  const { r, g, b } = rgbOf(hex)
  return [linearOf(r), linearOf(g), linearOf(b)]
}

export const within = (value: number, min = 0, max = 1): number => Math.min(max, Math.max(min, value))
export const smooth = (from: number, to: number, value: number): number => {
  const t = within((value - from) / (to - from))
  return t * t * (3 - 2 * t)
}
export const mix = (one: Light, other: Light, t: number): Light => [
  one[0] + (other[0] - one[0]) * t,
  one[1] + (other[1] - one[1]) * t,
  one[2] + (other[2] - one[2]) * t,
]
export const lit = (color: Light, by: number): Light => [color[0] * by, color[1] * by, color[2] * by]
export const added = (one: Light, other: Light, by = 1): Light => [
  one[0] + other[0] * by,
  one[1] + other[1] * by,
  one[2] + other[2] * by,
]

/** A color along a run of colors, at a place in [0, 1]. */
export const along = (run: ReadonlyArray<readonly [at: number, color: Light]>, place: number): Light => {
  for (let i = 1; i < run.length; i++) {
    const [low, high] = [run[i - 1] as readonly [number, Light], run[i] as readonly [number, Light]]
    if (place <= high[0]) return mix(low[1], high[1], smooth(low[0], high[0], place))
  }
  return (run.at(-1) as readonly [number, Light])[1]
}

/** Noise of several octaves around 0, about -1 to 1. */
export const cloudy = (seed: number, octaves = 5): ((x: number, y: number) => number) => {
  const noise = createNoise2D(seeded(seed))
  return (x, y) => {
    let [sum, size, scale] = [0, 0.5, 1]
    for (let i = 0; i < octaves; i++) {
      sum += noise(x * scale, y * scale) * size
      size *= 0.5
      scale *= 2.03
    }
    return sum
  }
}

/** A picture painted pixel by pixel in linear light, with grain: 8-bit RGB, row by row. x and y run from 0 to 1. */
export const painted = (
  width: number,
  height: number,
  grain: number,
  seed: number,
  at: (x: number, y: number) => Light,
): Buffer => {
  const pixels = Buffer.alloc(width * height * 3)
  const random = seeded(seed)
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const color = at((column + 0.5) / width, (row + 0.5) / height)
      const speck = (random() + random() + random() - 1.5) * grain
      for (const value of color) pixels[i++] = Math.round(within(encodedOf(within(value)) + speck) * 255)
    }
  }
  return pixels
}
