import { z } from 'zod'
import { projectSchema } from '../../../../core/document/project'
import { trailChangeSchema } from '../../../../core/document/trail'
import { database } from '../../../db/connect'
import { saveProject } from '../../../db/projects'
import { bodyOf, door, missing, partOf } from '../../../door'

const asked = z.object({
  version: z.number().int().min(1),
  document: projectSchema,
  trail: trailChangeSchema.optional(),
  save: z.uuid().optional(),
})

export default door(async event => {
  const id = partOf(event, 'id', z.uuid())
  const { version, document, trail, save } = await bodyOf(event, asked)
  const saved = await saveProject(database(), id, version, document, trail, save)
  if (!saved) throw missing('project')
  return { version: saved.version, updatedAt: saved.updatedAt }
})
