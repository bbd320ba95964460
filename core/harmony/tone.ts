import { lchOf, type Hex } from '#core/color/convert'
import { relativeChromaOf } from '#core/color/relativeChroma'

/** Plans for lightness and chroma over the swatches of a scheme, beside its harmony. */
export const TONE_PLANS = ['even', 'spread', 'quiet with an accent', 'light', 'deep', 'like the picture'] as const
export type TonePlan = (typeof TONE_PLANS)[number]

/** An OKLab lightness and a relative chroma (as in core/color/relativeChroma.ts), each in [0, 1]. */
export interface Tone {
  l: number
  relativeChroma: number
}

/** A color of a picture as a tone, as it is stored: its lightness, its relative chroma, and the fraction of the picture it covers. */
export interface ToneOfArea {
  l: number
  strength: number
  area: number
}

/** Maximum number of tones of a picture that are cached. */
export const MAX_TONES = 48

/**
 * One place of a scheme after the base: how many of its hue were before it, whether it is the accent, and whether its
 * hue is so near the base's that lightness alone tells it apart.
 */
export interface Slot {
  round: number
  accent: boolean
  alone: boolean
}

/** The lightness of near-black, near-white, and what is best seen as a color. */
const [DARK, LIGHT, COLORFUL] = [0.21, 0.965, 0.62]
/** Between which lightnesses the colors of a light and of a deep scheme lie. */
const [LIGHTS, DEEPS] = [
  { from: 0.74, to: 0.975, middle: 0.86 },
  { from: 0.17, to: 0.5, middle: 0.34 },
] as const
/** Beyond these lightnesses a color is nearly black or white. */
const ENDS = { dark: 0.27, light: 0.92 } as const
/** Minimum distance of an accent from the base in lightness. */
const AWAY = 0.155
/** The same for an accent that lightness alone tells apart, and how far others keep from it. */
const [AWAY_ALONE, CLEAR_ALONE] = [0.265, 0.13]
/** Difference in lightness that distinguishes colors of one hue, or beside a near-white; and the minimum for other ones. */
const [APART, APART_HUED] = [0.075, 0.062]
/** The least relative chroma of companions, so that those of a gray have a hint of hue, and of an accent. */
const [HINT, SEEN, VIVID] = [0.1, 0.6, 0.85]
/**
 * The fraction of the base's chroma that companions have: the first of a hue, further ones, near black and white, and
 * quiet ones.
 */
const PARTS = { first: 0.88, further: 0.72, ends: 0.5, quiet: 0.38 } as const
/** No quiet color is stronger. */
const QUIET = 0.3
/** Distance of a single companion from the base in lightness. */
const BESIDE = 0.34
/** By how much colors of one hue differ in lightness where all are like the base. */
const STEP = 0.12

const isEnd = (l: number): boolean => l <= ENDS.dark || l >= ENDS.light

/**
 * So many lightnesses from dark to light, the base's own in place of the nearest and not among them; where there is no
 * room for as many above it, more are below.
 */
const rungs = (count: number, base: number, from: number, to: number, apart: number): number[] => {
  const all = count - 1
  if (base < from - 0.12 || base > to + 0.12)
    return Array.from({ length: all }, (_, k) => (all > 1 ? from + ((to - from) * k) / (all - 1) : (from + to) / 2))
  const usual = Math.min(all, Math.max(0, Math.round(((base - from) / (to - from)) * all)))
  const place = Math.min(all, Math.max(usual, all - Math.floor((to - base) / apart)))
  const min = Math.min(from, base - apart * place)
  return [
    ...Array.from({ length: place }, (_, k) => min + ((base - min) * k) / place),
    ...Array.from({ length: all - place }, (_, k) => to - ((to - base) * k) / (all - place)),
  ]
}

/**
 * The rung nearest to a lightness, taken out of those that are left; one far enough from the base where that is
 * asked.
 */
const takeNearest = (left: number[], wanted: number, base?: number): number => {
  const far = base === undefined ? [] : left.filter(l => Math.abs(l - base) >= AWAY)
  const among = far.length ? far : left
  const found = among.reduce((best, l) => (Math.abs(l - wanted) < Math.abs(best - wanted) ? l : best))
  left.splice(left.indexOf(found), 1)
  return found
}

/** The lightnesses beyond which there is nothing to tell apart. */
const [DARKEST, LIGHTEST] = [0.1, 0.975]

/**
 * The middle of the widest gap between lightnesses; where that is too narrow for another, one beyond them, on the side
 * with more room.
 */
const widestGap = (all: readonly number[]): number => {
  const sorted = [...all].sort((one, other) => one - other)
  let [best, gap] = [COLORFUL, -1]
  for (let i = 1; i < sorted.length; i++) {
    const [low, high] = [sorted[i - 1]!, sorted[i]!]
    if (high - low > gap + 1e-9) [best, gap] = [(low + high) / 2, high - low]
  }
  const [below, above] = [sorted[0]! - DARKEST, LIGHTEST - sorted.at(-1)!]
  if (gap >= 2 * APART || Math.max(below, above) < APART) return best
  return below > above ? sorted[0]! - APART : sorted.at(-1)! + APART
}

/**
 * The lightness of an accent that lightness alone tells from the base, far enough from it, in place of one of the
 * rungs; rungs that are near it then go to the widest gaps.
 */
const takeAlone = (left: number[], wanted: number, base: number): number => {
  const moved = left.map(l => base + Math.sign(l - base) * Math.max(Math.abs(l - base), AWAY_ALONE))
  const nearest = moved.reduce((best, l) => (Math.abs(l - wanted) < Math.abs(best - wanted) ? l : best))
  left.splice(moved.indexOf(nearest), 1)
  const remaining = left.filter(l => Math.abs(l - nearest) >= CLEAR_ALONE)
  const short = left.length - remaining.length
  left.splice(0, left.length, ...remaining)
  for (let n = 0; n < short; n++) left.push(widestGap([base, nearest, ...left]))
  return nearest
}

/** From how many swatches on further ones leave the tones of those before them as they are. */
const SETTLED = 5

/**
 * Lightnesses from dark to light dealt over slots: the accent's first, then the first of each hue from the most colorful
 * outward, then the rest; beyond five swatches in the widest gaps that are left.
 */
const dealLightnesses = (
  slots: readonly Slot[],
  base: number,
  { from, to, middle }: { from: number; to: number; middle: number },
  standsOut = false,
): number[] => {
  const settled = slots.slice(0, SETTLED - 1)
  const apart = base > ENDS.light || slots.every(({ round }) => round) ? APART : APART_HUED
  const left =
    settled.length > 1 ? rungs(settled.length + 1, base, from, to, apart) : [base + (base < 0.58 ? BESIDE : -BESIDE)]
  const found: number[] = settled.map(() => 0)
  const rank = ({ round, accent }: Slot): number => (accent ? -1 : round)
  const order = settled
    .map((slot, i) => ({ i, slot }))
    .sort((one, other) => rank(one.slot) - rank(other.slot) || one.i - other.i)
  for (const { i, slot } of order) {
    if (standsOut && slot.accent && slot.alone) found[i] = takeAlone(left, middle, base)
    else found[i] = takeNearest(left, middle, slot.accent ? base : undefined)
  }
  while (found.length < slots.length) found.push(widestGap([base, ...found]))
  return found
}

/** Lightnesses on both sides of the base, ever farther from it, one for each of a hue beyond the first. */
const beside = (base: number, round: number): number => {
  const by = STEP * Math.ceil(round / 2) * (round % 2 === (base > 0.55 ? 0 : 1) ? 1 : -1)
  const there = base + by
  return there > 0.97 || there < 0.1 ? Math.min(0.97, Math.max(0.1, base - by - Math.sign(by) * STEP)) : there
}

/** The lightness below which a part of a picture lies, and how strong it is around there. */
const quantile = (profile: readonly ToneOfArea[], part: number): Tone => {
  const sorted = [...profile].sort((one, other) => one.l - other.l)
  const all = sorted.reduce((sum, { area }) => sum + area, 0)
  let passed = 0
  const found = sorted.find(({ area }) => (passed += area) >= part * all) ?? sorted.at(-1)
  return found ? { l: found.l, relativeChroma: found.strength } : { l: COLORFUL, relativeChroma: 0 }
}
/** The most an ink covers that a picture's accent is. */
const SMALL = 0.12

const likePicture = (profile: readonly ToneOfArea[], slots: readonly Slot[]): Tone[] => {
  const small = profile.filter(({ area }) => area <= SMALL)
  const accent = (small.length ? small : profile).reduce((best, each) => (each.strength > best.strength ? each : best))
  const quiet = slots.filter(each => !each.accent)
  let next = 0
  return slots.map(each => {
    if (each.accent) return { l: accent.l, relativeChroma: accent.strength }
    return quantile(profile, (next++ + 0.5) / quiet.length)
  })
}

/**
 * The tones of a scheme's places after its base, by a plan: lightness and relative chroma only, whatever the hues. `profile` is
 * what *like the picture* follows; without one it is as *spread*.
 */
export const tonesOf = (
  plan: TonePlan,
  base: Tone,
  slots: readonly Slot[],
  profile: readonly ToneOfArea[] = [],
): Tone[] => {
  const own = Math.max(HINT, base.relativeChroma)
  const parted = (l: number, { round }: Slot): number =>
    own * (isEnd(l) ? PARTS.ends : round ? PARTS.further : PARTS.first)
  const on = (range: { from: number; to: number; middle: number }): Tone[] =>
    dealLightnesses(slots, base.l, range).map((l, i) => ({ l, relativeChroma: parted(l, slots[i] as Slot) }))
  switch (plan) {
    case 'even':
      return slots.map(({ round }) => ({
        l: round ? beside(base.l, round) : base.l,
        relativeChroma: own * (round ? PARTS.further : PARTS.first),
      }))
    case 'light':
      return on(LIGHTS)
    case 'deep':
      return on(DEEPS)
    case 'like the picture':
      if (profile.length) return likePicture(profile, slots)
  }
  return dealLightnesses(slots, base.l, { from: DARK, to: LIGHT, middle: COLORFUL }, true).map((l, i) => {
    const slot = slots[i] as Slot
    if (slot.accent) return { l, relativeChroma: Math.max(own, plan === 'quiet with an accent' ? VIVID : SEEN) }
    if (plan !== 'quiet with an accent') return { l, relativeChroma: parted(l, slot) }
    return { l, relativeChroma: Math.min(QUIET, own * (isEnd(l) ? PARTS.quiet / 2 : PARTS.quiet)) }
  })
}

/** The colors of a picture by area as tones, what *like the picture* follows: the most of them that count. */
export const profileOf = (inks: ReadonlyArray<{ hex: Hex; area: number }>): ToneOfArea[] =>
  [...inks]
    .sort((one, other) => other.area - one.area)
    .slice(0, MAX_TONES)
    .map(({ hex, area }) => ({ l: lchOf(hex).l, strength: relativeChromaOf(hex), area }))
