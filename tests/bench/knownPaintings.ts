import { createNoise2D } from 'simplex-noise'
import { hexOfRgb, type Hex } from '#core/color/convert'
import { encodedOf } from '#core/color/linear'
import { deltaE } from '#core/color/difference'
import type { Picture } from '#core/picture/picture'
import { seeded } from '#core/math/random'
import { takeApart } from '#core/raster/manner'
import { measurePicture } from '#core/raster/measure'
import { paintRaster } from '#core/raster/paint'
import { cloudy, light, lit, mix, smooth, within, type Light } from '../../demo/pictures/canvas'

/* Paintings whose every pixel is known in other colors too, for they are made by a script: how near to that they are recolored. */

const SIZE = { width: 720, height: 480 } as const
/** Colors of a scene: two of the sky, clouds, water, ground in the light and in the shade, plants, and a small bright thing. */
type Palette = readonly Hex[]
const PAINTED: Palette = ['#3f7fae', '#cfe0d2', '#f6ead6', '#1f5c73', '#dcb87c', '#7a5a4e', '#5f7a45', '#d2452f']
const OTHER: Readonly<Record<string, Palette>> = {
  'a warm evening': ['#7d4a6d', '#f0c9a4', '#fbe9d5', '#4a2f4f', '#e3a76f', '#6d3f45', '#9a5a3c', '#2b8f8a'],
  'a cool night': ['#22375e', '#7fa3b8', '#c9d8de', '#14273f', '#8f9fb0', '#3a4560', '#3f6a6a', '#f0b23e'],
}

const puffs = cloudy(71, 5)
const hills = cloudy(72, 4)
const tufts = cloudy(73, 5)
const haze = cloudy(74, 3)

type Eight = [Light, Light, Light, Light, Light, Light, Light, Light]

/** Sky, water, a shore and a sail. */
const shore = (colors: readonly Light[], x: number, y: number): Light => {
  const [high, low, cloud, water, sunlit, shade, plants, sail] = colors as Eight
  const crest = 0.68 + 0.07 * hills(x * 2, 1)
  if (Math.abs(x - 0.62) < 0.09 * (y - 0.2) && y > 0.2 && y < 0.52) return lit(sail, 1 - 1.2 * Math.max(0, x - 0.62))
  if (y > crest) {
    const sun = within(0.55 + 1.6 * hills(x * 4, y * 5))
    return mix(mix(shade, sunlit, sun), plants, smooth(0.05, 0.4, tufts(x * 8, y * 8)) * 0.9)
  }
  if (y > 0.5) return mix(water, low, 0.5 * smooth(-0.2, 0.7, haze(x * 4, y * 40)))
  return mix(mix(high, low, within(y / 0.5)), cloud, smooth(0.02, 0.5, puffs(x * 2.4, y * 5)))
}

/** Four colors that pass into each other all over, as in wet paint. */
const washes = (colors: readonly Light[], x: number, y: number): Light =>
  [0, 3, 7].reduce<Light>(
    (below, i) => mix(below, colors[i] as Light, smooth(-0.1, 0.5, haze(x * 1.6 + i * 7, y * 1.6 - i * 3))),
    colors[1] as Light,
  )

const SCENES = { 'a shore': shore, 'wet washes': washes } as const

/** A scene in colors, with the same strokes and grain whatever the colors. */
const painted = (at: (colors: readonly Light[], x: number, y: number) => Light, palette: Palette): Picture => {
  const { width, height } = SIZE
  const colors = palette.map(light)
  const chance = seeded(5)
  const bristles = createNoise2D(seeded(6))
  const data = new Uint8Array(width * height * 4).fill(255)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) {
      const stroke = 1 + 0.1 * bristles(x * 0.03, y * 0.5)
      const grain = 0.03 * (chance() + chance() - 1)
      const color = lit(at(colors, (x + 0.5) / width, (y + 0.5) / height), stroke)
      for (let n = 0; n < 3; n++) data[i + n] = Math.round(within(encodedOf(within(color[n]!)) + grain) * 255)
    }
  return { width, height, data }
}

/** The mean color, of what mostly is an ink, as it is in another picture: what a designer would send it to. */
const meant = (taken: ReturnType<typeof takeApart>, count: number, truth: Picture): Hex[] => {
  const sums = Array.from({ length: count }, () => [0, 0, 0, 0] as [number, number, number, number])
  for (let i = 0; i < truth.data.length; i += 4) {
    const sum = sums[taken.places[i]!]
    const weight = (taken.weights[i]! / 255) ** 3
    if (!sum) continue
    for (let n = 0; n < 3; n++) sum[n as 0 | 1 | 2] += truth.data[i + n]! * weight
    sum[3] += weight
  }
  return sums.map(([r, g, b, all]) => hexOfRgb(r / all / 255, g / all / 255, b / all / 255))
}

/** For each scene and each of its other palettes: the mean ΔE2000 of the recolored painting to the truth. */
export const knownPaintings = (): Array<[what: string, inks: number, mean: number]> =>
  Object.entries(SCENES).flatMap(([scene, at]) => {
    const picture = painted(at, PAINTED)
    const { manner, inks } = measurePicture(picture, 640)
    const hexes = inks.map(({ hex }) => hex)
    const taken = takeApart(picture, hexes, manner)
    return Object.entries(OTHER).map(([name, palette]): [string, number, number] => {
      const truth = painted(at, palette)
      const out = new Uint8ClampedArray(picture.data.length)
      paintRaster(taken, hexes, [{ colors: meant(taken, hexes.length, truth), opacity: 1 }], null, out)
      let [sum, count] = [0, 0]
      const colorAt = (of: ArrayLike<number>, i: number): Hex =>
        hexOfRgb(of[i]! / 255, of[i + 1]! / 255, of[i + 2]! / 255)
      for (let i = 0; i < out.length; i += 4 * 13) {
        sum += deltaE(colorAt(out, i), colorAt(truth.data, i))
        count++
      }
      return [`${scene}, ${manner}, in ${name}`, hexes.length, sum / count]
    })
  })
