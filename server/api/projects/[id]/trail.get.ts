import { MAX_HERE_BYTES } from '../../../apiHandler'
import { apiRoute } from '../../../apiRoute'
import { database } from '../../../db/connect'
import { findTrail, sizeOfTrail } from '../../../db/trail'
import { runInWorker } from '../../../workers/pool'

export default apiRoute('GET projects/[id]/trail', async ({ event, params: { id } }) => {
  const isLarge = (await sizeOfTrail(database(), id)) > MAX_HERE_BYTES
  return isLarge ? runInWorker(event, 'tell trail', { id }) : findTrail(database(), id)
})
