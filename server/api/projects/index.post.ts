import { setResponseStatus } from 'h3'
import { database } from '../../db/connect'
import { createSaid } from '../../documents'
import { door, jsonAnswer, jsonOf, LARGEST_DOCUMENT, LARGEST_HERE } from '../../door'
import { inHands } from '../../hands/hands'

export default door(async event => {
  const text = await jsonOf(event, LARGEST_DOCUMENT)
  const made =
    text.length > LARGEST_HERE
      ? jsonAnswer(event, (await inHands(event, 'create document', { text })) ?? '')
      : await createSaid(database(), text)
  setResponseStatus(event, 201)
  return made
})
