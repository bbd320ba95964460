import { setHeaders } from 'h3'
import { z } from 'zod'
import { hashSchema } from '#core/document/basics'
import { PICTURE_FORMS } from '#core/document/pictures'
import { database } from '../../../db/connect'
import { pictureBytes } from '../../../db/pictures'
import { apiHandler, notFound, readParam } from '../../../apiHandler'
import { PICTURE_HEADERS } from '../../../headers'

const formSchema = z.enum(PICTURE_FORMS)

export default apiHandler(async event => {
  const picture = await pictureBytes(
    database(),
    readParam(event, 'hash', hashSchema),
    readParam(event, 'form', formSchema),
  )
  if (!picture) throw notFound('picture')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': picture.media })
  return picture.bytes
})
