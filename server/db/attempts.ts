import type { H3Error } from 'h3'
import type { Sql } from 'postgres'
import { hashToken } from '../token'
import { inTransaction } from './connect'
import { httpError } from '../httpError'

/* Wrong passwords slow down whoever tries them. They are counted in the database, so that it does not matter which process is asked. */

/** Number of free attempts, and the maximum wait after that, in seconds; the wait doubles with every further one. */
const BOTH = { free: 5, max: 900 }
const ADDRESS = { free: 30, max: 900 }
/** Short: whoever knows a name must not be able to lock its owner out. */
const NAME = { free: 100, max: 60 }
/** After so long all is forgotten. */
const FORGOTTEN = '1 day'

const wordsOf = (seconds: number): string => {
  const [count, unit] = seconds < 120 ? [seconds, 'second'] : [Math.ceil(seconds / 60), 'minute']
  return `${count} ${unit}${count === 1 ? '' : 's'}`
}

/** 429: too many wrong passwords, and in how many seconds one may try again. */
const tooOften = (seconds: number): H3Error =>
  httpError(429, `Too many wrong attempts. Try again in ${wordsOf(seconds)}.`, { seconds })

interface Counted {
  key: Buffer
  free: number
  max: number
}

const countedBy = (name: string, address: string): Counted[] =>
  [
    { key: hashToken(`both ${address} ${name.toLowerCase()}`), ...BOTH },
    { key: hashToken(`address ${address}`), ...ADDRESS },
    { key: hashToken(`name ${name.toLowerCase()}`), ...NAME },
  ].sort((one, other) => one.key.compare(other.key)) // always in one order, so that nobody waits for each other

/**
 * Counts a try before it is known whether it is right: of many at once no more come through than of one after the other. Rejects with
 * TooOften, counting nothing.
 */
export const countAttempt = (sql: Sql, name: string, address: string): Promise<void> =>
  inTransaction(sql, async within => {
    for (const { key, free, max } of countedBy(name, address)) {
      const [row] = await within<Array<{ failures: number }>>`
        insert into attempts as known (key, failures, last_at) values (${key}, 1, now())
        on conflict (key) do update set last_at = now(),
          failures = case when known.last_at < now() - ${FORGOTTEN}::interval then 1 else known.failures + 1 end
        where known.until is null or known.until <= now()
        returning failures`
      if (!row) {
        const [left] = await within<Array<{ seconds: number }>>`
          select ceil(extract(epoch from until - now()))::int as seconds from attempts where key = ${key}`
        throw tooOften(Math.max(1, left?.seconds ?? 1))
      }
      if (row.failures < free) continue
      const wait = Math.min(2 ** Math.min(row.failures - free, 20), max)
      await within`update attempts set until = now() + ${wait} * interval '1 second' where key = ${key}`
    }
  })

/** Takes back what was counted: the password was right. What this name got wrong from here is forgotten. */
export const forgiveAttempt = (sql: Sql, name: string, address: string): Promise<void> =>
  inTransaction(sql, async within => {
    for (const { key, free } of countedBy(name, address)) {
      if (free === BOTH.free) await within`delete from attempts where key = ${key}`
      else await within`update attempts set failures = failures - 1, until = null where key = ${key} and failures > 0`
    }
  })

/** Throws away what is forgotten. */
export const purgeAttempts = async (sql: Sql): Promise<void> => {
  await sql`delete from attempts where last_at < now() - ${FORGOTTEN}::interval`
}
