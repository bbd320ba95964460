import { setResponseStatus } from 'h3'
import { z } from 'zod'
import { nameSchema } from '#core/document/basics'
import { database } from '../../../db/connect'
import { makeFolder } from '../../../db/shelf'
import { bodyOf, door } from '../../../door'

export default door(async event => {
  const { name } = await bodyOf(event, z.object({ name: nameSchema }))
  setResponseStatus(event, 201)
  return makeFolder(database(), name)
})
