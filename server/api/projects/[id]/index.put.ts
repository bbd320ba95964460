import { z } from 'zod'
import { database } from '../../../db/connect'
import { saveSaid } from '../../../documents'
import { door, jsonAnswer, jsonOf, MAX_DOCUMENT_BYTES, MAX_HERE_BYTES, missing, partOf } from '../../../door'
import { inHands } from '../../../hands/hands'

export default door(async event => {
  const id = partOf(event, 'id', z.uuid())
  const text = await jsonOf(event, MAX_DOCUMENT_BYTES)
  const by = event.context.person?.name ?? null
  const isLarge = text.length > MAX_HERE_BYTES
  const saved = isLarge
    ? await inHands(event, 'save document', { id, text, by })
    : await saveSaid(database(), id, text, by)
  if (saved === null) throw missing('project')
  return typeof saved === 'string' ? jsonAnswer(event, saved) : saved
})
