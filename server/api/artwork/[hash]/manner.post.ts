import { z } from 'zod'
import { hashSchema, hexSchema } from '#core/document/basics'
import { GIVEN, MANNERS } from '#core/raster/manner'
import { readBody, apiHandler, notFound, readParam } from '../../../apiHandler'
import { runInWorker } from '../../../workers/pool'

const asked = z.object({
  manner: z.enum(MANNERS),
  inks: z
    .array(hexSchema)
    .min(GIVEN.least)
    .max(GIVEN.most)
    .transform(inks => [...new Set(inks)].sort())
    .optional(),
})

export default apiHandler(async event => {
  const { manner, inks } = await readBody(event, asked)
  const file = await runInWorker(event, 'take as made of', { hash: readParam(event, 'hash', hashSchema), manner, inks })
  if (!file) throw notFound('picture')
  return file
})
