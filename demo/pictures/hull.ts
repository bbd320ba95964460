import { cloudy, light, lit, mix, smooth, within, type Light } from './canvas'

/* A weathered painted hull: planks, three coats of paint, rust from the bolts, weed below the waterline. */

const [BLUE, UNDER, OCHRE, WOOD, WHITE] = [
  light('#1f6f94'),
  light('#8fc3c4'),
  light('#d9a441'),
  light('#7a5a41'),
  light('#ece6d6'),
]
const [RED, RUST, DARK, WEED, SALT] = [
  light('#a5392b'),
  light('#b4571f'),
  light('#17181c'),
  light('#56682c'),
  light('#cfd6d4'),
]
const PLANK = 0.118
const ASPECT = 1.5
const LINE = 0.62

const [flakes, chips, stain, grain, warp, wear, drip] = [
  cloudy(51, 7),
  cloudy(52, 6),
  cloudy(53, 5),
  cloudy(54, 5),
  cloudy(55, 3),
  cloudy(56, 4),
  cloudy(57, 4),
]

const BOLTS = Array.from({ length: 14 }, (_, i) => ({
  x: 0.045 + (i % 7) * 0.152 + (i > 6 ? 0.07 : 0),
  y: (i > 6 ? 3.5 : 1.5) * PLANK + 0.004,
}))

const timber = (x: number, y: number): Light =>
  lit(mix(WOOD, DARK, 0.5 * smooth(0, 0.7, grain(x * 3, y * 60))), 0.75 + 0.35 * grain(x * 6, y * 110))

/** Amount of paint that has gone at a place: above 0 the top coat is off, further up the next. */
const worn = (x: number, y: number, seam: number): number =>
  flakes(x * 5.2, y * 7.5) +
  0.35 * chips(x * 17, y * 21) +
  0.34 * smooth(0.14, 0, seam) +
  0.16 * wear(x * 1.6, y * 1.6) -
  0.4

const painted = (x: number, y: number, coat: number): Light => {
  const edge = LINE + 0.006 * warp(x * 3, 1)
  if (y < edge - 0.075) return coat === 0 ? BLUE : coat === 1 ? UNDER : OCHRE
  if (y < edge) return coat === 0 ? WHITE : coat === 1 ? BLUE : OCHRE
  return coat === 0 ? RED : coat === 1 ? OCHRE : DARK
}

/** A weathered painted hull at a place of the picture, in linear light. */
export const hull = (x: number, y: number): Light => {
  const bent = y + 0.05 * (x - 0.5) ** 2 + 0.004 * warp(x * 2, y * 2)
  const row = bent / PLANK
  const seam = Math.min(row - Math.floor(row), Math.ceil(row) - row)
  const gone = worn(x, bent, seam)
  const coat = gone < 0 ? 0 : gone < 0.13 ? 1 : gone < 0.2 ? 2 : 3
  const shade = 0.82 + 0.24 * wear(x * 2.2, bent * 3 + 4) + 0.07 * grain(x * 9, bent * 90)
  let color = coat === 3 ? timber(x, bent) : lit(painted(x, bent, coat), shade)
  const lip = smooth(0.03, 0, gone) * smooth(-0.028, 0, gone) + smooth(0.16, 0.13, gone) * smooth(0.1, 0.13, gone)
  color = mix(color, lit(color, 0.45), lip * 0.75)
  if (coat === 0) color = mix(color, SALT, 0.2 * smooth(0.1, 0.6, stain(x * 4, bent * 9)))
  for (const bolt of BOLTS) {
    const [dx, dy] = [(x - bolt.x) * ASPECT, bent - bolt.y]
    const streak =
      smooth(0.022, 0, Math.abs(dx + 0.006 * drip(x * 9, bent * 6))) *
      smooth(-0.005, 0.015, dy) *
      Math.exp(-dy * 6) *
      (0.55 + 0.7 * drip(x * 40, bent * 5))
    color = mix(color, lit(RUST, 0.34 + 0.5 * within(dy * 3)), within(streak * 1.25))
    const head = Math.hypot(dx, dy)
    if (head < 0.0105) color = lit(mix(DARK, RUST, 0.55 + 0.4 * chips(x * 60, y * 60)), 0.9 - dy * 40)
  }
  const slime = smooth(0.74, 0.99, bent + 0.1 * stain(x * 5, bent * 5)) * (0.6 + 0.5 * flakes(x * 9, bent * 9))
  color = mix(color, lit(WEED, 0.35 + 0.5 * chips(x * 20, bent * 20) ** 2 + 0.25), within(slime))
  const groove = smooth(0.035, 0.006, seam)
  color = lit(color, 1 - 0.82 * groove)
  const upper = smooth(0.06, 0.11, row - Math.floor(row)) * smooth(0.24, 0.11, row - Math.floor(row))
  color = mix(color, lit(color, 1.5), upper * 0.4)
  const sun = 1.16 - 0.55 * smooth(0.1, 1.1, x * 0.8 + (y - 0.2) * 0.5)
  const round = 1.05 - 0.4 * smooth(0.5, 1, y)
  return lit(color, sun * round)
}
