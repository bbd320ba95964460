import { added, along, cloudy, light, lit, mix, smooth, within, type Light } from './canvas'

/* Kites over the dunes: a warm evening, soft light from the left, two kites, the sea behind, the lighthouse far off. */

const ASPECT = 1.5
const HORIZON = 0.55
const SUN = { x: 0.24, y: 0.42 }
const SKY: ReadonlyArray<readonly [number, Light]> = [
  [0, light('#2f6f9f')],
  [0.35, light('#6fa9bf')],
  [0.65, light('#bcd0c0')],
  [0.85, light('#f3dcae')],
  [1, light('#f7c486')],
]
const [CLOUD, SHADED, GLOW] = [light('#fbead0'), light('#8c93b0'), light('#ffd08a')]
const [SEA, SHALLOW, FOAM] = [light('#1f5c73'), light('#5aa3a0'), light('#eef0e0')]
const [SAND, DUNE, SHADE, GRASS, DRY] = [
  light('#e9c78f'),
  light('#c7985f'),
  light('#7a5a5e'),
  light('#5f7a45'),
  light('#b9a04e'),
]
const [RED, GOLD, PINK, BLUE, WHITE, NIGHT] = [
  light('#c8402f'),
  light('#f0b23e'),
  light('#e79a9a'),
  light('#2a4f86'),
  light('#f8f1e2'),
  light('#26314a'),
]

const puffs = cloudy(31, 6)
const drift = cloudy(32, 3)
const swell = cloudy(33, 4)
const hills = cloudy(34, 4)
const blades = cloudy(35, 5)

const sky = (x: number, y: number): Light => {
  const away = Math.hypot((x - SUN.x) * ASPECT, y - SUN.y)
  const base = along(SKY, within(y / HORIZON))
  const puff = smooth(0.02, 0.5, puffs(x * 2.3, y * 6 + drift(x * 2, y * 2) * 0.5) + 0.1)
  const under = smooth(-0.2, 0.4, puffs(x * 2.3 + 0.05, y * 6 - 0.4 + drift(x * 2, y * 2) * 0.5))
  return added(mix(base, mix(CLOUD, SHADED, under * 0.75), puff * 0.85), GLOW, 0.5 * Math.exp(-away * away * 14))
}

const sea = (x: number, y: number): Light => {
  const deep = (y - HORIZON) / 0.13
  const wave = swell(x * 9, y * 60 + x * 3)
  const base = mix(SEA, SHALLOW, within(deep * 0.8 + wave * 0.25))
  const lane = Math.exp(-(((x - SUN.x) * 5) ** 2)) * smooth(-0.1, 0.5, wave)
  const breaker = smooth(0.32, 0.5, swell(x * 3, y * 34 + 7)) * smooth(0.3, 1, deep)
  return mix(added(base, GLOW, 0.55 * lane), FOAM, breaker * 0.8)
}

/** Height of the dunes at a place along the picture. */
const crest = (x: number): number => 0.69 + 0.055 * hills(x * 1.6, 2) - 0.05 * smooth(0.55, 1, x)

const dunes = (x: number, y: number): Light => {
  const depth = (y - crest(x)) / (1 - crest(x))
  const slope = hills(x * 3.2 + 0.3, y * 4) - hills(x * 3.2, y * 4)
  const sunlit = within(0.6 - slope * 2.4)
  const sand = mix(mix(SHADE, DUNE, within(sunlit * 1.5)), SAND, within(sunlit * 1.3 - 0.35))
  const tuft = smooth(0.12, 0.45, blades(x * 9, y * 5) + 0.35 * hills(x * 2, y * 2 + 5) + 0.25 * depth - 0.1)
  const grass = mix(GRASS, DRY, within(0.5 + blades(x * 60, y * 14) * 0.7))
  return mix(sand, lit(grass, 0.75 + 0.4 * sunlit), tuft * 0.9)
}

interface Kite {
  x: number
  y: number
  size: number
  turn: number
  sails: readonly [Light, Light, Light, Light]
}
const KITES: readonly Kite[] = [
  { x: 0.62, y: 0.24, size: 0.17, turn: 0.35, sails: [RED, GOLD, PINK, RED] },
  { x: 0.85, y: 0.16, size: 0.075, turn: -0.3, sails: [BLUE, WHITE, GOLD, BLUE] },
  { x: 0.4, y: 0.13, size: 0.05, turn: 0.1, sails: [WHITE, PINK, RED, WHITE] },
]
/** The color of a kite at a place, null beside it; the right side lies in the shade. */
const kite = ({ x: kx, y: ky, size, turn, sails }: Kite, x: number, y: number): Light | null => {
  const [dx, dy] = [(x - kx) * ASPECT, y - ky]
  const u = (dx * Math.cos(turn) + dy * Math.sin(turn)) / size
  const v = (dy * Math.cos(turn) - dx * Math.sin(turn)) / size
  const tall = v < 0 ? 0.8 : 1.25
  if (Math.abs(u) / 0.72 + Math.abs(v) / tall > 1) return null
  const sail = sails[(v < 0 ? 0 : 2) + (u < 0 ? 0 : 1)] as Light
  return lit(sail, 1.08 - 0.35 * within(u + 0.4 + v * 0.25))
}
/** Distance of a place from the tail of a kite that swings below it. */
const tail = ({ x: kx, y: ky, size, turn }: Kite, x: number, y: number): number => {
  const down = (y - ky - size * 1.1) / (size * 2)
  if (down < 0 || down > 1) return Infinity
  const middle = kx - (Math.sin(turn) * size * 1.25) / ASPECT + Math.sin(down * 7) * 0.018 * (1 + down) - down * 0.03
  return Math.abs(x - middle) * ASPECT
}

const tower = (x: number, y: number): Light | null => {
  const wide = 0.011 + 0.006 * within((y - 0.36) / 0.2)
  if (y < 0.36 || y > 0.6 || Math.abs(x - 0.13) * ASPECT > wide) return null
  const stripe = Math.floor((y - 0.36) / 0.04) % 2 ? RED : WHITE
  return lit(y < 0.385 ? NIGHT : stripe, 1.05 - 0.4 * within(((x - 0.13) * ASPECT) / wide + 0.3))
}

const figure = (x: number, y: number): Light | null => {
  const [dx, dy] = [(x - 0.7) * ASPECT, y - 0.735]
  if (Math.hypot(dx, dy + 0.058) < 0.014) return lit(GOLD, 0.7)
  if (Math.abs(dx + 0.004 * dy) < 0.013 + 0.12 * Math.max(0, dy + 0.02) && dy > -0.045 && dy < 0.02) return BLUE
  if (Math.abs(Math.abs(dx) - 0.007) < 0.005 && dy >= 0.02 && dy < 0.055) return NIGHT
  return null
}

/** The scene without its strokes, x and y from 0 to 1. */
export const kitesOverDunes = (x: number, y: number): Light => {
  for (const each of KITES) {
    const own = kite(each, x, y)
    if (own) return own
    if (tail(each, x, y) < each.size * 0.045) return lit(each.sails[1], 0.95)
  }
  const someone = figure(x, y)
  if (someone) return someone
  if (y > crest(x)) return dunes(x, y)
  const light = tower(x, y)
  if (light) return light
  return y > HORIZON ? sea(x, y) : sky(x, y)
}
