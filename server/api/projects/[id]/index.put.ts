import { z } from 'zod'
import { projectSchema } from '../../../../core/project/schema'
import { trailChangeSchema } from '../../../../core/project/trail'
import { database } from '../../../db/connect'
import { saveProject } from '../../../db/projects'
import { bodyOf, door, missing, partOf } from '../../../door'

const asked = z.object({
  version: z.number().int().min(1),
  document: projectSchema,
  trail: trailChangeSchema.optional(),
})

export default door(async event => {
  const id = partOf(event, 'id', z.uuid())
  const { version, document, trail } = await bodyOf(event, asked)
  const saved = await saveProject(database(), id, version, document, trail)
  if (!saved) throw missing('project')
  return { version: saved.version, updatedAt: saved.updatedAt }
})
