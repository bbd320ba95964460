import { MAX_PROFILE_BYTES } from '#core/print/profile'
import { apiRoute } from '../../apiRoute'
import { withBodyAsFile } from '../../incoming'
import { runInWorker } from '../../workers/pool'

export default apiRoute('POST profiles', ({ event }) =>
  withBodyAsFile(event, MAX_PROFILE_BYTES, path => runInWorker(event, 'take profile', { path })),
)
