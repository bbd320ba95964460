import { seriousKeys } from '#core/check/check'
import { mendFindings } from '#core/check/mend'
import { mostOf, stateOf } from '#core/check/state'
import { labOf, type Lab } from '#core/color/convert'
import { knownInks } from '#core/commands/known'
import { lookOf, type Look, type Project } from '#core/document/project'
import { labDistance } from '#core/color/difference'
import { apply } from '#core/commands/commands'
import { matchTargets } from '#core/commands/matching'
import { withRemap } from '#core/commands/remapEdits'
import { HARMONIES } from '#core/harmony/harmony'
import { TONE_PLANS } from '#core/harmony/tone'
import { paintingOf } from '#core/painting/painting'
import { seeded } from '#core/math/random'
import type { InkArea } from '#core/remap/inks'
import { inLook } from '#core/scheme/looks'
import type { Candidate } from './candidates'
import { farApart, pictureDistance } from './deals'

/** So many colorways are proposed at once. */
export const PROPOSED = 5
/** So many are looked at, beside those kept on the trail. */
const MAX_CANDIDATES = 36
/**
 * As many sound ones to choose from are enough; so many others are mended where there are fewer, and how far hues may
 * go.
 */
const [ENOUGH, MENDED, TOLERANCE] = [12, 12, 8]

/**
 * Distance added to two proposals where other colors cover most, and from which difference on, in ΔEOK, they are
 * others.
 */
const MOST = { worth: 0.6, apart: 0.15 } as const

/**
 * The project with another swatch in the place of the dominant one, by turns: role and share change places, and the inks are matched
 * again, beside what was sent by hand. The same where `turn` comes to the dominant one itself, or there is none.
 */
const withAnotherDominant = (project: Project, turn: number, inks: readonly InkArea[]): Project => {
  const dominant = project.scheme.find(({ role }) => role === 'dominant')
  const leaders = project.scheme.filter(({ role }) => role !== 'accent' && role !== 'detail')
  const next = leaders[turn % Math.max(1, leaders.length)]
  if (!dominant || !next || next === dominant) return project
  const scheme = project.scheme.map(swatch => {
    if (swatch !== dominant && swatch !== next) return swatch
    const { role, share } = swatch === next ? dominant : next
    return { ...swatch, role, share }
  })
  const led = { ...project, scheme }
  return withRemap(led, {
    targets: { ...led.remap.targets, ...matchTargets(inks, led, led.remap.targets) },
  })
}

/** Candidates for a colorway: kept looks, and some of all harmonies in all tone plans, which by a seed. */
const possibleCandidates = (
  project: Project,
  keptLooks: readonly Candidate[],
  inks: readonly InkArea[],
  seed: number,
): Candidate[] => {
  const random = seeded(seed)
  const known = knownInks(inks)
  const composed = HARMONIES.flatMap(kind =>
    TONE_PLANS.filter(plan => plan !== 'like the picture').map(plan => ({ kind, plan, at: random() })),
  )
    .sort((one, other) => one.at - other.at)
    .slice(0, MAX_CANDIDATES)
    .map(({ kind, plan }, i): Candidate => {
      const harmonic = apply(project, { do: 'compose', harmony: { kind, plan } }, known)
      return {
        key: `${kind} ${plan}`,
        caption: `${kind}, ${plan}`,
        look: lookOf(withAnotherDominant(harmonic, i, inks)),
      }
    })
  return [...keptLooks, ...composed]
}

/** A candidate without anything serious, by the smallest change of its colors; none where there is no way. */
const mendCandidate = (project: Project, candidate: Candidate, inks: readonly InkArea[]): Candidate[] => {
  const now = inLook(project, candidate.look)
  const look = (there: Project) => stateOf(there, inks, paintingOf(there, { inks, standIns: [] })(null).colors)
  const state = look(now)
  const search = mendFindings(state, { keys: seriousKeys(state), tolerance: TOLERANCE, seed: 1 }, knownInks(inks), look)
  let next = search.next()
  while (!next.done) next = search.next()
  return next.value.looks.slice(1, 2).map(each => ({ ...candidate, look: each.look }))
}

/**
 * Five looks that would make colorways: far from each other in the picture, other colors covering most, and from
 * those there are; none with
 * anything serious in any piece or all together, as far as there are such. `inks` are those of all artwork, `pieces`
 * those of each. The same seed gives the same.
 */
export const fiveLooks = (
  project: Project,
  keptLooks: readonly Candidate[],
  there: readonly Look[],
  inks: readonly InkArea[],
  pieces: ReadonlyArray<readonly InkArea[]>,
  seed: number,
): Candidate[] => {
  const parts = inks.length ? inks.map(({ area }) => area) : project.scheme.map(({ share }) => share)
  const seen = (look: Look): { labs: Lab[]; max: Lab; serious: number } => {
    const now = inLook(project, look)
    const { colors } = paintingOf(now, { inks, standIns: [] })(null)
    return {
      labs: (inks.length ? inks.map(({ hex }) => colors.get(hex) ?? hex) : look.scheme.map(({ hex }) => hex)).map(
        labOf,
      ),
      max: labOf(mostOf(stateOf(now, inks, colors))?.hex ?? '#000000'),
      serious: [inks, ...pieces].reduce((sum, each) => sum + seriousKeys(stateOf(now, each, colors)).length, 0),
    }
  }
  const judged = (candidate: Candidate) => ({ candidate, ...seen(candidate.look) })
  const all = possibleCandidates(project, keptLooks, inks, seed)
    .map(judged)
    .sort((one, other) => one.serious - other.serious)
  const sound = all.filter(({ serious }) => serious === 0)
  // where hardly any is sound, some are mended first
  const mendedOnes =
    sound.length < ENOUGH
      ? all
          .slice(sound.length, sound.length + MENDED)
          .flatMap(({ candidate }) => mendCandidate(project, candidate, inks))
          .map(judged)
          .filter(({ serious }) => serious === 0)
      : []
  const usable = [...sound, ...mendedOnes]
  const offered = usable.length >= PROPOSED ? usable : [...usable, ...all.filter(each => !sound.includes(each))]
  return farApart(
    offered,
    PROPOSED,
    (one, other) =>
      pictureDistance(one.labs, other.labs, parts) +
      MOST.worth * Math.min(1, labDistance(one.max, other.max) / MOST.apart),
    [lookOf(project), ...there].map(look => ({ candidate: null as never, ...seen(look) })),
  ).map(({ candidate }) => candidate)
}
