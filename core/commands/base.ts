import type { Base, Harmony } from '#core/document/scheme'
import { profileOf } from '#core/harmony/tone'
import { changeComposition, deriveAfresh } from '#core/scheme/compose'
import { dealSwatches, type Dealing } from '#core/scheme/dealSwatches'
import { makeBase } from '#core/scheme/gather'
import { definedEntries, kindOf, type Change } from './command'

/* The base color, its harmony, and what is dealt beside it. */

const baseSet = kindOf<{ base: Base }>(
  'base color',
  (project, { base }) => {
    const harmony = project.derived ? project.harmony : { ...project.harmony, turn: 0 }
    return deriveAfresh({ ...project, base, harmony }, project.derived ? project.harmony.count : 0)
  },
  'recolored',
)

const harmonyComposed = kindOf<{ harmony: Change<Harmony> }>(
  ({ harmony }) => {
    const [first = 'kind'] = Object.keys(harmony)
    return first === 'kind' ? 'harmony' : first
  },
  (project, { harmony }, inks) =>
    changeComposition(project, {
      ...definedEntries(harmony),
      ...(harmony.plan === 'like the picture' && !harmony.profile && { profile: profileOf(inks) }),
    }),
  // another harmony is another scheme; turned or opened, it is the same one, and inks stay where they are
  ({ harmony }) => (harmony.kind || harmony.count || harmony.wheel || harmony.plan ? 'recolored' : 'others'),
)

const companionsDealt = kindOf<{ seed: number } & Dealing>(
  'deal',
  (project, { seed, kind, like }) => dealSwatches(project, seed, { kind, like }),
  'recolored',
)

export const BASE = {
  'set base': baseSet,
  'compose': harmonyComposed,
  'deal': companionsDealt,
  'make base': kindOf<{ id: string }>('make base', (project, { id }) => makeBase(project, id)),
}
