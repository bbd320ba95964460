import { MAX_BYTES } from '#core/picture/picture'
import { MAX_SVG_BYTES } from '#core/svg/unreadable'
import { apiRoute } from '../../apiRoute'
import { withBodyAsFile } from '../../incoming'
import { runInWorker } from '../../workers/pool'

const TAKING = {
  svg: { task: 'take drawing', max: MAX_SVG_BYTES },
  raster: { task: 'take picture', max: MAX_BYTES },
} as const

export default apiRoute('POST artwork', ({ event, query: { name, kind } }) => {
  const { task, max } = TAKING[kind]
  return withBodyAsFile(event, max, (path, size) => runInWorker(event, task, { name, path }, size))
})
