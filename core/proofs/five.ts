import { seriousKeys } from '../check/check'
import { stateOf } from '../check/state'
import { labOf, type Lab } from '../color/convert'
import { knownInks } from '../commands/known'
import { lookOf, type Look, type Project } from '../document/project'
import { apply } from '../commands/commands'
import { HARMONIES } from '../harmony/harmony'
import { TONE_PLANS } from '../harmony/tone'
import { paintingOf } from '../painting/painting'
import { seeded } from '../picture/seeded'
import type { InkArea } from '../remap/inks'
import { inLook } from '../scheme/looks'
import type { Candidate } from './candidates'
import { farApart, pictureDistance } from './deals'

/** So many colorways are proposed at once. */
export const PROPOSED = 5
/** So many are looked at, beside those that were kept. */
const LOOKED_AT = 36

/** What could be a colorway: kept looks, and some of all harmonies in all tone plans, which by a seed. */
const possible = (
  project: Project,
  kept: readonly Candidate[],
  inks: readonly InkArea[],
  seed: number,
): Candidate[] => {
  const random = seeded(seed)
  const known = knownInks(inks)
  const composed = HARMONIES.flatMap(kind =>
    TONE_PLANS.filter(plan => plan !== 'like the picture').map(plan => ({ kind, plan, at: random() })),
  )
    .sort((one, other) => one.at - other.at)
    .slice(0, LOOKED_AT)
    .map(
      ({ kind, plan }): Candidate => ({
        key: `${kind} ${plan}`,
        caption: `${kind}, ${plan}`,
        look: lookOf(apply(project, { do: 'compose', harmony: { kind, plan } }, known)),
      }),
    )
  return [...kept, ...composed]
}

/**
 * Five looks that would make colorways: far from each other in the picture, and from those there are; none with
 * anything serious, as far as there are such. The same seed gives the same.
 */
export const fiveLooks = (
  project: Project,
  kept: readonly Candidate[],
  there: readonly Look[],
  inks: readonly InkArea[],
  seed: number,
): Candidate[] => {
  const parts = inks.map(({ area }) => area)
  const seen = (look: Look): { labs: Lab[]; serious: number } => {
    const now = inLook(project, look)
    const { colors } = paintingOf(now, { inks, standIns: [] })(null)
    return {
      labs: inks.map(({ hex }) => labOf(colors.get(hex) ?? hex)),
      serious: seriousKeys(stateOf(now, inks, colors)).length,
    }
  }
  const all = possible(project, kept, inks, seed).map(candidate => ({ candidate, ...seen(candidate.look) }))
  const least = [...all].sort((one, other) => one.serious - other.serious)
  const sound = least.filter(({ serious }, i) => serious === 0 || i < PROPOSED)
  return farApart(
    sound,
    PROPOSED,
    (one, other) => pictureDistance(one.labs, other.labs, parts),
    [lookOf(project), ...there].map(look => ({ candidate: null as never, ...seen(look) })),
  ).map(({ candidate }) => candidate)
}
