import type { JSONValue, ReservedSql, Sql } from 'postgres'
import type { HandOverJob } from '#core/document/job'
import { projectSchema, type Project } from '#core/document/project'
import { wantedSchema, type Wanted } from '#core/handover/options'
import { inTransaction } from './connect'
import { httpError } from '../httpError'

/** The most jobs of one project that wait or are under way at once. */
export const MAX_AT_ONCE = 3
/**
 * Maximum number of times a job is taken up without anything of it being done: one that brings its worker down again
 * and again is given up.
 */
export const MAX_TRIES = 5
/** Whose advisory locks those of jobs are, and those of blocks of their files. */
const LOCKS = 704_113
const BLOCK_LOCKS = 704_116
/** A worker helps with a job of which more than so many files are left. */
const MIN_LEFT_TO_HELP = 96
/** The channel workers listen to. */
export const CHANNEL = 'plumbago_jobs'

interface Row {
  id: string
  name: string
  state: HandOverJob['state']
  done: number
  parts: number
  doing: string
  failures: HandOverJob['failures']
  reason: string | null
  size: string | null
  created_at: Date
}

const toJob = ({ created_at, size, ...job }: Row): HandOverJob => ({
  ...job,
  size: size === null ? null : Number(size),
  createdAt: created_at.toISOString(),
})

const columns = (sql: Sql) => sql`id, name, state, done, parts, doing, failures, reason, size, created_at`

/**
 * Asks for a job on a project as it is stored; one that is not `listed` is only for whoever asked; one with a `review` writes the
 * pictures of that, one with a `publication` a version of that. Null where there is no such project; rejects with 429 where as many
 * wait as may.
 */
export const addJob = (
  sql: Sql,
  project: string,
  name: string,
  wanted: Wanted,
  {
    listed = true,
    review = null,
    publication = null,
  }: { listed?: boolean; review?: string | null; publication?: string | null } = {},
): Promise<HandOverJob | null> =>
  inTransaction(sql, async within => {
    const [found] = await within`select 1 from projects where id = ${project} and deleted_at is null for update`
    if (!found) return null
    const [{ count } = { count: 0 }] = await within<Array<{ count: number }>>`select count(*)::int as count from jobs
      where project_id = ${project} and state in ('waiting', 'underway')`
    if (count >= MAX_AT_ONCE)
      throw httpError(
        429,
        `${MAX_AT_ONCE} exports of this project are waiting already; wait for one of them, or stop it.`,
      )
    const [row] = await within<Row[]>`insert into jobs
      (project_id, name, wanted, listed, review_id, publication_id, document)
      select id, ${name}, ${sql.json(wanted as unknown as JSONValue)}, ${listed}, ${review}, ${publication}, document
      from projects where id = ${project}
      returning ${columns(within)}`
    await within`select pg_notify(${CHANNEL}, '')`
    return toJob(row as Row)
  })

/** The jobs of a project that are listed, the latest first. */
export const jobsOf = async (sql: Sql, project: string): Promise<HandOverJob[]> => {
  const rows = await sql<Row[]>`select ${columns(sql)} from jobs where project_id = ${project} and listed
    order by created_at desc limit 20`
  return rows.map(toJob)
}

/** A job; null where there is none. */
export const findJob = async (sql: Sql, id: string): Promise<HandOverJob | null> => {
  const [row] = await sql<Row[]>`select ${columns(sql)} from jobs where id = ${id}`
  return row ? toJob(row) : null
}

/** Stops a job that waits or is under way; what was done of it is thrown away. Null where there is none. */
export const stopJob = (sql: Sql, id: string): Promise<HandOverJob | null> =>
  inTransaction(sql, async within => {
    const [stopped] = await within`update jobs set state = 'stopped', doing = ''
      where id = ${id} and state in ('waiting', 'underway') returning id`
    if (stopped) await within`delete from job_files where job_id = ${id}`
    return findJob(within, id)
  })

/** Takes up again what failed of a job; what was done stays done. Null where there is none. */
export const retryJob = (sql: Sql, id: string): Promise<HandOverJob | null> =>
  inTransaction(sql, async within => {
    const [again] =
      await within`update jobs set state = 'waiting', failures = '[]', reason = null, tries = 0, size = null
      where id = ${id} and state in ('failed', 'stopped', 'done') and (state <> 'done' or failures <> '[]') returning id`
    if (again) {
      await within`delete from job_chunks where job_id = ${id}`
      await within`select pg_notify(${CHANNEL}, '')`
    }
    return findJob(within, id)
  })

/** A job a worker has taken up, or helps with, and what gives it back. */
export interface Taken {
  id: string
  project: Project
  wanted: Wanted
  /** The review it writes the pictures of, or the publication it writes a version of; null where it writes files. */
  review: string | null
  publication: string | null
  /** True if another worker has taken it up, and this one only writes some of its files. */
  helps: boolean
  /** Claims a block of its files, so that no other worker writes them; false where another does. Given up with its connection. */
  claim: (block: number) => Promise<boolean>
  unclaim: (block: number) => Promise<void>
  release: () => Promise<void>
}

const tryLock = async (connection: ReservedSql, kind: number, key: string): Promise<boolean> => {
  const [lock] = await connection<
    Array<{ free: boolean }>
  >`select pg_try_advisory_lock(${kind}, hashtext(${key})) as free`
  return lock?.free ?? false
}
const unlock = async (connection: ReservedSql, kind: number, key: string): Promise<void> => {
  await connection`select pg_advisory_unlock(${kind}, hashtext(${key}))`
}

interface StoredJob {
  id: string
  document: unknown
  wanted: unknown
  review_id: string | null
  publication_id: string | null
}

const toTaken = (
  connection: ReservedSql,
  { id, document, wanted, review_id, publication_id }: StoredJob,
  helps: boolean,
): Taken => ({
  ...{ id, project: projectSchema.parse(document), wanted: wantedSchema.parse(wanted) },
  ...{ review: review_id, publication: publication_id, helps },
  claim: block => tryLock(connection, BLOCK_LOCKS, `${id} ${block}`),
  unclaim: block => unlock(connection, BLOCK_LOCKS, `${id} ${block}`),
  release: async () => {
    if (!helps) await unlock(connection, LOCKS, id)
  },
})

/** Jobs that wait for each other: a client does not wait for an export. */
export type Lane = 'reviews' | 'exports'

/** A condition for jobs: those of a lane, or all. */
const inLane = (sql: Sql, lane: Lane | null) =>
  lane ? sql`(review_id is not null) = ${lane === 'reviews'}` : sql`true`

/**
 * Takes up the oldest job of a lane, or of all, that nobody works on; null where there is none. Whoever works on one holds a lock
 * that ends with its connection, so that a job is free at once when its worker dies.
 */
export const takeJob = async (sql: Sql, connection: ReservedSql, lane: Lane | null = null): Promise<Taken | null> => {
  const open = await sql<Array<{ id: string }>>`select id from jobs where state in ('waiting', 'underway')
    and ${inLane(sql, lane)} order by created_at limit 50`
  for (const { id } of open) {
    if (!(await tryLock(connection, LOCKS, id))) continue
    const [job] = await sql<Array<StoredJob & { tries: number }>>`
      update jobs set state = 'underway', tries = tries + 1 where id = ${id} and state in ('waiting', 'underway')
      returning id, tries, document, wanted, review_id, publication_id`
    if (job && job.tries <= MAX_TRIES) return toTaken(connection, job, false)
    if (job) await failJob(sql, id, 'It crashed the worker repeatedly and was given up.')
    await unlock(connection, LOCKS, id)
  }
  return null
}

/** A large job of a lane, or of all, that another worker is at, of which enough is left to help with; null where there is none. */
export const helpWithJob = async (
  sql: Sql,
  connection: ReservedSql,
  lane: Lane | null = null,
): Promise<Taken | null> => {
  const [job] = await sql<StoredJob[]>`select id, document, wanted, review_id, publication_id from jobs
    where state = 'underway' and parts - done > ${MIN_LEFT_TO_HELP} and ${inLane(sql, lane)}
    order by created_at limit 1`
  return job ? toTaken(connection, job, true) : null
}

/** The paths of files of a job that somebody waits for; null where the job is not wanted any more. */
export const askedOf = async (sql: Sql, id: string): Promise<string[] | null> => {
  const [row] = await sql<Array<{ asked: string[] }>>`select asked from jobs where id = ${id} and state = 'underway'`
  return row?.asked ?? null
}

/** Tells how far a job is: what is stored and what failed of it, and what is done just now. */
export const reportProgress = async (
  sql: Sql,
  id: string,
  { parts, doing }: Pick<HandOverJob, 'parts' | 'doing'>,
): Promise<void> => {
  await sql`update jobs set parts = ${parts}, doing = ${doing},
      done = jsonb_array_length(failures) + (select count(*) from job_files where job_id = ${id})
    where id = ${id} and state = 'underway'`
}

/** Notes that a file of a job could not be written, once. */
export const noteFailure = async (sql: Sql, id: string, failure: HandOverJob['failures'][number]): Promise<void> => {
  await sql`update jobs set failures = failures || ${sql.json([failure])}
    where id = ${id} and state = 'underway' and not failures @> ${sql.json([{ path: failure.path }])}`
}

/** Forgets what failed of a job: whoever takes it up tries all of it. */
export const clearFailures = async (sql: Sql, id: string): Promise<void> => {
  await sql`update jobs set failures = '[]' where id = ${id} and state = 'underway'`
}

/** The files of a job that could not be written, by their paths. */
export const failuresOf = async (sql: Sql, id: string): Promise<HandOverJob['failures']> => {
  const [row] = await sql<Array<Pick<HandOverJob, 'failures'>>>`select failures from jobs where id = ${id}`
  const stored = await storedPaths(sql, id, row?.failures ?? [])
  return (row?.failures ?? []).filter(({ path }) => !stored.has(path))
}

/** Gives a job up, with the reason. */
export const failJob = async (sql: Sql, id: string, reason: string): Promise<void> => {
  await sql`update jobs set state = 'failed', reason = ${reason}, doing = '' where id = ${id} and state = 'underway'`
}

/** Takes back that a job was taken up: what went wrong was no fault of its own. */
export const forgiveTry = async (sql: Sql, id: string): Promise<void> => {
  await sql`update jobs set tries = tries - 1 where id = ${id} and state = 'underway' and tries > 0`
}

/** Keeps a file of a job that is done; whoever takes the job up next has tried nothing in vain. */
export const storeFile = async (sql: Sql, id: string, path: string, bytes: Uint8Array): Promise<void> => {
  await sql`insert into job_files (job_id, path, bytes) values (${id}, ${path}, ${Buffer.from(bytes)})
    on conflict (job_id, path) do nothing`
  await sql`update jobs set tries = 0 where id = ${id} and tries > 1`
}

/** The paths among some of a job that are stored. */
export const storedPaths = async (
  sql: Sql,
  id: string,
  among: ReadonlyArray<{ path: string }>,
): Promise<Set<string>> => {
  const rows = await sql<Array<{ path: string }>>`select path from job_files
    where job_id = ${id} and path = any(${among.map(({ path }) => path)})`
  return new Set(rows.map(({ path }) => path))
}

/** The bytes of a file of a job; null where it is not done. */
export const findFile = async (sql: Sql, id: string, path: string): Promise<Buffer | null> => {
  const [row] = await sql<Array<{ bytes: Buffer }>>`select bytes from job_files where job_id = ${id} and path = ${path}`
  return row?.bytes ?? null
}

/**
 * Ends a job with its result, whole or not at all: `pieces` gives its bytes one after the other. False where the job is not
 * wanted any more.
 */
export const endJob = (
  sql: Sql,
  id: string,
  { name, media }: { name: string; media: string },
  pieces: () => AsyncIterable<Uint8Array>,
): Promise<boolean> =>
  inTransaction(sql, async within => {
    await within`delete from job_chunks where job_id = ${id}`
    let [place, size] = [0, 0]
    for await (const bytes of pieces()) {
      await within`insert into job_chunks (job_id, place, bytes) values (${id}, ${place++}, ${Buffer.from(bytes)})`
      size += bytes.length
    }
    const [ended] =
      await within`update jobs set state = 'done', done = parts, doing = '', name = ${name}, media = ${media},
      size = ${size} where id = ${id} and state = 'underway' returning failures`
    if (!ended) await within`delete from job_chunks where job_id = ${id}`
    else if (!(ended.failures as unknown[]).length) await within`delete from job_files where job_id = ${id}`
    return ended !== undefined
  })

/** The result of a job: what it is called, what it is, how large, and its bytes in pieces. Null where there is none. */
export const jobResult = async (
  sql: Sql,
  id: string,
): Promise<{ name: string; media: string; size: number; pieces: () => AsyncIterable<Buffer> } | null> => {
  const [row] = await sql<Array<{ name: string; media: string; size: string }>>`select name, media, size from jobs
    where id = ${id} and state = 'done' and size is not null`
  if (!row) return null
  return {
    ...{ name: row.name, media: row.media, size: Number(row.size) },
    pieces: async function* () {
      const rows = sql<Array<{ bytes: Buffer }>>`select bytes from job_chunks where job_id = ${id} order by place`
      for await (const [chunk] of rows.cursor(1)) if (chunk) yield chunk.bytes
    },
  }
}

/** Throws away jobs that ended more than a day ago, with what came of them. Returns how many there were. */
export const purgeJobs = async (sql: Sql): Promise<number> => {
  const gone = await sql`delete from jobs where state not in ('waiting', 'underway')
    and created_at < now() - interval '1 day' returning id`
  return gone.length
}
