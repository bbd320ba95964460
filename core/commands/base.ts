import { z } from 'zod'
import { hexSchema, idSchema } from '#core/document/basics'
import { MOST_SWATCHES } from '#core/document/limits'
import { baseSchema, harmonySchema } from '#core/document/scheme'
import { profileOf } from '#core/harmony/tone'
import { composed, dealt, freshlyDerived } from '#core/scheme/compose'
import { madeBase } from '#core/scheme/gather'
import { definedIn, kindOf } from './command'

/* The base color, its harmony, and what is dealt beside it. */

const baseSet = kindOf(
  z.object({ base: baseSchema }),
  'base color',
  (project, { base }) => {
    const harmony = project.derived ? project.harmony : { ...project.harmony, turn: 0 }
    return freshlyDerived({ ...project, base, harmony }, project.derived ? project.harmony.count : 0)
  },
  'recolored',
)

const harmonyComposed = kindOf(
  z.object({ harmony: harmonySchema.partial() }),
  ({ harmony }) => {
    const [first = 'kind'] = Object.keys(harmony)
    return first === 'kind' ? 'harmony' : first
  },
  (project, { harmony }, inks) =>
    composed(project, {
      ...definedIn(harmony),
      ...(harmony.plan === 'like the picture' && !harmony.profile && { profile: profileOf(inks) }),
    }),
  // another harmony is another scheme; turned or opened, it is the same one, and inks stay where they are
  ({ harmony }) => (harmony.kind || harmony.count || harmony.wheel || harmony.plan ? 'recolored' : 'others'),
)

const companionsDealt = kindOf(
  z.object({
    seed: z.number().int(),
    kind: harmonySchema.shape.kind.nullable().optional(),
    like: z.array(hexSchema).max(MOST_SWATCHES).nullable().optional(),
  }),
  'deal',
  (project, { seed, kind, like }) => dealt(project, seed, { kind, like }),
  'recolored',
)

export const BASE = {
  'set base': baseSet,
  'compose': harmonyComposed,
  'deal': companionsDealt,
  'make base': kindOf(z.object({ id: idSchema }), 'make base', (project, { id }) => madeBase(project, id)),
}
