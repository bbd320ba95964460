import { setResponseStatus } from 'h3'
import { shelfPutSchema } from '#core/document/shelf'
import { database } from '../../db/connect'
import { putOnShelf } from '../../db/shelf'
import { bodyOf, door } from '../../door'

export default door(async event => {
  const kept = await putOnShelf(database(), await bodyOf(event, shelfPutSchema))
  setResponseStatus(event, 201)
  return kept
})
