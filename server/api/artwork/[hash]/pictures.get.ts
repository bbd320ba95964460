import { setHeaders } from 'h3'
import { hashSchema } from '#core/document/basics'
import { door, missing, partOf } from '../../../door'
import { inHands } from '../../../hands/hands'
import { PICTURE_HEADERS } from '../../../headers'

/** The pictures within a drawing that are recolored, as an archive of PNG files named by their place. */
export default door(async event => {
  const archive = await inHands(event, 'take out pictures', { hash: partOf(event, 'hash', hashSchema) })
  if (!archive) throw missing('artwork')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': 'application/zip' })
  return Buffer.from(archive)
})
