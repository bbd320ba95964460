import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { copyName, newProject } from '../../../core/project/create'
import { nameSchema, projectSchema, type Project } from '../../../core/project/schema'
import { trailChangeSchema } from '../../../core/project/trail'
import { database } from '../../db/connect'
import { createProject, findProject, type FirstTrail } from '../../db/projects'
import { bodyOf, door, missing } from '../../door'

const asked = z.union([
  z.object({ copyOf: z.uuid() }),
  z.object({ document: projectSchema, trail: trailChangeSchema.optional() }),
  z.object({ name: nameSchema }),
])

const wanted = async (said: z.infer<typeof asked>): Promise<{ document: Project; trail: FirstTrail }> => {
  if ('document' in said) return { document: said.document, trail: said.trail ?? null }
  if ('name' in said) return { document: newProject(said.name), trail: null }
  const original = await findProject(database(), said.copyOf)
  if (!original) throw missing('project')
  return { document: { ...original.document, name: copyName(original.document.name) }, trail: { copyOf: said.copyOf } }
}

export default door(async event => {
  const { document, trail } = await wanted(await bodyOf(event, asked))
  setResponseStatus(event, 201)
  return createProject(database(), document, trail)
})
