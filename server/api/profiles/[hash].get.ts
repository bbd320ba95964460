import { setHeaders } from 'h3'
import { hashSchema } from '#core/document/basics'
import { apiHandler, notFound, readParam } from '../../apiHandler'
import { database } from '../../db/connect'
import { profileBytes } from '../../db/profiles'
import { PICTURE_HEADERS } from '../../headers'

export default apiHandler(async event => {
  const bytes = await profileBytes(database(), readParam(event, 'hash', hashSchema, 'profile'))
  if (!bytes) throw notFound('profile')
  setHeaders(event, { ...PICTURE_HEADERS, 'content-type': 'application/vnd.iccprofile' })
  return bytes
})
