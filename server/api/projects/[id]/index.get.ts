import { MAX_HERE_BYTES } from '../../../apiHandler'
import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { findProject, sizeOfProject } from '../../../db/projects'
import { runInWorker } from '../../../workers/pool'

export default apiRoute('GET projects/[id]', async ({ event, params: { id } }) => {
  const isLarge = (await sizeOfProject(database(), id)) > MAX_HERE_BYTES
  return isLarge ? runInWorker(event, 'tell document', { id }) : findProject(database(), id)
})
