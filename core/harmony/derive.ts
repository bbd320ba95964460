import { hexOfLab, hexOfLch, labOf, lchOf, type Hex } from '../color/convert'
import { turned, type Wheel } from '../color/wheel'
import { distinctFrom } from './distinct'
import { offsetsOf, type HarmonyKind } from './harmony'

/** What a scheme is derived from. Angles in degrees on the chosen wheel. */
export interface Derivation {
  base: Hex
  /** The HSB hue a gray base is remembered by. */
  baseHue: number
  kind: HarmonyKind
  wheel: Wheel
  /** The angle the harmony opens by; its usual one where left out. */
  spread?: number | undefined
  /** How far the whole shape is turned. */
  turn: number
  /** How many swatches, 2 to 10. */
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
export const COUNT = { least: 2, most: 10 } as const

/**
 * How the second, third … color on the same hue steps away from the first: the part of the way toward white (positive)
 * or black (negative) in OKLab lightness, and the part of its chroma it keeps. Light colors step the other way round,
 * so that a scheme always spreads in value.
 */
const STEPS: ReadonlyArray<{ way: number; chroma: number }> = [
  { way: 0, chroma: 1 },
  { way: 0.72, chroma: 0.5 },
  { way: -0.48, chroma: 0.7 },
  { way: 0.42, chroma: 0.62 },
  { way: 0.88, chroma: 0.3 },
  { way: -0.24, chroma: 0.5 },
  { way: 0.2, chroma: 0.35 },
  { way: -0.66, chroma: 0.4 },
  { way: 0.58, chroma: 0.85 },
  { way: 0.3, chroma: 0.15 },
]

/** OKLab lightness from which a color counts as light. */
const LIGHT = 0.68

const stepped = (hex: Hex, step: number): Hex => {
  const { way, chroma } = STEPS[step % STEPS.length] as { way: number; chroma: number }
  if (way === 0) return hex
  const { l, c, h } = lchOf(hex)
  const turned = l > LIGHT ? -way * 0.75 : way
  return hexOfLch({ l: turned > 0 ? l + (1 - l) * turned : l * (1 + turned), c: c * chroma, h })
}

/** The muted color between two opposites, leaning to the first, lifted clear of both. */
const between = (one: Hex, other: Hex): Hex => {
  const [a, b] = [labOf(one), labOf(other)]
  const lift = (a.l + b.l) / 2 > 0.6 ? -0.18 : 0.18
  return hexOfLab({ l: (a.l + b.l) / 2 + lift, a: a.a * 0.7 + b.a * 0.3, b: a.b * 0.7 + b.b * 0.3 })
}

/** Whether two offsets face each other across the wheel. */
const opposite = (one: number, other: number): boolean => Math.abs((Math.abs(one - other) % 360) - 180) < 1

/**
 * Derives a scheme: the base, turned, and its companions at the harmony's angles. More swatches than hues: the extra
 * ones step lightness and chroma on the same hues, and where two hues are opposite the third round blends between
 * them. Fewer swatches than hues: the first offsets are used. Any two swatches stand at least ΔE2000 5 apart; the
 * result depends on nothing but the derivation.
 */
export const derive = (from: Derivation): Derived[] => {
  const offsets = offsetsOf(from.kind, from.spread, from.free)
  const count = Math.min(COUNT.most, Math.max(COUNT.least, Math.round(from.count)))
  const derived: Derived[] = []
  for (let i = 0; i < count; i++) {
    const round = Math.floor(i / offsets.length)
    const offset = offsets[i % offsets.length] as number
    const pure = turned(from.wheel, from.base, from.turn + offset, from.baseHue)
    const facing = round === 2 ? offsets.find(other => opposite(offset, other)) : undefined
    const wanted =
      facing === undefined
        ? stepped(pure, round)
        : between(pure, turned(from.wheel, from.base, from.turn + facing, from.baseHue))
    derived.push({
      hex:
        i === 0
          ? wanted
          : distinctFrom(
              wanted,
              derived.map(({ hex }) => hex),
            ),
      offset,
    })
  }
  return derived
}
