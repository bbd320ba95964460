import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { copyName, newProject } from '../../../core/project/create'
import { nameSchema, projectSchema, type Project } from '../../../core/project/schema'
import { database } from '../../db/connect'
import { createProject, findProject } from '../../db/projects'
import { bodyOf, door, missing } from '../../door'

const asked = z.union([z.object({ copyOf: z.uuid() }), z.object({ document: projectSchema }), z.object({ name: nameSchema })])

const documentOf = async (said: z.infer<typeof asked>): Promise<Project> => {
  if ('document' in said) return said.document
  if ('name' in said) return newProject(said.name)
  const original = await findProject(database(), said.copyOf)
  if (!original) throw missing('project')
  return { ...original.document, name: copyName(original.document.name) }
}

export default door(async event => {
  const document = await documentOf(await bodyOf(event, asked))
  setResponseStatus(event, 201)
  return createProject(database(), document)
})
