import { z } from 'zod'
import { database } from '../../../db/connect'
import { versionOf } from '../../../db/projects'
import { door, missing, partOf } from '../../../door'

/** The version a project has reached. */
export default door(async event => {
  const version = await versionOf(database(), partOf(event, 'id', z.uuid()))
  if (version === null) throw missing('project')
  return { version }
})
