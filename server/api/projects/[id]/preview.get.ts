import { getQuery, setHeaders } from 'h3'
import { z } from 'zod'
import { database } from '../../../db/connect'
import { findProject } from '../../../db/projects'
import { door, missing, partOf } from '../../../door'
import { inHands } from '../../../hands/hands'
import { SVG_HEADERS } from '../../../headers'

export default door(async event => {
  const project = await findProject(database(), partOf(event, 'id', z.uuid()))
  const svg = project && (await inHands('preview', { project: project.document }))
  if (!svg) throw missing('picture')
  const current = String(getQuery(event).version) === String(project.version)
  setHeaders(event, { ...SVG_HEADERS, 'cache-control': current ? 'private, max-age=31536000, immutable' : 'no-store' })
  return svg
})
