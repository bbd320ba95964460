import { contrastOf } from '#core/color/contrast'
import { degrees, isNeutral, labOf, lchOf, NEUTRAL_CHROMA, type Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { angleOf, colorAt, relativeChromaOn, type Wheel } from '#core/color/wheel'
import { seeded } from '#core/math/random'
import { clearColor, maxCompanionChroma, QUIETER, minDifferenceAt } from './clear'
import { DEALT_HARMONIES, offsetsOf, openingOf, type HarmonyKind } from './harmony'
import { ACCENT, rolesIn } from './proportion'
import type { Tone } from './tone'

/** The request for a deal of companions. */
export interface DealWish {
  /** The fixed colors, the one that leads first. */
  fixed: readonly Hex[]
  /** Number of companions that are wanted. */
  count: number
  wheel: Wheel
  /** The harmony to stay in; any where left out. */
  kind?: HarmonyKind | undefined
}

/** Dealt companions, and the harmony and fixed color (or, where all fixed ones are gray, angle) they stand on. */
export interface Deal {
  hexes: Hex[]
  kind: HarmonyKind
  anchor: number
}

/**
 * The fraction of the strongest fixed color's chroma that companions have: a deal is quiet, soft or, most often,
 * full.
 */
const QUIET_VOICE = { min: 0.2, max: 0.42 }
const SOFT_VOICE = { min: 0.45, max: 0.72 }
const FULL_VOICE = { min: 0.72, max: 0.95 }
const VOICES = [QUIET_VOICE, SOFT_VOICE, SOFT_VOICE, FULL_VOICE, FULL_VOICE, FULL_VOICE] as const
/** Maximum chroma of companions where only grays are fixed, and the minimum at which a hue is seen. */
const [BESIDE_GRAY, HINT] = [0.5, 0.08]
/** Below this OKLCH chroma a color is gray to the eye. */
const NO_HUE = 0.012
/** Relative chroma of an accent. */
const VIVID = { min: 0.62, max: 0.95 } as const
/** Between these lightnesses an accent is seen as a color. */
const SEEN = { from: 0.35, to: 0.86 } as const
/** OKLab lightness of the darkest and the lightest companion. */
const ENDS = { dark: { min: 0.17, max: 0.31 }, light: { min: 0.89, max: 0.97 } } as const
/** Near black and white, companions have this part of their relative chroma. */
const AT_ENDS = 0.7
/** A fixed color this near to an end takes its place. */
const NEAR_END = 0.08
/** Exponents that gather lightness between the ends: toward the dark, evenly, toward the light. */
const KEYS = [1.7, 1.15, 0.85, 0.6] as const
/** From how many swatches on one is to be neutral, and one to stand out. */
const [WITH_NEUTRAL, WITH_ACCENT] = [5, 4]
/** The chroma of a neutral that is dealt: warm or cool rather than dead gray. */
const TINGE = { min: 0.006, max: NEUTRAL_CHROMA * 0.75 } as const
/** The contrast lettering needs. */
const LETTERING = 4.5
const TRIES = 12

type Random = () => number

const one = <Each>(random: Random, all: readonly Each[]): Each => all[Math.floor(random() * all.length)] as Each
const randomBetween = (random: Random, { min, max }: { min: number; max: number }): number =>
  min + random() * (max - min)

const shuffle = <Each>(random: Random, all: readonly Each[]): Each[] => {
  const next = [...all]
  for (let i = next.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    ;[next[i], next[j]] = [next[j] as Each, next[i] as Each]
  }
  return next
}

const nearestTo = (all: readonly number[], wanted: number): number =>
  all.reduce((best, each, i) => (Math.abs(each - wanted) < Math.abs(all[best]! - wanted) ? i : best), 0)

/** Lightnesses for the companions, from dark to light: a light and a dark are among them and the fixed colors. */
const dealLightnesses = (random: Random, fixed: readonly number[], count: number): number[] => {
  const all = fixed.length + count
  const [dark, light] = [randomBetween(random, ENDS.dark), randomBetween(random, ENDS.light)]
  const key = one(random, KEYS)
  const rungs = Array.from({ length: all }, (_, i) => dark + (light - dark) * (all > 1 ? i / (all - 1) : 1) ** key)
  for (const l of fixed) {
    const at = nearestTo(rungs, l)
    const isEnd = at === 0 || at === rungs.length - 1
    const away = isEnd && Math.abs(rungs[at]! - l) > NEAR_END && l > dark && l < light
    const inner = rungs.slice(1, -1)
    rungs.splice(away && inner.length ? 1 + nearestTo(inner, l) : at, 1)
  }
  return rungs
}

/** The place of an accent among lightnesses: away from what leads, best where colors are seen; -1 where none is. */
const accentAmong = (random: Random, lightnesses: readonly number[], leads: number): number => {
  const places = lightnesses.map((_, i) => i).filter(i => Math.abs(lightnesses[i]! - leads) >= ACCENT.lighter + 0.01)
  const seen = places.filter(i => lightnesses[i]! > SEEN.from && lightnesses[i]! < SEEN.to)
  const among = seen.length ? seen : places
  return among.length ? one(random, among) : -1
}

/**
 * Returns whether colors, what leads first, can be used at once: a pair lettering can have, and from four on an accent that
 * stands out.
 */
const isUsable = (hexes: readonly Hex[]): boolean => {
  const sorted = [...hexes].sort((one, other) => labOf(one).l - labOf(other).l)
  if (contrastOf(sorted[0] as Hex, sorted.at(-1) as Hex) < LETTERING) return false
  if (hexes.length < WITH_ACCENT) return true
  const [leads = '', accent] = [hexes[0], hexes[rolesIn(hexes).indexOf('accent')]]
  return (
    accent !== undefined &&
    deltaE(leads, accent) >= ACCENT.apart &&
    Math.abs(labOf(leads).l - labOf(accent).l) >= ACCENT.lighter
  )
}

/** The plan of one deal: in which hues, tones, and what is neutral or stands out. */
interface Places {
  tones: Tone[]
  angles: number[]
  accent: number
  neutral: number
}

/** Makes the colors of a deal: the accent finds its place first, the others keep from it. */
const placeColors = (
  wheel: Wheel,
  fixed: readonly Hex[],
  { tones, angles, accent, neutral }: Places,
  random: Random,
): Hex[] => {
  const leads = fixed[0] ?? '#808080'
  const strongest = Math.max(0, ...fixed.map(hex => lchOf(hex).c))
  let quieter = maxCompanionChroma('companion', strongest)
  const made = new Map<number, Hex>()
  const order = tones.map((_, i) => i).sort((a, b) => Number(b === accent) - Number(a === accent))
  const tinge = randomBetween(random, TINGE)
  for (const i of order) {
    const max = i === accent ? maxCompanionChroma('accent', strongest) : i === neutral ? tinge : quieter
    const at = (l: number, relativeChroma: number): Hex => colorAt(wheel, angles[i]!, l, relativeChroma, { max })
    const others = [...fixed, ...made.values()]
    const room = i === accent ? ACCENT.apart + 1 : minDifferenceAt(others.length)
    const hex = clearColor(tones[i] as Tone, at, others.length ? others : [leads], room)
    made.set(i, hex)
    if (i === accent) quieter = Math.min(quieter, QUIETER * lchOf(hex).c)
  }
  return tones.map((_, i) => made.get(i) as Hex)
}

/** Returns whether a color has no hue one would build on: a grayish one, or a pale one, still has. */
const isHueless = (hex: Hex): boolean => lchOf(hex).c < NO_HUE

/** Maximum relative chroma of companions: that of the strongest fixed color. */
const maxRelativeChroma = (wheel: Wheel, fixed: readonly Hex[]): number => {
  const all = fixed.filter(hex => !isHueless(hex)).map(hex => relativeChromaOn(wheel, hex))
  return all.length ? Math.max(HINT, ...all) : BESIDE_GRAY
}

/** The first companions that are usable with the fixed colors; where no try is, the last. */
const firstUsable = (fixed: readonly Hex[], make: () => Hex[]): Hex[] => {
  let hexes = make()
  for (let n = 1; n < TRIES && !isUsable([...fixed, ...hexes]); n++) hexes = make()
  return hexes
}

/**
 * Deals companions for fixed colors, to be used at once: on the angles of one harmony that stands on the hue of a fixed
 * color; with a light and a dark, and so a pair for lettering; from five swatches on with a neutral, and from four with
 * an accent that stands out from what leads. But for the accent none is more colorful than the most colorful fixed color. All are at
 * least ΔE2000 10 apart up to five swatches, 7 up to seven, then 5. The same wish and seed give the same deal.
 */
export const deal = ({ fixed, count, wheel, kind }: DealWish, seed: number): Deal => {
  const random = seeded(seed * 7919 + 17)
  const colorful = fixed.filter(hex => !isHueless(hex))
  const anchor = colorful.length ? angleOf(wheel, one(random, colorful)) : random() * 360
  const chosen = kind && kind !== 'free' ? kind : one(random, DEALT_HARMONIES)
  const range = openingOf(chosen)
  const offsets = offsetsOf(
    chosen,
    range &&
      randomBetween(random, {
        min: range.min + (range.usual - range.min) / 2,
        max: range.usual + (range.max - range.usual) / 2,
      }),
  )
  const leads = fixed[0] ? labOf(fixed[0]).l : 0.6
  const own = maxRelativeChroma(wheel, fixed)
  const all = fixed.length + count
  const hexes = firstUsable(fixed, () => {
    const voice = one(random, VOICES)
    const lightnesses = dealLightnesses(
      random,
      fixed.map(hex => labOf(hex).l),
      count,
    )
    const accent = all < WITH_ACCENT ? -1 : accentAmong(random, lightnesses, leads)
    const quiet = lightnesses.flatMap((_, i) => (i === accent ? [] : [i]))
    const needed = all >= WITH_NEUTRAL && !fixed.some(isNeutral)
    const neutral = quiet.length && (needed || (all > 2 && random() < 0.25)) ? one(random, quiet) : -1
    const opposite = offsets.slice(1)
    const hues = shuffle(
      random,
      Array.from({ length: count }, (_, i) => offsets[(i + 1) % offsets.length]!),
    )
    return placeColors(
      wheel,
      fixed,
      {
        accent,
        neutral,
        angles: hues.map((offset, i) =>
          degrees(anchor + (i === accent && opposite.length ? one(random, opposite) : offset)),
        ),
        tones: lightnesses.map((l, i) => {
          if (i === accent) return { l, relativeChroma: Math.max(own, randomBetween(random, VIVID)) }
          const part = randomBetween(random, voice) * (l < 0.3 || l > 0.9 ? AT_ENDS : 1)
          return { l, relativeChroma: Math.max(HINT, own * part) }
        }),
      },
      random,
    )
  })
  return { hexes, kind: chosen, anchor }
}

/** Variation of companions that are to be like others: in degrees together and each, in lightness, and in relative chroma. */
const LIKE = { together: 16, each: 7, lighter: 0.06, stronger: 0.3, exchange: 0.4 } as const

/**
 * Deals companions like those given: the same in light and relative chroma but for some play, turned a little together, two
 * of them having exchanged their hues now and then. What `deal` says of usable colors and distances holds.
 */
export const dealLike = ({ fixed, wheel }: DealWish, like: readonly Hex[], seed: number): Hex[] => {
  const random = seeded(seed * 104_729 + 11)
  const around = (by: number): number => randomBetween(random, { min: -by, max: by })
  const lead = fixed.find(hex => !isHueless(hex))
  const beside = lead ? angleOf(wheel, lead) : 0
  const strongest = Math.max(...like.map(hex => lchOf(hex).c))
  const accent = like.findIndex(
    hex => lchOf(hex).c === strongest && strongest > Math.max(0, ...fixed.map(each => lchOf(each).c)),
  )
  const own = maxRelativeChroma(wheel, fixed)
  return firstUsable(fixed, () => {
    const turn = around(LIKE.together)
    const angles = like.map(hex => angleOf(wheel, hex, beside) + turn + around(LIKE.each))
    if (like.length > 1 && random() < LIKE.exchange) {
      const [i = 0, j = 1] = shuffle(
        random,
        like.map((_, n) => n),
      )
      ;[angles[i], angles[j]] = [angles[j]!, angles[i]!]
    }
    const tones = like.map((hex, i) => {
      const relativeChroma = relativeChromaOn(wheel, hex) * (1 + around(LIKE.stronger))
      return {
        l: Math.min(0.975, Math.max(0.13, lchOf(hex).l + around(LIKE.lighter))),
        relativeChroma: Math.min(i === accent ? 1 : Math.max(own, relativeChromaOn(wheel, hex)), relativeChroma),
      }
    })
    const neutral = like.findIndex(isNeutral)
    return placeColors(wheel, fixed, { tones, angles, accent, neutral }, random)
  })
}

/**
 * Returns whether a color stands on one of the angles of a harmony, within a tolerance in degrees; what is all but gray has no
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
