import type { Reference } from '#core/document/gathering'
import type { Project } from '#core/document/project'
import { removeReference } from '#core/scheme/gather'
import { definedEntries, kindOf, type Change } from './command'

/* Reference pictures on the board. */

const withReferences = (project: Project, change: (reference: Reference) => Reference): Project => ({
  ...project,
  references: project.references.map(change),
})

const changed = kindOf<{ id: string; change: Change<Pick<Reference, 'name' | 'place' | 'region'>> }>(
  ({ change }) => (change.name ? 'rename reference' : change.place ? 'move reference' : 'region'),
  (project, { id, change }) =>
    withReferences(project, reference =>
      reference.id === id ? { ...reference, ...definedEntries(change) } : reference,
    ),
)

export const REFERENCES = {
  'add reference': kindOf<{ reference: Reference }>('add reference', (project, { reference }) => ({
    ...project,
    references: [...project.references, reference],
  })),
  'change reference': changed,
  'arrange references': kindOf<{ places: Readonly<Record<string, Reference['place']>> }>(
    'tidy the board',
    (project, { places }) =>
      withReferences(project, reference => ({ ...reference, place: places[reference.id] ?? reference.place })),
  ),
  'remove reference': kindOf<{ id: string }>('remove reference', (project, { id }) => removeReference(project, id)),
}
