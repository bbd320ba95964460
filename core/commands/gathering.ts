import type { Gathering, Sample } from '#core/document/gathering'
import { MIN_SWATCHES } from '#core/document/limits'
import type { Project } from '#core/document/project'
import { resizeScheme } from '#core/scheme/compose'
import { takeExtracted, addSample, moveSample, snapSamples, takeColors, type FoundColor } from '#core/scheme/gather'
import type { Gathered } from '#core/scheme/scheme'
import { wearScheme } from '#core/scheme/wearScheme'
import { definedEntries, kindOf, type Change } from './command'

/* Schemes taken from pictures, lists, the artwork and the inspiration shelf. */

/** A scheme of at least as many swatches as any has: what is missing is dealt. */
const fillScheme = (project: Project): Project =>
  project.scheme.length < MIN_SWATCHES ? resizeScheme(project, MIN_SWATCHES) : project

const extracted = kindOf<{ found: readonly FoundColor[]; gathering: Change<Gathering> }>(
  ({ gathering }) => (gathering.lean && !gathering.pull ? 'lean' : 'extraction'),
  (project, { found, gathering }) => fillScheme(takeExtracted(project, found, definedEntries(gathering))),
  ({ gathering }) => (gathering.lean && !gathering.pull ? 'others' : 'anew'),
)

const SAID_TAKEN = { ink: 'inks as scheme', shelf: 'scheme from the shelf', list: 'colors from a list' } as const

const taken = kindOf<{ kind: 'list' | 'ink' | 'shelf'; title: string; colors: ReadonlyArray<Omit<Gathered, 'from'>> }>(
  ({ kind }) => SAID_TAKEN[kind],
  (project, { colors, kind, title }) => fillScheme(takeColors(project, colors, kind, title)),
  'anew',
)

export const GATHERING = {
  'extract': extracted,
  'take colors': taken,
  'set gathering': kindOf<{ gathering: Change<Pick<Gathering, 'count' | 'apart' | 'by'>> }>(
    'extraction',
    (project, { gathering }) => ({ ...project, gathering: { ...project.gathering, ...definedEntries(gathering) } }),
  ),
  'pull': kindOf<Pick<Gathering, 'pull'>>('pull into harmony', (project, { pull }) =>
    wearScheme({ ...project, gathering: { ...project.gathering, pull } }),
  ),
  'move sample': kindOf<{ id: string; change: Change<Pick<Sample, 'x' | 'y' | 'patch' | 'hex'>> }>(
    'move sample',
    (project, { id, change }) => moveSample(project, id, definedEntries(change)),
  ),
  'snap samples': kindOf<{ id: string | null }>('snap back', (project, { id }) => snapSamples(project, id)),
  'add sample': kindOf<{ sample: Omit<Sample, 'id' | 'found'> }>('add sample', (project, { sample }) =>
    addSample(project, sample),
  ),
}
