import { lchOf, type Hex } from '#core/color/convert'
import { AT_REST } from '#core/harmony/adjust'
import { HARMONIES, type HarmonyKind } from '#core/harmony/harmony'
import type { TonePlan } from '#core/harmony/tone'
import { otherOrders, type InkArea } from '#core/remap/match'
import { changeComposition, adjustScheme } from '#core/scheme/compose'
import { lookOf } from '#core/document/project'
import { apply, type Known } from '#core/commands/commands'
import type { Look, Project } from '#core/document/project'
import type { Target } from '#core/document/remap'
import { bareOf } from '#core/scheme/wearScheme'

/* The looks a proof sheet offers. */

/** A look that is offered, and what to call it. */
export interface Candidate {
  key: string
  caption: string
  look: Look
}

/** The project with its harmony changed in one thing, called by that: as it is, where it is so already. */
const composeCandidate = (
  project: Project,
  [what, key]: ['kind', HarmonyKind] | ['plan', TonePlan],
  known: Known,
): Candidate => ({
  key,
  caption: key,
  look: lookOf(
    project.derived && project.harmony[what] === key
      ? project
      : apply(project, { do: 'compose', harmony: { [what]: key } }, known),
  ),
})

/** The project in a harmony. */
export const harmonyCandidate = (project: Project, kind: HarmonyKind, known: Known): Candidate =>
  composeCandidate(project, ['kind', kind], known)

/** The project in a tone plan; a gathered scheme is derived from its base. */
export const toneCandidate = (project: Project, plan: TonePlan, known: Known): Candidate =>
  composeCandidate(project, ['plan', plan], known)

/** The harmonies that are not hidden. */
export const shownHarmonies = (hidden: readonly string[]): HarmonyKind[] =>
  HARMONIES.filter(kind => !hidden.includes(kind))

/**
 * The layout of a grid of variations: the step of the turn in degrees, what changes downward, and its step in [0,
 * 1].
 */
export interface Variation {
  turn: number
  down: 'saturation' | 'brightness'
  step: number
}

/** Number of steps a grid of variations goes to either side. */
export const REACH = 2

/**
 * A variation: turned by so many steps across, and more (negative rows) or less saturated or bright. The middle is the
 * project as it is.
 */
export const variationCandidate = (
  project: Project,
  { turn, down, step }: Variation,
  column: number,
  row: number,
): Candidate => {
  const angle = project.harmony.turn + column * turn
  const wrapped = ((((angle + 180) % 360) + 360) % 360) - 180
  const turned = column === 0 ? project : changeComposition(project, { turn: wrapped })
  const next =
    row === 0 ? turned : adjustScheme(turned, { ...AT_REST, [down]: -row * step }, Object.fromEntries(bareOf(turned)))
  const sign = (value: number): string => (value > 0 ? `+${value}` : `−${-value}`)
  const settings = [
    ...(column ? [`${sign(column * turn)}°`] : []),
    ...(row ? [`${sign(Math.round(-row * step * 100))}%`] : []),
  ]
  return { key: `${column} ${row}`, caption: settings.join(' ') || 'as it is', look: lookOf(next) }
}

/** A deal of companions, by its seed. */
export const dealtCandidate = (
  project: Project,
  seed: number,
  known: Known,
  { kind, like }: { kind?: HarmonyKind | null; like?: Hex[] | null } = {},
): Candidate => {
  const next = apply(project, { do: 'deal', seed, kind, like }, known)
  const own = new Set(project.scheme.map(({ hex }) => hex))
  const fresh = next.scheme.filter(({ hex }) => !own.has(hex))
  const loudest = [...fresh].sort((one, other) => lchOf(other.hex).c - lchOf(one.hex).c).slice(0, CALLED_BY)
  const names = loudest.map(({ name }) => name.replace(/ \d+$/, ''))
  return { key: `deal ${seed}`, caption: [...new Set(names)].join(', ') || `deal ${seed}`, look: lookOf(next) }
}

/** A deal is called by so many of its colors, the most colorful first. */
const CALLED_BY = 2
const MAX_CAPTION_LENGTH = 40

/**
 * The same scheme in other orders of assignment: which swatch colors which inks. Without artwork the swatches change
 * places.
 */
export const orderCandidates = (project: Project, inks: readonly InkArea[], max: number): Candidate[] => {
  const names = new Map(project.scheme.map(({ id, name }) => [id, name]))
  if (!inks.length)
    return project.scheme
      .flatMap((one, i) =>
        project.scheme.slice(i + 1).map((other): Candidate => {
          const scheme = project.scheme.map(swatch => (swatch === one ? other : swatch === other ? one : swatch))
          return {
            key: `${one.id}-${other.id}`,
            caption: `${one.name} ↔ ${other.name}`.slice(0, MAX_CAPTION_LENGTH),
            look: lookOf({ ...project, scheme, order: 'as set' }),
          }
        }),
      )
      .slice(0, max)
  const targets = new Map(Object.entries(project.remap.targets).map(([hex, { to }]) => [hex, to]))
  return otherOrders(inks, targets, project.scheme, max).map((order): Candidate => {
    const moved = [...order].filter(([from, to]) => from !== to)
    const next = Object.fromEntries(
      Object.entries(project.remap.targets).map(([hex, target]): [string, Target] => [
        hex,
        target.to === null ? target : { ...target, to: order.get(target.to) ?? target.to },
      ]),
    )
    const [first] = moved
    const caption =
      moved.length === 2 && first ? `${names.get(first[0])} ↔ ${names.get(first[1])}` : `${moved.length} moved`
    return {
      key: moved.map(pair => pair.join('>')).join(),
      caption: caption.slice(0, MAX_CAPTION_LENGTH),
      look: lookOf({ ...project, remap: { ...project.remap, targets: next } }),
    }
  })
}
