import { MAX_BYTES } from '#core/picture/picture'
import { apiRoute } from '../../apiRoute'
import { withBodyAsFile } from '../../incoming'
import { runInWorker } from '../../workers/pool'

export default apiRoute('POST pictures', ({ event, query: { name } }) =>
  withBodyAsFile(event, MAX_BYTES, (path, size) => runInWorker(event, 'take reference', { name, path }, size)),
)
