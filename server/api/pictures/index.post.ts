import { getQuery, setResponseStatus } from 'h3'
import { z } from 'zod'
import { MAX_BYTES } from '#core/picture/picture'
import { apiHandler } from '../../apiHandler'
import { runInWorker } from '../../workers/pool'
import { withBodyAsFile } from '../../incoming'

const asked = z.object({ name: z.string().max(400).default('Reference') })

export default apiHandler(async event => {
  const { name } = asked.parse(getQuery(event))
  const file = await withBodyAsFile(event, MAX_BYTES, (path, size) =>
    runInWorker(event, 'take reference', { name, path }, size),
  )
  setResponseStatus(event, 201)
  return file
})
