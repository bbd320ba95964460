import { execFileSync } from 'node:child_process'
import { setTimeout as pause } from 'node:timers/promises'
import { connect } from '../../server/db/connect'
import { percentile } from '../bench/frame'
import { cookieFor } from '../e2e/people'
import { freshDatabase, startFleet } from './fleet'
import { counting, lostOf, workFor } from './load'
import { shareExport } from './shareExport'

/*
 * Three servers and two workers on one database behind the load balancer of `deploy/haproxy.cfg`; while people work, one server and
 * one worker are killed. Ends with 1 where anything acknowledged is lost, or anybody noticed more than one retry:
 * npm run fleet [-- SECONDS [PORT]]
 * Or one export shared by one, two and four workers, and with one of them killed in the middle: npm run fleet -- export
 */

const isExport = process.argv[2] === 'export'
const SECONDS = isExport ? 0 : Number(process.argv[2] ?? 30)
const PORT = Number(process.argv[3] ?? 4300)
const DESIGNERS = 8
const CLUSTER = process.env.FLEET_CLUSTER ?? 'fleet-postgres'

const all = execFileSync('bin/cluster', ['start', CLUSTER], { encoding: 'utf8' }).trim()
const name = `fleet_${process.pid}`
const admin = connect(all)
await admin.unsafe(`create database ${name}`)
const url = freshDatabase(CLUSTER, name)
if (isExport) {
  const sql = connect(url)
  const runs = await shareExport(sql, url, [
    [1, false],
    [2, false],
    [4, false],
    [2, true],
  ])
  await sql.end()
  await admin.unsafe(`drop database if exists ${name} with (force)`)
  await admin.end()
  if (!process.env.FLEET_CLUSTER) execFileSync('bin/cluster', ['stop', CLUSTER])
  for (const { workers, killed, seconds, files, whole } of runs)
    console.log(
      `${whole ? '✓' : '✗'} ${workers} workers${killed ? ', one killed' : ''}: ${files} files in ${seconds.toFixed(1)} s`,
    )
  process.exit(runs.every(({ whole }) => whole) ? 0 : 1)
}
const fleet = await startFleet(url, PORT)
const text: string[] = []
let failed = false
const check = (holds: boolean, words: string): void => {
  text.push(`${holds ? '✓' : '✗'} ${words}`)
  failed ||= !holds
}
try {
  const cookies: string[] = []
  for (let n = 0; n < DESIGNERS; n++) cookies.push(await cookieFor(url, fleet.address, `Designer ${n}`, 'designer'))
  const counted = counting()
  const killing = (async () => {
    await pause((SECONDS * 1000) / 3)
    await fleet.servers[1]?.kill()
    await pause(1000)
    await fleet.workers[0]?.kill()
    await pause((SECONDS * 1000) / 6)
    await Promise.all([fleet.servers[1]?.begin(), fleet.workers[0]?.begin()])
  })()
  const done = await workFor(fleet.address, cookies, SECONDS, counted)
  await killing
  const lost = await lostOf(fleet.address, cookies[0] ?? '', done)
  const sql = connect(url)
  const stored = await sql<Array<{ id: string; count: number }>>`
    select id, count(*)::int as count from review_comments group by id`
  await sql.end()
  const twice = stored.filter(({ count }) => count > 1).length
  const missing = done.comments.filter(id => !stored.some(each => each.id === id))
  const saves = counted.times.get('save') ?? []
  const ms = (values: number[], part: number): string => `${Math.round(percentile(values, part))} ms`
  check(
    saves.length > 0 && done.jobs.length > 0 && done.uploads.length > 0,
    `${saves.length} saves, ${done.comments.length} comments, ${done.jobs.length} exports, ${done.uploads.length} uploads`,
  )
  check(!lost.length, `nothing acknowledged is lost${lost.length ? `: ${lost.slice(0, 5).join('; ')}` : ''}`)
  check(!missing.length && !twice, `every comment is there once (${missing.length} missing, ${twice} twice)`)
  check(!counted.errors.length, `no errors${counted.errors.length ? `: ${counted.errors.slice(0, 5).join('; ')}` : ''}`)
  check(
    counted.mostRetries <= 1,
    `nobody noticed more than one retry (${counted.retried} retries, ${counted.mostRetries} at most)`,
  )
  check(done.heard.length > saves.length / 2, `${done.heard.length} saves were heard of elsewhere`)
  text.push(
    `  saves: ${ms(saves, 0.5)} in the middle, ${ms(saves, 0.95)} and ${ms(saves, 0.99)} at the 95th and 99th percentile`,
  )
  text.push(`  heard elsewhere after ${ms(done.heard, 0.5)}, ${ms(done.heard, 0.95)} at the 95th percentile`)
} finally {
  await fleet.end()
  await admin.unsafe(`drop database if exists ${name} with (force)`)
  await admin.end()
  if (!process.env.FLEET_CLUSTER) execFileSync('bin/cluster', ['stop', CLUSTER])
}
console.log(text.join('\n'))
process.exit(failed ? 1 : 0)
