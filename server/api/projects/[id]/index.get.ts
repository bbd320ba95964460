import { z } from 'zod'
import { database } from '../../../db/connect'
import { findProject, sizeOfProject } from '../../../db/projects'
import { apiHandler, jsonAnswer, MAX_HERE_BYTES, notFound, readParam } from '../../../apiHandler'
import { runInWorker } from '../../../workers/pool'

export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid())
  const isLarge = (await sizeOfProject(database(), id)) > MAX_HERE_BYTES
  const project = isLarge ? await runInWorker(event, 'tell document', { id }) : await findProject(database(), id)
  if (!project) throw notFound('project')
  return typeof project === 'string' ? jsonAnswer(event, project) : project
})
