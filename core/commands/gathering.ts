import { z } from 'zod'
import { hexSchema, idSchema, part } from '#core/document/basics'
import { gatheringSchema, sampleSchema } from '#core/document/gathering'
import { MAX_SWATCHES } from '#core/document/limits'
import type { Project } from '#core/document/project'
import { swatchSchema } from '#core/document/scheme'
import { resizeScheme } from '#core/scheme/compose'
import { MIN_SWATCHES } from '#core/document/limits'
import { takeExtracted, addSample, moveSample, snapSamples, takeColors } from '#core/scheme/gather'
import { wearScheme } from '#core/scheme/wearScheme'
import { definedEntries, kindOf } from './command'

/* Schemes taken from pictures, lists, the artwork and the inspiration shelf. */

/** A scheme of at least as many swatches as any has: what is missing is dealt. */
const fillScheme = (project: Project): Project =>
  project.scheme.length < MIN_SWATCHES ? resizeScheme(project, MIN_SWATCHES) : project

const extracted = kindOf(
  z.object({
    found: z.array(z.object({ hex: hexSchema, share: part, reference: idSchema, x: part, y: part })).max(MAX_SWATCHES),
    gathering: gatheringSchema.partial(),
  }),
  ({ gathering }) => (gathering.lean && !gathering.pull ? 'lean' : 'extraction'),
  (project, { found, gathering }) => fillScheme(takeExtracted(project, found, definedEntries(gathering))),
  ({ gathering }) => (gathering.lean && !gathering.pull ? 'others' : 'anew'),
)

const SAID_TAKEN = { ink: 'inks as scheme', shelf: 'scheme from the shelf', list: 'colors from a list' } as const

const taken = kindOf(
  z.object({
    kind: z.enum(['list', 'ink', 'shelf']),
    title: z.string().max(200),
    colors: z
      .array(
        z.object({
          hex: hexSchema,
          name: swatchSchema.shape.name.nullable(),
          share: part.nullable(),
          role: swatchSchema.shape.role.nullish(),
        }),
      )
      .min(1)
      .max(MAX_SWATCHES),
  }),
  ({ kind }) => SAID_TAKEN[kind],
  (project, { colors, kind, title }) => fillScheme(takeColors(project, colors, kind, title)),
  'anew',
)

export const GATHERING = {
  'extract': extracted,
  'take colors': taken,
  'set gathering': kindOf(
    z.object({ gathering: gatheringSchema.pick({ count: true, apart: true, by: true }).partial() }),
    'extraction',
    (project, { gathering }) => ({ ...project, gathering: { ...project.gathering, ...definedEntries(gathering) } }),
  ),
  'pull': kindOf(z.object({ pull: gatheringSchema.shape.pull }), 'pull into harmony', (project, { pull }) =>
    wearScheme({ ...project, gathering: { ...project.gathering, pull } }),
  ),
  'move sample': kindOf(
    z.object({ id: idSchema, change: sampleSchema.pick({ x: true, y: true, patch: true, hex: true }).partial() }),
    'move sample',
    (project, { id, change }) => moveSample(project, id, definedEntries(change)),
  ),
  'snap samples': kindOf(z.object({ id: idSchema.nullable() }), 'snap back', (project, { id }) =>
    snapSamples(project, id),
  ),
  'add sample': kindOf(
    z.object({ sample: sampleSchema.omit({ id: true, found: true }) }),
    'add sample',
    (project, { sample }) => addSample(project, sample),
  ),
}
