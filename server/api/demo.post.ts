import { apiRoute } from '../apiRoute'
import { database } from '../db/connect'
import { startOver } from '../db/demo'
import { httpError } from '../httpError'

export default apiRoute('POST demo', async () => {
  const made = await startOver(database())
  if (!made.length) throw httpError(404, 'The demo is not available here.')
  return made.map(({ id, document: { name } }) => ({ id, name }))
})
