import { contrastOf } from '../../core/color/contrast'
import { hexOfLch, lchOf, type Hex } from '../../core/color/convert'
import { deltaE } from '../../core/color/difference'
import { mostChroma, strengthOf } from '../../core/color/strength'
import { WHEELS } from '../../core/color/wheel'
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
  plan: TonePlan
  lettering: number
  range: number
  stronger: number
  alike: number
  accent: number
}

/** The figures of a plan, each a part of all schemes, but for the mean range of OKLab lightness. */
export const schemeFigures = (plan: TonePlan): SchemeFigures => {
  const found = { lettering: 0, range: 0, stronger: 0, alike: 0, accent: 0 }
  let all = 0
  for (const base of BASES)
    for (const wheel of WHEELS)
      for (const kind of HARMONIES.filter(each => each !== 'free')) {
        const hexes = derive({ base, baseHue: 0, kind, wheel, plan, turn: 0, count: 5 }).map(({ hex }) => hex)
        const pairs = hexes.flatMap((one, i) => hexes.slice(0, i).map(other => [one, other] as const))
        const accent = rolesIn(hexes).indexOf('accent')
        const lights = hexes.map(hex => lchOf(hex).l)
        const own = strengthOf(base)
        all++
        if (pairs.some(([one, other]) => contrastOf(one, other) >= 4.5)) found.lettering++
        found.range += Math.max(...lights) - Math.min(...lights)
        if (hexes.some((hex, i) => i && i !== accent && strengthOf(hex) > STRONGER * own)) found.stronger++
        if (pairs.some(([one, other]) => deltaE(one, other) < APART)) found.alike++
        const [first, other] = [hexes[0] as Hex, hexes[accent]]
        if (other && deltaE(first, other) >= 25 && Math.abs(lchOf(first).l - lchOf(other).l) >= 0.15) found.accent++
      }
  const part = (of: number): number => of / all
  return {
    plan,
    lettering: part(found.lettering),
    range: part(found.range),
    stronger: part(found.stronger),
    alike: part(found.alike),
    accent: part(found.accent),
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
