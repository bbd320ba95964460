import { setPriority } from 'node:os'
import { connect } from '../server/db/connect'
import { log } from '../server/log'
import { WORKER_PRIORITY } from '../server/workers/pool'
import { workOn } from '../server/jobs/worker'

/* Does the long work of the database that DATABASE_URL names, until it is asked to stop or its parent is gone. */
const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set.')
setPriority(WORKER_PRIORITY)
const sql = connect(url)
const stop = new AbortController()
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => stop.abort())
await workOn(sql, stop.signal, message => log.warn(message))
await sql.end({ timeout: 2 })
log.flush()
process.exit()
