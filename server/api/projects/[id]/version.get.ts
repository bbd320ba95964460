import { z } from 'zod'
import { database } from '../../../db/connect'
import { versionOf } from '../../../db/projects'
import { apiHandler, notFound, readParam } from '../../../apiHandler'

/** The version a project has reached. */
export default apiHandler(async event => {
  const version = await versionOf(database(), readParam(event, 'id', z.uuid()))
  if (version === null) throw notFound('project')
  return { version }
})
