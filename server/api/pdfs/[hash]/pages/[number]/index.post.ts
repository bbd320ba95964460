import { apiRoute } from '../../../../../apiRoute'
import { runInWorker } from '../../../../../workers/pool'

export default apiRoute('POST pdfs/[hash]/pages/[number]', ({ event, params: { hash, number }, query: { name } }) =>
  runInWorker(event, 'take page', { hash, number: Number(number), name }),
)
