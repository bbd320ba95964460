import { getQuery } from 'h3'
import { z } from 'zod'
import { database } from '../../db/connect'
import { listProjects } from '../../db/projects'
import { door } from '../../door'

const asked = z.object({ before: z.uuid().optional(), limit: z.coerce.number().int().min(1).max(100).default(48) })

export default door(async event => {
  const { before, limit } = asked.parse(getQuery(event))
  return listProjects(database(), limit, before)
})
