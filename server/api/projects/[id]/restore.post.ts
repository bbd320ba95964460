import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { database } from '../../../db/connect'
import { setDeleted } from '../../../db/projects'
import { apiHandler, notFound, readParam } from '../../../apiHandler'

export default apiHandler(async event => {
  if (!(await setDeleted(database(), readParam(event, 'id', z.uuid()), false))) throw notFound('project')
  setResponseStatus(event, 204)
  return null
})
