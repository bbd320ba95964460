import { readFileSync } from 'node:fs'
import { decodeSvg } from '#core/svg/encoding'
import { measureInks, type InkSummary } from '#core/inkmap/measureInks'
import { readSvg } from '#core/svg/read'
import { stateOf } from '#core/check/state'
import { contrastOf } from '#core/color/contrast'
import { hexOfLch, isNeutral, labOf, lchOf, type Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { parseColor } from '#core/color/parse'
import { maxChroma, relativeChromaOf } from '#core/color/relativeChroma'
import { WHEELS } from '#core/color/wheel'
import { apply, type Known } from '#core/commands/commands'
import { knownInks } from '#core/commands/known'
import { lookOf, type Project } from '#core/document/project'
import { deal } from '#core/harmony/deal'
import { derive } from '#core/harmony/derive'
import { HARMONIES } from '#core/harmony/harmony'
import { rolesIn } from '#core/harmony/proportion'
import { TONE_PLANS, type TonePlan } from '#core/harmony/tone'

import { paintingOf } from '#core/painting/painting'
import { chosenSeeds, DEALT, dealtCandidates, pictureDistance, type DealOrder } from '#core/proofs/deals'
import { verdictOf } from '#core/proofs/verdict'
import { lossesOf } from '#core/remap/losses'
import { newProject } from '#core/scheme/create'
import { inLook } from '#core/scheme/looks'
import { renderSvg } from '../../render/resvg'

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
  TONES.map(([l, part]) => hexOfLch({ l, c: part * maxChroma(l, h), h })),
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
    const lightnesses = hexes.map(hex => lchOf(hex).l)
    const [base = '', own] = [hexes[0], relativeChromaOf(hexes[0] as Hex)]
    if (pairs.some(([one, other]) => contrastOf(one, other) >= 4.5)) found.lettering++
    found.range += Math.max(...lightnesses) - Math.min(...lightnesses)
    if (hexes.some((hex, i) => i && i !== accent && relativeChromaOf(hex) > STRONGER * own)) found.stronger++
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
    return [base, ...deal({ fixed: [base], count: 4, wheel: WHEELS[seed % 3] as (typeof WHEELS)[number] }, seed).hexes]
  })
  const part = (has: (hex: Hex) => boolean): number => schemes.filter(hexes => hexes.some(has)).length / count
  return {
    ...figuresOf(schemes),
    light: part(hex => lchOf(hex).l >= 0.85),
    dark: part(hex => lchOf(hex).l <= 0.35),
    neutral: part(isNeutral),
  }
}

/** Brand colors as they come: terracotta, a deep green, a blue, a yellow, near-black, a pale pink. */
const BRANDS: readonly Hex[] = ['#e07a5f', '#0f6d5f', '#5468b0', '#ffcf24', '#2b2b2b', '#f3d9e0']
const DRAWINGS = [
  ...['label', 'scene', 'page', 'pattern', 'chart'].map(name => `demo/stand-ins/${name}.svg`),
  ...['poster', 'badge', 'pictogram-ferry'].map(name => `demo/artwork/${name}.svg`),
]

/** The inks of the stand-ins and of the demo's drawings. */
export const drawnInks = async (): Promise<InkSummary[][]> =>
  Promise.all(
    DRAWINGS.map(async path => {
      const { inks } = await measureInks(readSvg(decodeSvg(readFileSync(path)).text), renderSvg, 512)
      return inks
    }),
  )

const based = (base: Hex, known: Known): Project =>
  apply(
    newProject('Bench', { hex: base, hue: parseColor(base)?.hue ?? 0, typed: base }),
    {
      do: 'add artwork',
      artwork: [{ kind: 'svg', id: 'a1', name: 'Bench', hash: '0'.repeat(64), width: 100, height: 100 }],
    },
    known,
  )

/** The part of boundaries that are strong edges and lost in a plan, over the drawings, brand colors and harmonies. */
export const strongLost = (plan: TonePlan, drawings: ReadonlyArray<readonly InkSummary[]>): number => {
  let [lost, all] = [0, 0]
  for (const inks of drawings) {
    const known = knownInks(inks)
    for (const base of BRANDS)
      for (const kind of HARMONIES) {
        const now = apply(based(base, known), { do: 'compose', harmony: { kind, plan } }, known)
        const { colors } = paintingOf(now, { inks, standIns: [] })('a1')
        lost += lossesOf(inks, colors).reduce((sum, { strong, part }) => sum + (strong ? part : 0), 0)
        all++
      }
  }
  return lost / all
}

/**
 * Of sheets of 24 deals for the brand colors on a drawing: the mean of the smallest distance in the picture, as chosen
 * and as dealt first.
 */
export const dealsApart = (inks: readonly InkSummary[]): { chosen: number; first: number } => {
  const known = knownInks(inks)
  const smallest = (now: Project, seeds: readonly number[]): number => {
    const colors = dealtCandidates(now, { ...orderOf(now), seed: 1 }, seeds, inks).map(({ look }) => {
      const painted = paintingOf(inLook(now, look), { inks, standIns: [] })('a1').colors
      return inks.map(({ hex }) => labOf(painted.get(hex) ?? hex))
    })
    const parts = inks.map(({ area }) => area)
    return Math.min(...colors.flatMap((one, i) => colors.slice(0, i).map(other => pictureDistance(one, other, parts))))
  }
  const mean = (of: (now: Project) => number): number =>
    BRANDS.reduce((sum, base) => sum + of(based(base, known)), 0) / BRANDS.length
  return {
    chosen: mean(now => smallest(now, chosenSeeds(now, orderOf(now), inks))),
    first: mean(now =>
      smallest(
        now,
        Array.from({ length: DEALT }, (_, i) => i + 1),
      ),
    ),
  }
}
const orderOf = (now: Project): DealOrder => ({ from: lookOf(now), seed: 1, kind: null, like: null, unlike: [] })

/** A sheet of deals chosen, matched, painted and measured on a drawing, in milliseconds: the middle of several, warm. */
export const dealTime = (inks: readonly InkSummary[], runs = 25): number => {
  const known = knownInks(inks)
  const times = Array.from({ length: runs }, (_, run) => {
    const now = based(BRANDS[run % BRANDS.length] as Hex, known)
    const start = performance.now()
    const order = { ...orderOf(now), seed: 1 + run * 100 }
    for (const { look } of dealtCandidates(now, order, chosenSeeds(now, order, inks), inks)) {
      const there = inLook(now, look)
      const { colors } = paintingOf(there, { inks, standIns: [] })('a1')
      verdictOf(inks, colors, stateOf(there, inks, colors))
    }
    return performance.now() - start
  })
  return times.slice(5).sort((one, other) => one - other)[Math.floor((runs - 5) / 2)]!
}

/** Time to derive ten swatches, in milliseconds: the mean of many. */
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
