import { z } from 'zod'
import { database } from '../../../db/connect'
import { findOnShelf } from '../../../db/shelf'
import { apiHandler, notFound, readParam } from '../../../apiHandler'

export default apiHandler(async event => {
  const scheme = await findOnShelf(database(), readParam(event, 'id', z.uuid(), 'scheme'))
  if (!scheme) throw notFound('scheme')
  return scheme
})
