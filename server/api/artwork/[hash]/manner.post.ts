import { apiRoute } from '../../../apiRoute'
import { runInWorker } from '../../../workers/pool'

export default apiRoute('POST artwork/[hash]/manner', async ({ event, params, body }) => {
  const { manner, inks } = await body()
  return runInWorker(event, 'take as made of', { ...params, manner, inks })
})
