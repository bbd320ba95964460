import { z } from 'zod'
import { database } from '../../../db/connect'
import { findProject, sizeOfProject } from '../../../db/projects'
import { door, jsonAnswer, LARGEST_HERE, missing, partOf } from '../../../door'
import { inHands } from '../../../hands/hands'

export default door(async event => {
  const id = partOf(event, 'id', z.uuid())
  const isLarge = (await sizeOfProject(database(), id)) > LARGEST_HERE
  const project = isLarge ? await inHands(event, 'tell document', { id }) : await findProject(database(), id)
  if (!project) throw missing('project')
  return typeof project === 'string' ? jsonAnswer(event, project) : project
})
