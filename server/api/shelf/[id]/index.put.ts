import { z } from 'zod'
import { shelfPutSchema } from '#core/document/shelf'
import { database } from '../../../db/connect'
import { saveOver } from '../../../db/shelf'
import { bodyOf, door, missing, partOf } from '../../../door'

const asked = shelfPutSchema.pick({ swatches: true, origin: true }).extend({ version: z.number().int().min(1) })

/** Saves other colors over those of a scheme, as it was seen in a version. */
export default door(async event => {
  const id = partOf(event, 'id', z.uuid(), 'scheme')
  const { version, ...put } = await bodyOf(event, asked)
  const scheme = await saveOver(database(), id, version, put)
  if (!scheme) throw missing('scheme')
  return scheme
})
