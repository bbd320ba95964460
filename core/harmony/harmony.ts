import { arc, degrees } from '#core/color/convert'

/** The opening of a harmony, in degrees: its limits, its usual spread, and the spread a dragged hue asks for. */
interface Opening {
  min: number
  max: number
  usual: number
  /**
   * The spread, before it is brought within the limits, at which the hue in a place (from 1) stands at an angle from the base, in
   * degrees; null where that hue cannot move without turning the whole shape.
   */
  at: (place: number, angle: number) => number | null
}

/** A geometric relation of hues on a wheel. */
interface Harmony {
  /** The wheel angles relative to the base, in degrees, the base first, at a spread in degrees. */
  offsets: (spread: number) => number[]
  /** Its spread; absent where the angles are fixed. */
  opening?: Opening
  /** True if companions are dealt in it. */
  isDealt: boolean
}

const fixed = (...offsets: number[]): Harmony => ({ offsets: () => offsets, isDealt: true })
const fromBase = (angle: number): number => Math.abs(arc(0, angle))

const ALL = {
  'monochromatic': fixed(0),
  'analogous': {
    offsets: spread => [0, spread, -spread],
    opening: { min: 10, max: 60, usual: 30, at: (_, angle) => fromBase(angle) },
    isDealt: true,
  },
  'complementary': fixed(0, 180),
  'split complementary': {
    offsets: spread => [0, 180 - spread, 180 + spread],
    opening: { min: 10, max: 80, usual: 30, at: (_, angle) => 180 - fromBase(angle) },
    isDealt: true,
  },
  'triadic': fixed(0, 120, 240),
  'tetradic': {
    offsets: spread => [0, 180, spread, 180 + spread],
    opening: {
      ...{ min: 20, max: 85, usual: 60 },
      at: (place, angle) => (place === 1 ? null : degrees(place === 2 ? angle : angle - 180) % 180),
    },
    isDealt: true,
  },
  'square': fixed(0, 180, 90, 270),
  'analogous with accent': {
    offsets: spread => [0, spread, -spread, 180],
    opening: { min: 10, max: 60, usual: 30, at: (place, angle) => (place === 3 ? null : fromBase(angle)) },
    isDealt: true,
  },
  /** Stands at the angles it is given. */
  'free': { offsets: () => [0], isDealt: false },
} satisfies Record<string, Harmony>

export type HarmonyKind = keyof typeof ALL
const RECORDS: Record<HarmonyKind, Harmony> = ALL

/** All harmonies, in the order they are shown in. */
export const HARMONIES = Object.keys(RECORDS) as [HarmonyKind, ...HarmonyKind[]]
/** The harmonies that companions are dealt in. */
export const DEALT_HARMONIES = HARMONIES.filter(kind => RECORDS[kind].isDealt)

/** The spread of a harmony in degrees, its limits and usual value; undefined where its angles are fixed. */
export const openingOf = (kind: HarmonyKind): Readonly<Opening> | undefined => RECORDS[kind].opening

/** A spread brought within the limits of a harmony, in degrees; its usual one where none is given, 0 where angles are fixed. */
export const spreadOf = (kind: HarmonyKind, wanted?: number): number => {
  const opening = openingOf(kind)
  return opening ? Math.min(opening.max, Math.max(opening.min, wanted ?? opening.usual)) : 0
}

/**
 * The wheel angles of a harmony relative to its base, in degrees, the base first. `free` stands at the angles it is
 * given (or at the base alone).
 */
export const offsetsOf = (kind: HarmonyKind, spread?: number, free: readonly number[] = []): number[] =>
  kind === 'free' && free.length ? [...free] : [...RECORDS[kind].offsets(spreadOf(kind, spread))]

/**
 * The spread at which the `place`-th hue of a harmony stands at an angle, in degrees relative to the base, within the
 * harmony's limits; null where that hue cannot be moved without turning the whole shape.
 */
export const spreadForAngle = (kind: HarmonyKind, place: number, angle: number): number | null => {
  const spread = place === 0 ? null : (openingOf(kind)?.at(place, angle) ?? null)
  return spread === null ? null : spreadOf(kind, spread)
}
