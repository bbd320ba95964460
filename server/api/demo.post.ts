import { setResponseStatus } from 'h3'
import { httpError } from '../httpError'
import { database } from '../db/connect'
import { startOver } from '../db/demo'
import { apiHandler } from '../apiHandler'

export default apiHandler(async event => {
  const made = await startOver(database())
  if (!made.length) throw httpError(404, 'There is no demo here to start over from.')
  setResponseStatus(event, 201)
  return made.map(({ id, document: { name } }) => ({ id, name }))
})
