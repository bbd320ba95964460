import { getRouterParam, setHeaders, setResponseStatus } from 'h3'
import { z } from 'zod'
import { apiHandler, notFound } from '../../../../apiHandler'
import { database } from '../../../../db/connect'
import { publishedFile } from '../../../../db/publications'
import { PICTURE_HEADERS, SVG_HEADERS } from '../../../../headers'
import { mediaOf } from '../../../../jobs/media'
import { isKnown, requestedPublication } from '../../../../publications/requests'

const pathSchema = z
  .string()
  .max(1000)
  .regex(/^\P{Cc}+$/u)

/** A published file. One opened by its address stands alone: it runs nothing. */
export default apiHandler(async event => {
  const { id } = await requestedPublication(event)
  const { data: path } = pathSchema.safeParse(getRouterParam(event, 'path', { decode: true }))
  const file = path === undefined ? null : await publishedFile(database(), id, path)
  if (path === undefined || !file) throw notFound('file')
  const known = isKnown(event, file.sha256)
  const { 'content-security-policy': policy } = PICTURE_HEADERS
  setHeaders(event, {
    'content-security-policy': policy,
    'content-type': mediaOf(path),
    ...(path.endsWith('.svg') ? SVG_HEADERS : {}),
  })
  if (!known) return file.bytes
  setResponseStatus(event, 304)
  return null
})
