import { getQuery } from 'h3'
import { z } from 'zod'
import { onOneLine } from '#core/document/names'
import { database } from '../../db/connect'
import { listProjects, PROJECT_ORDERS } from '../../db/projects'
import { apiHandler } from '../../apiHandler'

const asked = z.object({
  before: z.uuid().optional(),
  limit: z.coerce.number().int().min(1).max(100).default(48),
  order: z.enum(PROJECT_ORDERS).default('changed'),
  words: z.string().max(100).overwrite(onOneLine).default(''),
})

export default apiHandler(async event => {
  const { before, limit, words, order } = asked.parse(getQuery(event))
  return listProjects(database(), limit, before, words, order)
})
