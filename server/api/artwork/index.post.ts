import { getQuery, setResponseStatus } from 'h3'
import { z } from 'zod'
import { MAX_SVG_BYTES } from '#core/svg/unreadable'
import { MAX_BYTES } from '#core/picture/picture'
import { ARTWORK_KINDS } from '#core/document/artwork'
import { apiHandler } from '../../apiHandler'
import { runInWorker } from '../../workers/pool'
import { withBodyAsFile } from '../../incoming'

const asked = z.object({ name: z.string().max(400).default('Artwork'), kind: z.enum(ARTWORK_KINDS).default('svg') })
const TAKING = {
  svg: { task: 'take drawing', most: MAX_SVG_BYTES },
  raster: { task: 'take picture', most: MAX_BYTES },
} as const

export default apiHandler(async event => {
  const { name, kind } = asked.parse(getQuery(event))
  const { task, most } = TAKING[kind]
  const file = await withBodyAsFile(event, most, (path, size) => runInWorker(event, task, { name, path }, size))
  setResponseStatus(event, 201)
  return file
})
