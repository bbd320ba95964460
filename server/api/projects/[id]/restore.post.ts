import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { database } from '../../../db/connect'
import { setDeleted } from '../../../db/projects'
import { door, missing, partOf } from '../../../door'

export default door(async event => {
  if (!(await setDeleted(database(), partOf(event, 'id', z.uuid()), false))) throw missing('project')
  setResponseStatus(event, 204)
  return null
})
