import { z } from 'zod'
import { database } from '../../../db/connect'
import { findTrail } from '../../../db/trail'
import { door, missing, partOf } from '../../../door'

export default door(async event => {
  const trail = await findTrail(database(), partOf(event, 'id', z.uuid()))
  if (!trail) throw missing('project')
  return trail
})
