import { z } from 'zod'
import { shelfPutSchema } from '#core/document/shelf'
import { database } from '../../../db/connect'
import { saveOver } from '../../../db/shelf'
import { readBody, apiHandler, notFound, readParam } from '../../../apiHandler'

const asked = shelfPutSchema.pick({ swatches: true, origin: true }).extend({ version: z.number().int().min(1) })

/** Saves other colors over those of a scheme, as it was seen in a version. */
export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid(), 'scheme')
  const { version, ...put } = await readBody(event, asked)
  const scheme = await saveOver(database(), id, version, put)
  if (!scheme) throw notFound('scheme')
  return scheme
})
