import { setHeaders } from 'h3'
import { hashSchema } from '#core/document/basics'
import { door, missing, partOf } from '../../../door'
import { inHands } from '../../../hands/hands'
import { PICTURE_HEADERS } from '../../../headers'

export default door(async event => {
  const stage = await inHands(event, 'show picture', { hash: partOf(event, 'hash', hashSchema) })
  if (!stage) throw missing('picture')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': 'image/png' })
  return Buffer.from(stage)
})
