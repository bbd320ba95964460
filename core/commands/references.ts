import { z } from 'zod'
import { idSchema } from '#core/document/basics'
import { referenceSchema, regionSchema, type Reference } from '#core/document/gathering'
import type { Project } from '#core/document/project'
import { removeReference } from '#core/scheme/gather'
import { definedEntries, kindOf } from './command'

/* Reference pictures on the board. */

const withReferences = (project: Project, change: (reference: Reference) => Reference): Project => ({
  ...project,
  references: project.references.map(change),
})

const changed = kindOf(
  z.object({
    id: idSchema,
    change: referenceSchema
      .pick({ name: true, place: true })
      .partial()
      .extend({ region: regionSchema.nullable().optional() }),
  }),
  ({ change }) => (change.name ? 'rename reference' : change.place ? 'move reference' : 'region'),
  (project, { id, change }) =>
    withReferences(project, reference =>
      reference.id === id ? { ...reference, ...definedEntries(change) } : reference,
    ),
)

export const REFERENCES = {
  'add reference': kindOf(z.object({ reference: referenceSchema }), 'add reference', (project, { reference }) => ({
    ...project,
    references: [...project.references, reference],
  })),
  'change reference': changed,
  'arrange references': kindOf(
    z.object({ places: z.record(idSchema, referenceSchema.shape.place) }),
    'tidy the board',
    (project, { places }) =>
      withReferences(project, reference => ({ ...reference, place: places[reference.id] ?? reference.place })),
  ),
  'remove reference': kindOf(z.object({ id: idSchema }), 'remove reference', (project, { id }) =>
    removeReference(project, id),
  ),
}
