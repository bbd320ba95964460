import { setHeaders } from 'h3'
import { z } from 'zod'
import { hashSchema } from '#core/document/basics'
import { PICTURE_FORMS } from '#core/document/pictures'
import { database } from '../../../db/connect'
import { pictureBytes } from '../../../db/pictures'
import { door, missing, partOf } from '../../../door'
import { PICTURE_HEADERS } from '../../../headers'

const formSchema = z.enum(PICTURE_FORMS)

export default door(async event => {
  const picture = await pictureBytes(database(), partOf(event, 'hash', hashSchema), partOf(event, 'form', formSchema))
  if (!picture) throw missing('picture')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': picture.media })
  return picture.bytes
})
