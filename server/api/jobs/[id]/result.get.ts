import { Readable } from 'node:stream'
import { sendStream, setHeaders } from 'h3'
import { z } from 'zod'
import { database } from '../../../db/connect'
import { jobResult } from '../../../db/jobs'
import { apiHandler, notFound, readParam } from '../../../apiHandler'
import { PICTURE_HEADERS } from '../../../headers'

/** A name as it stands in a header, in any script (RFC 8187). */
const inHeader = (name: string): string =>
  encodeURIComponent(name).replace(/['()*]/g, letter => `%${letter.charCodeAt(0).toString(16).toUpperCase()}`)

/** Answers the result of a job as a file, piece by piece. */
export default apiHandler(async event => {
  const result = await jobResult(database(), readParam(event, 'id', z.uuid(), 'job'))
  if (!result) throw notFound('result')
  const { name, media, size, pieces } = result
  setHeaders(event, {
    ...PICTURE_HEADERS,
    'cache-control': 'private, no-store',
    'content-type': media,
    'content-length': size,
    'content-disposition': `attachment; filename*=UTF-8''${inHeader(name)}`,
  })
  return sendStream(event, Readable.from(pieces()))
})
