import { seedDemo, seedStandIns } from '../demo/seed'
import { countWords } from '#core/document/names'
import { bringUpToDate } from '../server/artwork/upToDate'
import { connect } from '../server/db/connect'
import { migrate } from '../server/db/migrate'

/*
 * Migrates the database that DATABASE_URL names, brings its artwork up to date, puts in the stand-ins, and the demo into
 * an empty one (not where PLUMBAGO_DEMO is 0).
 */
const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set.')
/** Whose advisory lock that of preparing is. */
const LOCK = 704_116
const sql = connect(url)
// several that start at once take turns
const turn = await sql.reserve()
await turn`select pg_advisory_lock(${LOCK})`
try {
  for (const name of await migrate(sql)) console.log(`Applied ${name}.`)
  const count = await bringUpToDate(sql, (file, failed) => {
    if (failed !== null) console.log(`“${file.name}” could not be measured again: ${failed}`)
  })
  if (count) console.log(`Measured ${countWords(count, 'piece')} of artwork again.`)
  await seedStandIns(sql)
  if (process.env.PLUMBAGO_DEMO !== '0' && (await seedDemo(sql))) console.log('Put in the demo.')
} finally {
  turn.release()
  await sql.end()
}
