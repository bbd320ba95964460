import { hashSchema } from '#core/document/basics'
import { apiHandler, readParam } from '../../../apiHandler'
import { cachedBytes } from '../../../cachedBytes'
import { artworkMap, artworkProof } from '../../../db/artwork'
import { database } from '../../../db/connect'
import { sendMap } from '../../../sendMap'
import { runInWorker } from '../../../workers/pool'

export default apiHandler(async event => {
  const hash = readParam(event, 'hash', hashSchema)
  const proof = await cachedBytes(`proof ${hash}`, async () => {
    const stored = await artworkProof(database(), hash)
    if (stored || !(await artworkMap(database(), hash))) return stored
    const made = await runInWorker(event, 'reduce map', { hash })
    return made && Buffer.from(made)
  })
  return sendMap(event, proof)
})
