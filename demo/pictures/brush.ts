import { createNoise2D } from 'simplex-noise'
import { seeded } from '#core/math/random'
import { encodedOf } from '#core/color/linear'
import { cloudy, light, lit, smooth, within, type Light } from './canvas'

/* Paints a scene in strokes of a brush, coarse ones first (after Hertzmann 1998), on a grained ground. */

/**
 * Strokes of one size: their half width in pixels of a picture 1,200 wide, how many times as long, how many cover a
 * place, how strongly.
 */
interface Layer {
  half: number
  long: number
  cover: number
  body: number
}
const LAYERS: readonly Layer[] = [
  { half: 26, long: 3.4, cover: 2.2, body: 0.94 },
  { half: 13, long: 3.2, cover: 1.7, body: 0.88 },
  { half: 6.5, long: 2.8, cover: 1.6, body: 0.84 },
  { half: 3.2, long: 2.4, cover: 2.4, body: 0.8 },
  { half: 1.7, long: 2.6, cover: 1.6, body: 0.72 },
]
/** Variation of the colors of strokes, and depth of the bristles and of the grain of the ground. */
const STRAY = 0.09
const BRISTLE = 0.1
const GRAIN = 0.04
/** A small stroke is set where the scene differs so much from what stands there. */
const WANTED = 0.014
/** The color of the ground below all strokes. */
const GROUND = light('#a98561')
/** From where to where a change of the scene across a stroke turns it along an edge. */
const EDGE = { from: 0.04, to: 0.16 } as const

/** A canvas of linear RGB as 8-bit RGB with the grain of a woven ground. */
const grained = (canvas: Float64Array, width: number, height: number, seed: number, chance: () => number): Buffer => {
  const weave = createNoise2D(seeded(seed))
  const pixels = Buffer.alloc(width * height * 3)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const speck = GRAIN * (weave(x * 0.7, y * 0.7) + chance() + chance() - 1)
      for (let n = 0; n < 3; n++, i++)
        pixels[i] = Math.round(within(encodedOf(within(canvas[i]!)) + speck + GRAIN * (chance() - 0.5)) * 255)
    }
  return pixels
}

/** A scene painted in strokes: 8-bit RGB, row by row. `at` gives its color, x and y running from 0 to 1. */
export const brushed = (width: number, height: number, seed: number, at: (x: number, y: number) => Light): Buffer => {
  const chance = seeded(seed)
  const bristles = createNoise2D(seeded(seed + 1))
  const flow = cloudy(seed + 2, 2)
  const canvas = Float64Array.from({ length: width * height * 3 }, (_, i) => GROUND[i % 3]!)
  const put = (p: number, color: Light, part: number): void => {
    for (let n = 0; n < 3; n++) {
      const now = canvas[p * 3 + n]!
      canvas[p * 3 + n] = now + (color[n]! - now) * part
    }
  }
  const stroke = (cx: number, cy: number, { half, long, body }: Layer, color: Light, turn: number): void => {
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    const length = half * long
    const own = chance() * 400
    const reach = Math.ceil(length + half)
    for (let y = Math.max(0, Math.floor(cy - reach)); y <= Math.min(height - 1, cy + reach); y++)
      for (let x = Math.max(0, Math.floor(cx - reach)); x <= Math.min(width - 1, cx + reach); x++) {
        const along = (x - cx) * cos + (y - cy) * sin
        const across = (y - cy) * cos - (x - cx) * sin
        if (Math.abs(along) > length || Math.abs(across) > half) continue
        const hair = bristles(own + across * 0.9, along * 0.03)
        const edge = smooth(half, half * 0.72, Math.abs(across) + hair * half * 0.12)
        const end = smooth(length, length * 0.7, Math.abs(along) + hair * length * 0.18)
        const part = edge * end * body * within(0.86 + 0.5 * hair)
        if (part > 0.01) put(y * width + x, lit(color, 1 + BRISTLE * hair), part)
      }
  }
  const tone = (x: number, y: number): number => at(x, y).reduce((sum, value) => sum + Math.sqrt(value) / 3, 0)
  /** Where strokes run: with the flow, and along edges. */
  const wayAt = (x: number, y: number, half: number): number => {
    const [dx, dy] = [half / width, half / height]
    const across = tone(x + dx, y) - tone(x - dx, y)
    const down = tone(x, y + dy) - tone(x, y - dy)
    const edge = smooth(EDGE.from, EDGE.to, Math.hypot(across, down))
    const free = flow(x * 1.4, y * 2.6) * 1.1
    const own = Math.atan2(across, -down)
    return free + Math.atan(Math.tan(own - free)) * edge + (chance() - 0.5) * 0.4 * (1 - edge)
  }
  for (const [i, each] of LAYERS.entries()) {
    const layer = { ...each, half: (each.half * width) / 1200 }
    const count = Math.round((layer.cover * width * height) / (4 * layer.half * layer.half * layer.long))
    for (let k = 0; k < count; k++) {
      const [x, y] = [chance(), chance()]
      const color = at(x, y)
      const p = (Math.floor(y * height) * width + Math.floor(x * width)) * 3
      const off = Math.hypot(...color.map((value, n) => Math.sqrt(value) - Math.sqrt(canvas[p + n]!)))
      if (i && off < WANTED * each.half) continue
      const strayed = color.map(value => value * (1 + STRAY * (chance() - 0.5) * 2)) as [number, number, number]
      stroke(x * width, y * height, layer, strayed, wayAt(x, y, layer.half))
    }
  }
  return grained(canvas, width, height, seed + 3, chance)
}
