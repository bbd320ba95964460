import { contrastOf } from '../../core/color/contrast'
import { hexOfLch, isNeutral, lchOf, type Hex } from '../../core/color/convert'
import { deltaE } from '../../core/color/difference'
import { mostChroma, strengthOf } from '../../core/color/strength'
import { WHEELS } from '../../core/color/wheel'
import { deal } from '../../core/harmony/deal'
import { derive } from '../../core/harmony/derive'
import { HARMONIES } from '../../core/harmony/harmony'
import { rolesIn } from '../../core/harmony/proportion'
import { TONE_PLANS, type TonePlan } from '../../core/harmony/tone'

/* How usable derived schemes are: of sixty bases in eight harmonies on three wheels, five swatches each. */

/** Lightness and part of what sRGB holds: deep, vivid, middling, grayish, pale. */
const TONES = [
  [0.32, 0.8],
  [0.62, 0.95],
  [0.66, 0.6],
  [0.55, 0.22],
  [0.9, 0.4],
] as const
const BASES: readonly Hex[] = Array.from({ length: 12 }, (_, i) => i * 30).flatMap(h =>
  TONES.map(([l, part]) => hexOfLch({ l, c: part * mostChroma(l, h), h })),
)
/** By how many times a companion may be as strong as the base, and by how much a pair has to differ. */
const STRONGER = 1.15
const APART = 10

export interface SchemeFigures {
  lettering: number
  range: number
  stronger: number
  alike: number
  accent: number
}

/** The figures of schemes, the base of each first: each a part of all, but for the mean range of OKLab lightness. */
const figuresOf = (schemes: ReadonlyArray<readonly Hex[]>): SchemeFigures => {
  const found = { lettering: 0, range: 0, stronger: 0, alike: 0, accent: 0 }
  for (const hexes of schemes) {
    const pairs = hexes.flatMap((one, i) => hexes.slice(0, i).map(other => [one, other] as const))
    const accent = rolesIn(hexes).indexOf('accent')
    const lights = hexes.map(hex => lchOf(hex).l)
    const [base = '', own] = [hexes[0], strengthOf(hexes[0] as Hex)]
    if (pairs.some(([one, other]) => contrastOf(one, other) >= 4.5)) found.lettering++
    found.range += Math.max(...lights) - Math.min(...lights)
    if (hexes.some((hex, i) => i && i !== accent && strengthOf(hex) > STRONGER * own)) found.stronger++
    if (pairs.some(([one, other]) => deltaE(one, other) < APART)) found.alike++
    const other = hexes[accent]
    if (other && deltaE(base, other) >= 25 && Math.abs(lchOf(base).l - lchOf(other).l) >= 0.15) found.accent++
  }
  const part = (of: number): number => of / schemes.length
  return {
    lettering: part(found.lettering),
    range: part(found.range),
    stronger: part(found.stronger),
    alike: part(found.alike),
    accent: part(found.accent),
  }
}

/** The figures of a plan. */
export const schemeFigures = (plan: TonePlan): SchemeFigures =>
  figuresOf(
    BASES.flatMap(base =>
      WHEELS.flatMap(wheel =>
        HARMONIES.filter(each => each !== 'free').map(kind =>
          derive({ base, baseHue: 0, kind, wheel, plan, turn: 0, count: 5 }).map(({ hex }) => hex),
        ),
      ),
    ),
  )

/**
 * The figures of so many deals of four companions for the bases, on the wheels by turns; and how many have a light, a
 * dark and a neutral.
 */
export const dealFigures = (count: number): SchemeFigures & { light: number; dark: number; neutral: number } => {
  const schemes = Array.from({ length: count }, (_, seed) => {
    const base = BASES[(seed * 7) % BASES.length] as Hex
    return [base, ...deal({ held: [base], count: 4, wheel: WHEELS[seed % 3] as (typeof WHEELS)[number] }, seed).hexes]
  })
  const part = (has: (hex: Hex) => boolean): number => schemes.filter(hexes => hexes.some(has)).length / count
  return {
    ...figuresOf(schemes),
    light: part(hex => lchOf(hex).l >= 0.85),
    dark: part(hex => lchOf(hex).l <= 0.35),
    neutral: part(isNeutral),
  }
}

/** How long ten swatches take to derive, in milliseconds: the mean of many. */
export const derivingTime = (): number => {
  const start = performance.now()
  const rounds = 300
  for (let i = 0; i < rounds; i++)
    derive({
      base: BASES[i % 60] as Hex,
      baseHue: 0,
      kind: 'square',
      wheel: 'paint',
      plan: 'spread',
      turn: i,
      count: 10,
    })
  return (performance.now() - start) / rounds
}

export const PLANS = TONE_PLANS
