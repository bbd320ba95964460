import { arc, lchOf, type Hex } from '#core/color/convert'
import { angleOf, colorAt, relativeChromaOn, rotate, type Wheel } from '#core/color/wheel'
import { clearColor, maxCompanionChroma, QUIETER, minDifferenceAt } from './clear'
import { MIN_DIFFERENCE } from './distinct'
import { offsetsOf, type HarmonyKind } from './harmony'
import { ACCENT } from './proportion'
import { tonesOf, type Slot, type Tone, type ToneOfArea, type TonePlan } from './tone'

/** The input of a derivation. Angles in degrees on the chosen wheel. */
export interface Derivation {
  base: Hex
  /** The HSB hue a gray base is remembered by. */
  baseHue: number
  kind: HarmonyKind
  wheel: Wheel
  /** The distribution of lightness and chroma over the swatches. */
  plan: TonePlan
  /** The tones that *like the picture* follows. */
  profile?: readonly ToneOfArea[] | undefined
  /** The angle the harmony opens by; its usual one where left out. */
  spread?: number | undefined
  /** The turn of the whole shape. */
  turn: number
  /** Number of swatches, 2 to 10. */
  count: number
  /** The angles of a free harmony relative to its base. */
  free?: readonly number[] | undefined
}

/** One color of a derived scheme and the wheel angle, relative to the base, it was derived at. */
export interface Derived {
  hex: Hex
  offset: number
}

/** The fewest and the most swatches a harmony is derived for. */
export const COUNT = { min: 2, max: 10 } as const

/** The least ΔE2000 of the swatch at a place from those before it, as far as there is room. */
const roomFor = (plan: TonePlan, place: number): number =>
  STANDS_OUT.has(plan) ? minDifferenceAt(place) : MIN_DIFFERENCE

/** A base so near to black or white is as a gray: what hue it has nobody sees. */
const ENDS = { dark: 0.06, light: 0.99 } as const
/** The plans in which the accent stands out clearly. */
const STANDS_OUT: ReadonlySet<TonePlan> = new Set(['spread', 'quiet with an accent'])
/** The last place an accent may have. */
const MAX_ACCENT = 4

/** Hues no more degrees apart than this are hardly distinguishable by hue. */
const ALIKE = 45

/** Which of a harmony's hues is the accent's: the one farthest from the base. */
const accentOf = (offsets: readonly number[]): number =>
  offsets.reduce(
    (best, offset, i) => (Math.abs(arc(0, offset)) > Math.abs(arc(0, offsets[best]!)) + 1e-6 ? i : best),
    0,
  )

/**
 * Derives a scheme: the base, turned, and its companions. The wheel gives their hues, at the harmony's angles; the tone
 * plan their lightness and relative chroma, as the eye sees them. More swatches than hues: the hues are gone round again, in
 * other tones. Fewer: the first are used. Swatches stand at least ΔE2000 5 apart; spread, or quiet with an accent, 10 up
 * to five of them and 7 up to seven; the result depends on nothing but the derivation.
 */
export const derive = (from: Derivation): Derived[] => {
  const offsets = offsetsOf(from.kind, from.spread, from.free)
  const count = Math.min(COUNT.max, Math.max(COUNT.min, Math.round(from.count)))
  // where the harmony opens as usual: nothing changes its place while it opens
  const usual = offsetsOf(from.kind, undefined, from.free)
  const accent = Math.min(count - 1, MAX_ACCENT, Math.max(1, accentOf(usual)))
  const slots = Array.from(
    { length: count - 1 },
    (_, i): Slot => ({
      round: Math.floor((i + 1) / offsets.length),
      accent: i + 1 === accent,
      // a free harmony is drawn by hand across any border: there only the very hue counts
      alone: Math.abs(arc(0, usual[(i + 1) % usual.length]!)) < (from.kind === 'free' ? 1e-6 : ALIKE),
    }),
  )
  const base = rotate(from.wheel, from.base, from.turn, from.baseHue)
  // of the base as it is, not as it is turned: turning changes no lightness but by rounding
  const { l, c: chroma } = lchOf(from.base)
  const relativeChroma = l < ENDS.dark || l > ENDS.light ? 0 : relativeChromaOn(from.wheel, from.base)
  const tones = tonesOf(from.plan, { l, relativeChroma }, slots, from.profile)
  const hexes = [base]
  const made = new Map<number, Hex>([[0, base]])
  let quieter = maxCompanionChroma('companion', chroma)
  // the accent finds its place first, what comes after keeps from it
  for (const i of [accent, ...slots.map((_, k) => k + 1).filter(place => place !== accent)]) {
    const offset = offsets[i % offsets.length]!
    const angle = angleOf(from.wheel, from.base, from.baseHue) + from.turn + offset
    const max = i === accent ? maxCompanionChroma('accent', chroma) : quieter
    const at = (l: number, relativeChroma: number): Hex => colorAt(from.wheel, angle, l, relativeChroma, { max })
    const min = i === accent && STANDS_OUT.has(from.plan) ? ACCENT.apart + 1 : roomFor(from.plan, i)
    const hex = clearColor(tones[i - 1] as Tone, at, hexes, min)
    hexes.push(hex)
    if (i === accent && STANDS_OUT.has(from.plan)) quieter = Math.min(quieter, QUIETER * lchOf(hex).c)
    made.set(i, hex)
  }
  return Array.from({ length: count }, (_, i) => ({
    hex: made.get(i) as Hex,
    offset: offsets[i % offsets.length]!,
  }))
}
