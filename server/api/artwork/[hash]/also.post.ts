import { z } from 'zod'
import { ALSO } from '#core/svg/reading'
import { hashSchema } from '#core/document/basics'
import { readBody, apiHandler, notFound, readParam } from '../../../apiHandler'
import { runInWorker } from '../../../workers/pool'

const asked = z.object({
  also: z
    .array(z.enum(ALSO))
    .max(ALSO.length)
    .transform(also => ALSO.filter(each => also.includes(each))),
})

export default apiHandler(async event => {
  const { also } = await readBody(event, asked)
  const file = await runInWorker(event, 'read again', { hash: readParam(event, 'hash', hashSchema), also })
  if (!file) throw notFound('drawing')
  return file
})
