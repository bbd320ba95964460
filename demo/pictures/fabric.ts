import { cloudy, light, lit, mix, smooth, type Light } from './canvas'

/* A heap of folded kite fabric: sheets of ripstop nylon thrown over each other in window light. */

interface Sheet {
  color: Light
  x: number
  y: number
  rx: number
  ry: number
  turn: number
  seed: number
  folds: number
}

const sheet = (
  hex: string,
  x: number,
  y: number,
  rx: number,
  ry: number,
  turn: number,
  seed: number,
  folds: number,
): Sheet => ({ color: light(hex), x, y, rx, ry, turn, seed, folds })

/** From the lowest to the one on top. */
const SHEETS: readonly Sheet[] = [
  sheet('#26304f', 0.5, 0.5, 1.4, 1.4, 0.3, 31, 5),
  sheet('#e9dcc0', 0.2, 0.78, 0.46, 0.4, -0.5, 32, 7),
  sheet('#0d7f86', 0.77, 0.24, 0.5, 0.36, 0.6, 33, 8),
  sheet('#d98e1c', 0.83, 0.83, 0.44, 0.34, -0.2, 34, 8),
  sheet('#a8234f', 0.2, 0.24, 0.36, 0.34, 0.9, 35, 9),
  sheet('#2b57a8', 0.54, 0.62, 0.27, 0.35, -0.7, 36, 9),
  sheet('#d9432b', 0.46, 0.32, 0.24, 0.2, 0.35, 37, 10),
]
const TAPE = light('#c9ef3a')
const FLOOR = light('#4a4038')
const ASPECT = 1.5
const edges = SHEETS.map(({ seed }) => cloudy(seed, 2))
const creases = SHEETS.map(({ seed }) => cloudy(seed + 100, 2))
const drift = cloudy(77, 3)

/** Depth of a place inside a sheet: above 0 inside, in parts of its size. */
const inside = (i: number, x: number, y: number): number => {
  const { x: cx, y: cy, rx, ry, turn } = SHEETS[i] as Sheet
  const [dx, dy] = [(x - cx) * ASPECT, y - cy]
  const [u, v] = [
    (dx * Math.cos(turn) + dy * Math.sin(turn)) / (rx * ASPECT * 0.8),
    (dy * Math.cos(turn) - dx * Math.sin(turn)) / ry,
  ]
  return (
    1 -
    (Math.abs(u) ** 3 + Math.abs(v) ** 3) ** (1 / 3) +
    0.13 * (edges[i] as (x: number, y: number) => number)(x * 2.6, y * 2.6)
  )
}

/**
 * The height of a sheet: long folds with rounded crests, bent and gathered toward one corner, and small slack between.
 */
const height = (i: number, x: number, y: number): number => {
  const { turn, folds, x: cx, y: cy } = SHEETS[i] as Sheet
  const noise = creases[i] as (x: number, y: number) => number
  const bend = noise(x * 1.3, y * 1.3)
  const [dx, dy] = [(x - cx) * ASPECT, y - cy]
  const fan = Math.atan2(dy + 0.75, dx + 0.55) * 3.2
  const across = (dx * Math.sin(turn + 0.8) + dy * Math.cos(turn + 0.8)) * folds * 1.7 + fan + bend * 3.4
  const [long, short] = [0.5 + 0.5 * Math.sin(across), 0.5 + 0.5 * Math.sin(across * 2.3 + bend * 5 + dy * 4)]
  return 0.088 * long ** 1.9 + 0.026 * short ** 1.5 * (0.35 + long) + 0.02 * noise(x * 2.6 + 3, y * 2.6)
}

const STEP = 0.0022
const LIGHT = [-0.52, -0.58, 0.63] as const

const shaded = (i: number, x: number, y: number): Light => {
  const { color } = SHEETS[i] as Sheet
  const here = height(i, x, y)
  const [sx, sy] = [(height(i, x + STEP, y) - here) / (STEP * ASPECT), (height(i, x, y + STEP) - here) / STEP]
  const long = Math.hypot(sx, sy, 1)
  const facing = (-sx * LIGHT[0] - sy * LIGHT[1] + LIGHT[2]) / long
  const gloss = Math.max(0, facing) ** 24 * 0.3
  const weave = 1 + 0.05 * Math.sign(Math.sin(x * 980) * Math.sin(y * 653) - 0.55)
  const through = smooth(0.2, -0.4, facing) * 0.35
  const body = lit(color, (0.13 + 0.95 * Math.max(0, facing) + through * 0.4) * weave)
  return mix(body, [1, 0.97, 0.9], gloss)
}

/** A heap of folded kite fabric at a place of the picture, in linear light. */
export const fabric = (x: number, y: number): Light => {
  let [color, shadow] = [lit(FLOOR, 0.5), 1]
  for (let i = 0; i < SHEETS.length; i++) {
    const depth = inside(i, x, y)
    if (depth > 0) {
      color = shaded(i, x, y)
      const hem = smooth(0.012, 0.008, depth)
      color = mix(color, lit(color, 0.62), hem)
      shadow = 1
      if (i === 5 && Math.abs(depth - 0.2) < 0.012) color = lit(TAPE, 0.35 + 0.8 * Math.max(0.1, height(i, x, y) * 14))
    } else if (i > 0) {
      shadow *= 1 - 0.72 * smooth(-0.16, 0, inside(i, x - 0.016, y - 0.022))
    }
  }
  const window = 0.72 + 0.5 * smooth(1.25, 0.05, x + y * 0.8) + 0.06 * drift(x * 2, y * 2)
  return lit(color, (0.25 + 0.75 * shadow) * window)
}
