import { apiRoute } from '../../../apiRoute'
import { runInWorker } from '../../../workers/pool'

export default apiRoute('POST artwork/[hash]/also', async ({ event, params, body }) =>
  runInWorker(event, 'read again', { ...params, ...(await body()) }),
)
