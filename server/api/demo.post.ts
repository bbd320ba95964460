import { setResponseStatus } from 'h3'
import { failure } from '../answers'
import { database } from '../db/connect'
import { startOver } from '../db/demo'
import { door } from '../door'

export default door(async event => {
  const made = await startOver(database())
  if (!made.length) throw failure(404, 'There is no demo here to start over from.')
  setResponseStatus(event, 201)
  return made.map(({ id, document: { name } }) => ({ id, name }))
})
