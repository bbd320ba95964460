import { seeded } from '#core/math/random'
import { added, along, cloudy, light, lit, mix, smooth, within, type Light } from './canvas'

/* Harbor at dusk: afterglow over the hills, the town with its first lights, boats and a lantern buoy on the water. */

const HORIZON = 0.58
const SUN = { x: 0.66, y: 0.56 }
const ASPECT = 1.5

const SKY: ReadonlyArray<readonly [number, Light]> = [
  [0, light('#1f2a52')],
  [0.3, light('#45508a')],
  [0.55, light('#94699a')],
  [0.75, light('#e07f75')],
  [0.9, light('#f6ad6a')],
  [1, light('#ffdc97')],
]
const [CLOUD, GLOW, SUNLIGHT, HAZE] = [light('#5d4a78'), light('#ff8a55'), light('#fff0c2'), light('#c98a8c')]
const [FAR, NEAR, STONE, ROOF, LAMP] = [
  light('#6e5f86'),
  light('#2f3157'),
  light('#232644'),
  light('#5a2c38'),
  light('#ffc35c'),
]
const [HULL, SAIL, BUOY, DEEP] = [light('#12343d'), light('#d9c6b4'), light('#ff2d16'), light('#0c2136')]

const wisps = cloudy(11)
const banks = cloudy(12, 6)
const ridge = cloudy(13, 4)
const ripple = cloudy(14, 3)
const swell = cloudy(15, 4)

const sky = (x: number, y: number): Light => {
  const away = Math.hypot((x - SUN.x) * ASPECT, (y - SUN.y) * 1.9)
  const base = along(SKY, within((y / HORIZON) * 0.86 + 0.2 * Math.exp(-away * 2.6) - 0.03))
  const bank = smooth(0.02, 0.42, banks(x * 3.1, y * 11 + wisps(x * 2, y * 2) * 0.6) + 0.18 * smooth(0.1, 0.5, y))
  const under = smooth(-0.1, 0.5, banks(x * 3.1, y * 11 + 0.35 + wisps(x * 2, y * 2) * 0.6))
  const cloud = mix(CLOUD, GLOW, within(under * (0.25 + 1.1 * Math.exp(-away * 1.9))))
  const clouded = mix(base, cloud, bank * 0.72 * smooth(0, 0.16, y))
  return added(clouded, SUNLIGHT, 0.85 * Math.exp(-away * away * 55) + 0.2 * Math.exp(-away * 5))
}

interface House {
  from: number
  to: number
  top: number
  gable: number
  tone: number
  windows: ReadonlyArray<readonly [x: number, y: number, bright: number]>
}

const HOUSES: readonly House[] = (() => {
  const random = seeded(21)
  const houses: House[] = []
  for (let x = -0.01; x < 0.47; ) {
    const wide = 0.022 + random() * 0.03
    const top = HORIZON - 0.05 - random() * 0.085
    const windows = Array.from(
      { length: 9 },
      () => [x + wide * (0.15 + random() * 0.7), top + 0.02 + random() * (HORIZON - top - 0.03), random()] as const,
    ).filter(([, , bright]) => bright > 0.42)
    houses.push({ from: x, to: x + wide, top, gable: 0.014 + random() * 0.022, tone: random(), windows })
    x += wide + (random() > 0.8 ? 0.012 : 0.001)
  }
  return houses
})()

const town = (x: number, y: number): Light | null => {
  for (const { from, to, top, gable, tone, windows } of HOUSES) {
    if (x < from || x > to || y > HORIZON + 0.012) continue
    const middle = (from + to) / 2
    const roof = top - gable * (1 - Math.abs(x - middle) / ((to - from) / 2))
    if (y < roof) continue
    const wall = mix(STONE, ROOF, y < top ? 0.85 : tone * 0.35)
    const evening = 0.8 + 0.9 * smooth(from, to, x) * (0.4 + tone * 0.6)
    let color = lit(wall, evening)
    for (const [wx, wy, bright] of windows) {
      const [dx, dy] = [Math.abs(x - wx) * ASPECT, Math.abs(y - wy)]
      if (dx < 0.0042 && dy < 0.0058) color = lit(LAMP, 0.5 + bright * 0.7)
      else color = added(color, LAMP, 0.09 * bright * Math.exp(-(dx * dx + dy * dy) * 9000))
    }
    return color
  }
  return null
}

const hills = (x: number, y: number): Light | null => {
  const near = HORIZON - 0.045 - 0.05 * ridge(x * 2.6, 3) - 0.05 * smooth(0.5, 1, x)
  const far = HORIZON - 0.085 - 0.05 * ridge(x * 1.7, 9)
  if (y > HORIZON) return null
  if (y > near)
    return mix(mix(NEAR, HAZE, 0.28 * smooth(near, HORIZON, y)), GLOW, 0.16 * Math.exp(-Math.abs(x - SUN.x) * 7))
  if (y > far)
    return mix(mix(FAR, HAZE, 0.5 * smooth(far, HORIZON, y)), GLOW, 0.34 * Math.exp(-Math.abs(x - SUN.x) * 5))
  return null
}

/** Everything above the water but the boats; the water mirrors it. */
const above = (x: number, y: number): Light => town(x, y) ?? hills(x, y) ?? sky(x, y)

const BOATS = [
  { x: 0.57, y: 0.655, long: 0.075, mast: 0.19 },
  { x: 0.79, y: 0.7, long: 0.1, mast: 0.27 },
  { x: 0.33, y: 0.76, long: 0.12, mast: 0.34 },
] as const

const boat = (x: number, y: number): Light | null => {
  for (const { x: bx, y: by, long, mast } of BOATS) {
    const along = (x - bx) / (long / 2)
    const deck = by - 0.022 - 0.012 * along * along
    const keel = by - 0.004 * (1 - along * along)
    if (Math.abs(along) < 1 - 0.25 * smooth(deck, keel, y) && y > deck && y < keel) {
      const side = mix(HULL, SAIL, y < deck + 0.005 ? 0.9 : 0.06)
      return lit(side, 0.5 + 0.7 * smooth(-1, 1, along))
    }
    if (Math.abs(x - bx + 0.004) < 0.0011 && y > by - mast && y < deck) return lit(HULL, 0.6)
    const boom = (x - bx) / (long * 0.42)
    if (boom > 0 && boom < 1 && y < by - 0.034 && y > by - 0.047 - 0.004 * Math.sin(boom * 9))
      return lit(SAIL, 0.32 + 0.2 * boom)
    const stay = Math.abs(y - (by - mast) - (Math.abs(x - bx + 0.004) / (long * 0.48)) * (mast - 0.03))
    if (stay < 0.0011 && y < deck && y > by - mast) return lit(HULL, 0.9)
  }
  return null
}

const FLOAT = { x: 0.492, y: 0.83 }

const buoy = (x: number, y: number): Light | null => {
  const [dx, dy] = [(x - FLOAT.x) * ASPECT, y - FLOAT.y]
  const half = 0.017 * (1 - 0.55 * smooth(0, -0.05, dy))
  if (dy < 0.006 && dy > -0.05 && Math.abs(dx) < half)
    return lit(BUOY, 0.42 + 0.75 * smooth(-half, half, dx) - 0.2 * smooth(-0.01, 0.006, dy))
  if (dy <= -0.05 && dy > -0.085 && Math.abs(dx) < 0.0022) return lit(HULL, 0.7)
  return null
}

const water = (x: number, y: number): Light => {
  const depth = (y - HORIZON) / (1 - HORIZON)
  const wide = 2.5 + 22 * (1 - depth) ** 2
  const wave = ripple(x * wide * 3, y * wide * 13) * (0.006 + 0.05 * depth) + swell(x * 5, y * 16) * 0.02 * depth
  const mirrored = HORIZON - (y - HORIZON) * 0.92 + wave
  const seen = above(within(x + wave * 0.25, 0.001, 0.999), within(mirrored, 0.004, HORIZON - 0.002))
  const glance = within(0.9 - 0.55 * depth + wave * 3.5, 0.12, 0.92)
  const glint =
    smooth(0.42, 0.75, ripple(x * wide * 4, y * wide * 20 + 7)) * Math.exp(-Math.abs(x - SUN.x) * (9 - 4 * depth))
  const buoyed =
    Math.exp(-(((x - FLOAT.x) * 70) ** 2)) *
    smooth(FLOAT.y, FLOAT.y + 0.01, y) *
    Math.exp(-(y - FLOAT.y) * 22) *
    smooth(-0.2, 0.3, wave * 12)
  return added(added(mix(DEEP, seen, glance), GLOW, glint * 0.55), BUOY, buoyed * 0.35)
}

/** Harbor at dusk at a place of the picture, in linear light. */
export const harbor = (x: number, y: number): Light => {
  const seen = buoy(x, y) ?? boat(x, y) ?? (y > HORIZON ? water(x, y) : above(x, y))
  const corner = Math.hypot((x - 0.5) * 1.1, y - 0.5)
  return lit(seen, 1 - 0.42 * smooth(0.3, 0.85, corner))
}
