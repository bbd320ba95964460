import { setResponseStatus } from 'h3'
import { database } from '../../db/connect'
import { createSaid } from '../../documents'
import { door, jsonAnswer, jsonOf, MAX_DOCUMENT_BYTES, MAX_HERE_BYTES } from '../../door'
import { inHands } from '../../hands/hands'

export default door(async event => {
  const text = await jsonOf(event, MAX_DOCUMENT_BYTES)
  const made =
    text.length > MAX_HERE_BYTES
      ? jsonAnswer(event, (await inHands(event, 'create document', { text })) ?? '')
      : await createSaid(database(), text)
  setResponseStatus(event, 201)
  return made
})
