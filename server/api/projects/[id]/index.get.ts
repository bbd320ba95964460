import { z } from 'zod'
import { database } from '../../../db/connect'
import { findProject, sizeOfProject } from '../../../db/projects'
import { door, jsonAnswer, MAX_HERE_BYTES, missing, partOf } from '../../../door'
import { inHands } from '../../../hands/hands'

export default door(async event => {
  const id = partOf(event, 'id', z.uuid())
  const isLarge = (await sizeOfProject(database(), id)) > MAX_HERE_BYTES
  const project = isLarge ? await inHands(event, 'tell document', { id }) : await findProject(database(), id)
  if (!project) throw missing('project')
  return typeof project === 'string' ? jsonAnswer(event, project) : project
})
