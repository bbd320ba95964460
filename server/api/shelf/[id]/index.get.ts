import { z } from 'zod'
import { database } from '../../../db/connect'
import { findOnShelf } from '../../../db/shelf'
import { door, missing, partOf } from '../../../door'

export default door(async event => {
  const scheme = await findOnShelf(database(), partOf(event, 'id', z.uuid(), 'scheme'))
  if (!scheme) throw missing('scheme')
  return scheme
})
