import { z } from 'zod'
import { database } from '../../../db/connect'
import { findTrail, sizeOfTrail } from '../../../db/trail'
import { apiHandler, jsonAnswer, MAX_HERE_BYTES, notFound, readParam } from '../../../apiHandler'
import { runInWorker } from '../../../workers/pool'

export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid())
  const isLarge = (await sizeOfTrail(database(), id)) > MAX_HERE_BYTES
  const trail = isLarge ? await runInWorker(event, 'tell trail', { id }) : await findTrail(database(), id)
  if (!trail) throw notFound('project')
  return typeof trail === 'string' ? jsonAnswer(event, trail) : trail
})
