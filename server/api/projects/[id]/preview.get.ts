import { getQuery, setHeaders } from 'h3'
import { z } from 'zod'
import { database } from '../../../db/connect'
import { findPreview } from '../../../db/previews'
import { apiHandler, notFound, readParam } from '../../../apiHandler'
import { SVG_HEADERS } from '../../../headers'
import { drawPreview } from '../../../previews'

export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid())
  const found = await findPreview(database(), id)
  const svg = found && (found.picture ?? (await drawPreview(id, found.version)))
  if (!svg) throw notFound('picture')
  const current = String(getQuery(event).version) === String(found.version)
  setHeaders(event, { ...SVG_HEADERS, 'cache-control': current ? 'private, max-age=31536000, immutable' : 'no-store' })
  return svg
})
