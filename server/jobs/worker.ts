import type { Sql } from 'postgres'
import { purgeAttempts } from '../db/attempts'
import { isDatabaseGone } from '../db/connect'
import { CHANNEL, failJob, forgiveTry, helpWithJob, purgeJobs, takeJob, type Lane } from '../db/jobs'
import { purgeSessions } from '../db/people'
import { purgePresence } from '../db/presence'
import { purge } from '../db/purge'
import { reasonOf } from '../reason'
import { doJob } from './work'
import { storedSources } from './sources'

/** Intervals of looking for jobs where nobody called, and of deleting old ones, in milliseconds. */
const LOOK = 2000
const PURGE = 3_600_000
/** Interval of purging deleted things and files nobody refers to: everything is looked through for that. */
const CLEAN = 24 * 3_600_000

/**
 * Does jobs as they come, until the signal says to stop: exports and publications one after the other, and beside them the pictures
 * of reviews. Says what goes wrong to `tell`.
 */
export const workOn = async (sql: Sql, stop: AbortSignal, tell: (message: string) => void): Promise<void> => {
  await Promise.all((['exports', 'reviews'] as const).map(lane => workInLane(sql, lane, stop, tell)))
}

/** Does the jobs of a lane, one after the other; where there is none, it helps with a large one of another worker. */
const workInLane = async (sql: Sql, lane: Lane, stop: AbortSignal, tell: (message: string) => void): Promise<void> => {
  const sources = storedSources(sql)
  let wake = (): void => {}
  const listening = await sql.listen(CHANNEL, () => wake()).catch((error: unknown) => tell(reasonOf(error)))
  stop.addEventListener('abort', () => wake())
  let purged = 0
  let cleaned = 0
  /** A job whose database went away under it. */
  let left: string | null = null
  while (!stop.aborted) {
    const connection = await sql.reserve().catch(() => null)
    try {
      if (connection) {
        if (left !== null) await forgiveTry(sql, left)
        left = null
        if (lane === 'exports' && Date.now() - purged > PURGE) {
          await purgeJobs(sql)
          await purgeAttempts(sql)
          await purgeSessions(sql)
          await purgePresence(sql)
          purged = Date.now()
        }
        if (lane === 'exports' && Date.now() - cleaned > CLEAN) {
          cleaned = Date.now()
          const gone = await purge(sql)
          if (gone && Object.values(gone).some(Boolean)) tell(`Deleted for good: ${JSON.stringify(gone)}.`)
        }
        const next = async () => (await takeJob(sql, connection, lane)) ?? helpWithJob(sql, connection, lane)
        for (let job = await next(); job && !stop.aborted; job = job.helps ? null : await next()) {
          const { id, helps, release } = job
          try {
            await doJob(sql, job, sources)
          } catch (error) {
            tell(`${id}: ${reasonOf(error)}`)
            if (isDatabaseGone(error)) {
              if (!helps) left = id
              throw error // another try takes it up where it stood
            }
            if (!helps) await failJob(sql, id, reasonOf(error)) // whoever has taken it up finds out for itself
          } finally {
            await release().catch(() => {}) // a lock whose connection is gone is gone with it
          }
        }
      }
    } catch (error) {
      tell(reasonOf(error)) // the database is gone; it is asked again
    } finally {
      connection?.release()
    }
    if (!stop.aborted)
      await new Promise<void>(done => {
        const timer = setTimeout(done, LOOK)
        wake = () => {
          clearTimeout(timer)
          done()
        }
      })
  }
  if (listening) await listening.unlisten()
}
