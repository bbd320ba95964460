import { execFileSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { createReadStream, createWriteStream, rmSync, statSync } from 'node:fs'
import { request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { backup } from '../../server/backup/backup'
import { restore } from '../../server/backup/restore'
import { connect } from '../../server/db/connect'
import { cookieFor } from '../e2e/people'
import { freshDatabase, startFleet } from '../fleet/fleet'
import { asker, counting, workFor, type Counted } from '../fleet/load'
import { percentile } from './frame'
import { published } from './reviewing'

/* Many desks: readers and designers against one server process and against three; backup and restore beside PostgreSQL's own tools. */

const CLUSTER = 'bench-postgres'
const READERS = 200
const DESIGNERS = 20

/** What came of a minute against so many servers. */
export interface Served {
  servers: number
  saves: number
  reads: number
  perSecond: number
  save: { p50: number; p95: number; p99: number }
  read: { p50: number; p95: number; p99: number }
  heard: { p50: number; p95: number }
  errors: number
  retried: number
  connections: number
}

const parts = (values: number[]): { p50: number; p95: number; p99: number } => ({
  ...{ p50: percentile(values, 0.5), p95: percentile(values, 0.95), p99: percentile(values, 0.99) },
})

const withDatabase = async <Result>(name: string, work: (url: string) => Promise<Result>): Promise<Result> => {
  const all = execFileSync('bin/cluster', ['start', CLUSTER], { encoding: 'utf8' }).trim()
  const admin = connect(all)
  await admin.unsafe(`drop database if exists ${name} with (force)`)
  await admin.unsafe(`create database ${name}`)
  try {
    return await work(freshDatabase(CLUSTER, name))
  } finally {
    await admin.unsafe(`drop database if exists ${name} with (force)`)
    await admin.end()
  }
}

/** Readers look at a review and follow it, designers save, for so many seconds, against so many servers. */
export const deskTimes = (servers: number, seconds: number): Promise<Served> =>
  withDatabase('bench_desks', async url => {
    const fleet = await startFleet(url, 4320, { servers, workers: 1 })
    try {
      const cookies: string[] = []
      for (let n = 0; n < DESIGNERS; n++) cookies.push(await cookieFor(url, fleet.address, `Designer ${n}`, 'designer'))
      const counted = counting()
      const { link } = await published(fleet.address, cookies[0] ?? '')
      const api = link.replace('/review/', '/api/review/')
      const streams = Array.from({ length: READERS }, () => {
        const asked = request(`${fleet.address}${api}/live`, answer => answer.resume())
        asked.on('error', () => {})
        asked.end()
        return asked
      })
      await pause(1000)
      const until = Date.now() + seconds * 1000
      const reader = async (n: number): Promise<void> => {
        const { ask, end } = asker(fleet.address, counted)
        await pause((n / READERS) * 1000)
        const paths = [api, `${api}/comments?look=c1`, `${api}/pictures/small/c1/a1`, `${api}/pictures/large/c1/a2`]
        for (let turn = n; Date.now() < until; turn++) {
          await ask('read', 'GET', paths[turn % paths.length] ?? api)
          await pause(1000)
        }
        end()
      }
      const sql = connect(url)
      const halfway = (async () => {
        await pause((seconds * 1000) / 2)
        const [row] = await sql<Array<{ count: number }>>`
          select count(*)::int as count from pg_stat_activity where datname = current_database()`
        return row?.count ?? 0
      })()
      const [done, connections] = await Promise.all([
        workFor(fleet.address, cookies, seconds, counted, { rest: 250, exports: false }),
        halfway,
        ...Array.from({ length: READERS }, (_, n) => reader(n)),
      ])
      await sql.end()
      for (const stream of streams) stream.destroy()
      return reported(servers, seconds, counted, done.heard, connections)
    } finally {
      await fleet.end()
    }
  })

const reported = (servers: number, seconds: number, counted: Counted, heard: number[], connections: number): Served => {
  const [saves = [], reads = []] = [counted.times.get('save'), counted.times.get('read')]
  return {
    ...{ servers, saves: saves.length, reads: reads.length, connections, retried: counted.retried },
    perSecond: (saves.length + reads.length) / seconds,
    ...{ save: parts(saves), read: parts(reads), heard: parts(heard), errors: counted.errors.length },
  }
}

const bin = (): string => execFileSync('bash', ['-c', '. bin/ground.sh; postgres_bin'], { encoding: 'utf8' }).trim()

/** Speed of backup and restore, in MB a second: here, and by PostgreSQL's own tools from and into the same database. */
export const backupTimes = (): Promise<{ megabytes: number; rows: Array<[string, number, number]> }> =>
  withDatabase('bench_backup', async url => {
    const sql = connect(url)
    // pictures as they are in a studio: packed already; documents that are not
    for (let n = 0; n < 60; n++)
      await sql`insert into pictures (hash, media, source, working, thumbnail, record) values (
        ${n.toString(16).padStart(64, '0')}, 'image/jpeg', ${randomBytes(4 << 20)}, ${randomBytes(200_000)}, ${randomBytes(9000)}, '{}')`
    await sql`insert into projects (version, summary, document) select 1, summary, document from projects, generate_series(1, 400)`
    const [row] = await sql<
      Array<{ size: number }>
    >`select (pg_database_size(current_database()) / 1048576)::int as size`
    const size = row?.size ?? NaN
    const file = join(tmpdir(), `plumbago-bench-${process.pid}`)
    const other = url.replace(/\/[^/]*$/, '/bench_restored')
    const empty = async (): Promise<void> => {
      await sql.unsafe('drop database if exists bench_restored with (force)')
      await sql.unsafe('create database bench_restored')
    }
    const timed = async (work: () => unknown): Promise<number> => {
      const began = performance.now()
      await work()
      return size / ((performance.now() - began) / 1000)
    }
    const rows: Array<[string, number, number]> = []
    try {
      await empty()
      const out = await timed(() => backup(sql, createWriteStream(file)))
      const ours = statSync(file).size / 1048576
      const target = connect(`${other}?application_name=bench`)
      rows.push([
        `plumbago backup, restore (${Math.round(ours)} MB)`,
        out,
        await timed(() => restore(target, createReadStream(file))),
      ])
      await target.end()
      for (const [name, ways] of [
        ['pg_dump -Fc, pg_restore', ['-Fc']],
        ['pg_dump -Fc -Z0, pg_restore', ['-Fc', '-Z0']],
      ] as const) {
        await empty()
        const dump = await timed(() => execFileSync(`${bin()}/pg_dump`, [...ways, '-f', file, url]))
        const theirs = statSync(file).size / 1048576
        rows.push([
          `${name} (${Math.round(theirs)} MB)`,
          dump,
          await timed(() => execFileSync(`${bin()}/pg_restore`, ['-d', other, file])),
        ])
      }
    } finally {
      rmSync(file, { force: true })
      await sql.unsafe('drop database if exists bench_restored with (force)')
      await sql.end()
    }
    return { megabytes: size, rows }
  })
