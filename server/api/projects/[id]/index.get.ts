import { z } from 'zod'
import { database } from '../../../db/connect'
import { findProject } from '../../../db/projects'
import { door, missing, partOf } from '../../../door'

export default door(async event => {
  const project = await findProject(database(), partOf(event, 'id', z.uuid()))
  if (!project) throw missing('project')
  return project
})
