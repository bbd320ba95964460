import { pathToFileURL } from 'node:url'
import { httpError } from '../httpError'
import { database } from '../db/connect'
import { migrationNames } from '../db/migrate'
import { apiHandler } from '../apiHandler'

/** Maximum time for the database to answer, in milliseconds. */
const PATIENCE = 3000

/** That the server can do its work: the database answers, and is what this program expects. */
export default apiHandler(async () => {
  const asked = database()<Array<{ name: string }>>`select name from migrations`
  const late = new Promise<never>((_, fail) => {
    setTimeout(() => fail(httpError(503, 'The database is too slow to respond.')), PATIENCE).unref()
  })
  const applied = new Set((await Promise.race([asked, late])).map(({ name }) => name))
  const missing = (await migrationNames(pathToFileURL('server/db/migrations/'))).filter(name => !applied.has(name))
  if (missing.length) throw httpError(503, 'The database is not up to date yet.')
  return { ready: true }
})
