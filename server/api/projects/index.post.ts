import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { copyName } from '../../../core/document/copyName'
import { newProject } from '../../../core/scheme/create'
import { nameSchema } from '../../../core/document/basics'
import { projectSchema, type Project } from '../../../core/document/project'
import { database } from '../../db/connect'
import { createProject, findProject, type FirstTrail } from '../../db/projects'
import { bodyOf, door, missing } from '../../door'

const asked = z.union([
  z.object({ copyOf: z.uuid() }),
  z.object({ document: projectSchema, trailOf: z.uuid().optional() }),
  z.object({ name: nameSchema }),
])

const wanted = async (said: z.infer<typeof asked>): Promise<{ document: Project; trail: FirstTrail }> => {
  if ('document' in said) return { document: said.document, trail: said.trailOf ? { copyOf: said.trailOf } : null }
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
