import { getQuery, setHeaders } from 'h3'
import { z } from 'zod'
import { database } from '../../../db/connect'
import { findPreview } from '../../../db/previews'
import { apiHandler, notFound, readParam } from '../../../apiHandler'
import { runInWorker } from '../../../workers/pool'
import { SVG_HEADERS } from '../../../headers'

/** Previews that are being drawn, each once for all who ask. */
const drawing = new Map<string, Promise<string | null>>()

const drawn = (id: string, version: number): Promise<string | null> => {
  const key = `${id} ${version}`
  let under = drawing.get(key)
  if (!under) {
    under = runInWorker(null, 'preview', { id }).finally(() => drawing.delete(key))
    drawing.set(key, under)
  }
  return under
}

export default apiHandler(async event => {
  const id = readParam(event, 'id', z.uuid())
  const found = await findPreview(database(), id)
  const svg = found && (found.picture ?? (await drawn(id, found.version)))
  if (!svg) throw notFound('picture')
  const current = String(getQuery(event).version) === String(found.version)
  setHeaders(event, { ...SVG_HEADERS, 'cache-control': current ? 'private, max-age=31536000, immutable' : 'no-store' })
  return svg
})
