import { execFile } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { promisify } from 'node:util'
import type { Sql } from 'postgres'
import { connect } from '../server/db/connect'
import { refuse } from './words'

const CLUSTER = 'postgres'
const HERE = join(import.meta.dirname, '..')

const cluster = async (how: 'start' | 'stop' | 'running' | 'home'): Promise<string> =>
  (await promisify(execFile)(join(HERE, 'bin/cluster'), [how, CLUSTER], { cwd: HERE })).stdout.trim()

/**
 * Works with the database of a URL, that which DATABASE_URL names, or the one that comes along: where that does not run, for as long as
 * the work takes. Rejects, in a sentence, where there is none.
 */
export const withDatabase = async <Result>(
  work: (sql: Sql) => Promise<Result>,
  named = process.env.DATABASE_URL,
): Promise<Result> => {
  if (!named && !existsSync(join(await cluster('home'), 'cluster/PG_VERSION')))
    return refuse('There is no database yet: run bin/start once, or name one with DATABASE_URL.')
  const wasRunning =
    !named &&
    (await cluster('running').then(
      () => true,
      () => false,
    ))
  const sql = connect(named ?? (await cluster('start')))
  try {
    return await work(sql)
  } finally {
    await sql.end({ timeout: 5 })
    if (!named && !wasRunning) await cluster('stop')
  }
}
