import { degrees, hexOfHsb, hexOfLch, isNeutral, labOf, lchOf, type Hex } from '../color/convert'
import { deltaE } from '../color/difference'
import { angleOf, hueAtAngle, type Wheel } from '../color/wheel'
import { seeded } from '../picture/seeded'
import { distinctFrom } from './distinct'
import { offsetsOf, SPREADS, type HarmonyKind } from './harmony'

/** What companions are dealt for. */
export interface DealWish {
  /** The colors held on to, the one that leads first. */
  held: readonly Hex[]
  /** How many companions are wanted. */
  count: number
  wheel: Wheel
  /** The harmony to stay in, and its spread in degrees; any of them where left out. */
  kind?: HarmonyKind | undefined
}

/** Dealt companions, and the harmony and held color (or, where all held are gray, angle) they stand on. */
export interface Deal {
  hexes: Hex[]
  kind: HarmonyKind
  anchor: number
}

const DEALT: readonly HarmonyKind[] = [
  'monochromatic',
  'analogous',
  'complementary',
  'split complementary',
  'triadic',
  'tetradic',
  'square',
  'analogous with accent',
]

/** How colorful a companion is: HSB saturation, and how often that is dealt. */
const STRENGTHS = [
  { least: 0.6, most: 0.92, weight: 4 },
  { least: 0.32, most: 0.6, weight: 4 },
  { least: 0.14, most: 0.3, weight: 2 },
  { least: 0, most: 0.04, weight: 1.2 },
] as const

/** OKLab lightness of the darkest and lightest companion. */
const RANGE = { dark: 0.24, light: 0.95 } as const

/** How far companions keep from each other and what is held, in ΔE2000, as long as tries last. */
const ROOMY = 12
const TRIES = 24

type Random = () => number

const one = <Each>(random: Random, all: readonly Each[]): Each => all[Math.floor(random() * all.length)] as Each

const between = (random: Random, least: number, most: number): number => least + random() * (most - least)

const strengthOf = (random: Random): (typeof STRENGTHS)[number] => {
  let left = random() * STRENGTHS.reduce((sum, { weight }) => sum + weight, 0)
  return STRENGTHS.find(({ weight }) => (left -= weight) < 0) ?? STRENGTHS[0]
}

const ROUNDS = 8

/** The color of a wheel angle and HSB saturation that has an OKLab lightness, as nearly as its saturation lets it. */
const colorAt = (wheel: Wheel, angle: number, saturation: number, lightness: number): Hex => {
  if (wheel === 'perceptual') return hexOfLch({ l: lightness, c: saturation * 0.2, h: angle })
  const h = hueAtAngle(wheel, angle)
  const full = hexOfHsb({ h, s: saturation, b: 1 })
  // lighter than this saturation reaches: give up saturation, not lightness
  let [low, high] = [0, 1]
  const bright = labOf(full).l < lightness
  for (let i = 0; i < ROUNDS; i++) {
    const middle = (low + high) / 2
    const lighter =
      labOf(hexOfHsb(bright ? { h, s: saturation * (1 - middle), b: 1 } : { h, s: saturation, b: middle })).l <
      lightness
    if (lighter) low = middle
    else high = middle
  }
  const at = (low + high) / 2
  return hexOfHsb(bright ? { h, s: saturation * (1 - at), b: 1 } : { h, s: saturation, b: at })
}

/**
 * Lightnesses for so many companions: spread over the range, each as far as can be from those held and dealt, with
 * some play.
 */
const nextLightness = (random: Random, taken: readonly number[]): number => {
  const tried = Array.from({ length: 4 }, () => between(random, RANGE.dark, RANGE.light))
  const room = (l: number): number => Math.min(...taken.map(other => Math.abs(other - l)), 1)
  return tried.reduce((best, l) => (room(l) > room(best) ? l : best))
}

/**
 * Deals companions for held colors: on the angles of one harmony that stands on the hue of a held color, in strengths
 * from vivid to gray, spread in lightness, and at least ΔE2000 5 (12 where there is room) from each other and from
 * what is held. The same wish and seed give the same deal.
 */
export const deal = ({ held, count, wheel, kind }: DealWish, seed: number): Deal => {
  const random = seeded(seed * 7919 + 17)
  const colorful = held.filter(hex => !isNeutral(hex))
  const anchor = colorful.length ? angleOf(wheel, one(random, colorful)) : random() * 360
  const chosen = kind && kind !== 'free' ? kind : one(random, DEALT)
  const range = SPREADS[chosen]
  const offsets = offsetsOf(
    chosen,
    range &&
      between(random, range.least + (range.usual - range.least) / 2, range.usual + (range.most - range.usual) / 2),
  )
  const hexes: Hex[] = []
  for (let i = 0; i < count; i++) {
    const others = [...held, ...hexes]
    const lights = others.map(hex => labOf(hex).l)
    const angle = degrees(anchor + (offsets[(i + 1) % offsets.length] as number))
    let [best, room] = ['', -1]
    for (let n = 0; n < TRIES && room < ROOMY; n++) {
      const { least, most } = strengthOf(random)
      const hex = colorAt(wheel, angle, between(random, least, most), nextLightness(random, lights))
      const own = Math.min(...others.map(other => deltaE(hex, other)), 100)
      if (own > room) [best, room] = [hex, own]
    }
    hexes.push(distinctFrom(best, others))
  }
  return { hexes, kind: chosen, anchor }
}

/**
 * Whether a color stands on one of the angles of a harmony, within a tolerance in degrees; what is all but gray has no
 * hue to be wrong.
 */
export const isHarmonic = (
  hex: Hex,
  wheel: Wheel,
  anchor: number,
  offsets: readonly number[],
  tolerance: number,
): boolean => {
  if (lchOf(hex).c < 0.05) return true
  const angle = angleOf(wheel, hex)
  return offsets.some(offset => {
    const away = degrees(angle - anchor - offset)
    return Math.min(away, 360 - away) <= tolerance
  })
}
