import { z } from 'zod'
import { database } from '../../../db/connect'
import { findTrail, sizeOfTrail } from '../../../db/trail'
import { door, jsonAnswer, MAX_HERE_BYTES, missing, partOf } from '../../../door'
import { inHands } from '../../../hands/hands'

export default door(async event => {
  const id = partOf(event, 'id', z.uuid())
  const isLarge = (await sizeOfTrail(database(), id)) > MAX_HERE_BYTES
  const trail = isLarge ? await inHands(event, 'tell trail', { id }) : await findTrail(database(), id)
  if (!trail) throw missing('project')
  return typeof trail === 'string' ? jsonAnswer(event, trail) : trail
})
