import { spawn, type ChildProcess } from 'node:child_process'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { pathToFileURL } from 'node:url'
import { unzipSync } from 'fflate'
import type { ReservedSql, Sql } from 'postgres'
import sharp from 'sharp'
import type { HandOverJob } from '#core/document/job'
import type { Project } from '#core/document/project'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import { FIRST_WANTED, NOW, type Wanted } from '#core/handover/options'
import { newProject } from '#core/scheme/create'
import { receiveSvg } from '../artwork/receive'
import { storeArtwork } from '../db/artwork'
import { connect } from '../db/connect'
import {
  addJob,
  askedOf,
  findJob,
  helpWithJob,
  jobResult,
  jobsOf,
  storeFile,
  MAX_AT_ONCE,
  MAX_TRIES,
  purgeJobs,
  retryJob,
  stopJob,
  takeJob,
} from '../db/jobs'
import { migrate } from '../db/migrate'
import { createProject } from '../db/projects'
import { reviewContents, reviewPath, reviewPictures } from '#core/handover/review'
import { drawnPictures, publishReview, reviewPicture } from '../db/reviews'
import { storedSources } from './sources'
import { doJob } from './work'
import { fullIt } from '../../tests/runs'

const url = process.env.TEST_DATABASE_URL ?? ''
const NAME = `jobs_${process.pid}`
const own = url.replace(/\/[^/]*$/, `/${NAME}`)
let admin: Sql
let sql: Sql
let project: Project
let badge: Project['artwork'][number]

beforeAll(async () => {
  if (!url) throw new Error('The database tests need TEST_DATABASE_URL; bin/test sets it.')
  admin = connect(url)
  await admin.unsafe(`create database ${NAME}`)
  sql = connect(own)
  await migrate(sql, { folder: pathToFileURL(join(__dirname, '../db/migrations/')) })
  const artwork: Project['artwork'] = []
  for (const name of ['badge', 'pictogram-ferry', 'pictogram-food']) {
    const received = await receiveSvg(`${name}.svg`, await readFile(join(__dirname, `../../demo/artwork/${name}.svg`)))
    await storeArtwork(sql, received)
    const { kind, hash, width, height } = received.file
    artwork.push({ kind, hash, width, height, id: name, name })
  }
  const [first] = artwork
  if (!first) throw new Error('There is no artwork.')
  badge = first
  project = { ...newProject('Kites'), artwork }
})
afterAll(async () => {
  await sql?.end()
  await admin?.unsafe(`drop database if exists ${NAME} with (force)`)
  await admin?.end()
})

const wanted = (more: Partial<Wanted> = {}): Wanted => ({
  ...FIRST_WANTED,
  ...{ artwork: project.artwork.map(({ id }) => id), looks: [NOW], sheet: [], png: [] },
  ...more,
})
const asked = async (
  of: Project = project,
  more: Partial<Wanted> = {},
): Promise<{ job: HandOverJob; projectId: string }> => {
  const { id } = await createProject(sql, of)
  const job = await addJob(sql, id, 'kites', wanted(more))
  if (!job) throw new Error('There is no job.')
  return { job, projectId: id }
}
const bytesOf = async (id: string): Promise<{ name: string; bytes: Buffer } | null> => {
  const result = await jobResult(sql, id)
  if (!result) return null
  const pieces: Buffer[] = []
  for await (const piece of result.pieces()) pieces.push(piece)
  const bytes = Buffer.concat(pieces)
  expect(bytes.length).toBe(result.size)
  return { name: result.name, bytes }
}
/** Takes up the next job and does it, as a worker does. */
const workOnce = async (): Promise<void> => {
  const fixed = await sql.reserve()
  try {
    const taken = await takeJob(sql, fixed)
    if (!taken) throw new Error('There is nothing to do.')
    await doJob(sql, taken, storedSources(sql))
    await taken.release()
  } finally {
    fixed.release()
  }
}

describe('a review', () => {
  it('does not wait for exports, and shows each picture as it is drawn, those somebody looks for first', async () => {
    const { projectId } = await asked()
    const put = { looks: [NOW], artwork: project.artwork.map(({ id }) => id) }
    const frozen = reviewContents(project, put)
    const review = await publishReview(
      sql,
      projectId,
      { title: 'Kites', greeting: '', endsAt: new Date(Date.now() + 1e8).toISOString() },
      frozen,
    )
    if (!review) throw new Error('It was not published.')
    const job = await addJob(sql, projectId, 'Kites', wanted(put), { listed: false, review })
    const paths = reviewPictures(frozen.shown).flatMap(each =>
      (['small', 'large'] as const).map(size => reviewPath(size, each)),
    )
    const last = paths.at(-2) ?? ''
    expect(await drawnPictures(sql, review, [last])).toEqual([])
    const fixed = await sql.reserve()
    const taken = await takeJob(sql, fixed, 'reviews')
    expect(taken?.id).toBe(job?.id)
    expect(await askedOf(sql, job?.id ?? '')).toEqual([last])
    expect(await reviewPicture(sql, review, last)).toBeNull()
    await storeFile(sql, job?.id ?? '', last, Buffer.from('drawn'))
    expect(await drawnPictures(sql, review, [last])).toEqual([last])
    expect(String(await reviewPicture(sql, review, last))).toBe('drawn')
    if (taken) await doJob(sql, taken, storedSources(sql))
    await taken?.release()
    expect(await drawnPictures(sql, review, [])).toBeNull()
    expect(String(await reviewPicture(sql, review, last))).toBe('drawn')
    for (const path of paths) expect((await reviewPicture(sql, review, path))?.length).toBeGreaterThan(0)
    // the export is still there
    expect(await takeJob(sql, fixed, 'reviews')).toBeNull()
    fixed.release()
    await workOnce()
  })
})

describe('a job', () => {
  it('ends with an archive of its files and a page that tells of them, without a script', async () => {
    const { job } = await asked(project, { png: [{ by: 'width', pixels: 64 }], scheme: ['css', 'strip'] })
    await workOnce()
    expect(await findJob(sql, job.id)).toMatchObject({ state: 'done', done: 8, parts: 8, failures: [] })
    const result = await bytesOf(job.id)
    expect(result?.name).toBe('kites.zip')
    const files = unzipSync(result?.bytes ?? new Uint8Array())
    expect(Object.keys(files).sort()).toEqual([
      ...[
        'artwork/badge-64w.png',
        'artwork/badge.svg',
        'artwork/pictogram-ferry-64w.png',
        'artwork/pictogram-ferry.svg',
      ],
      ...[
        'artwork/pictogram-food-64w.png',
        'artwork/pictogram-food.svg',
        'contents.html',
        'scheme/kites.css',
        'scheme/kites.strip.png',
      ],
    ])
    expect((await sharp(files['artwork/badge-64w.png']).metadata()).width).toBe(64)
    const page = Buffer.from(files['contents.html'] ?? []).toString()
    expect(page).toContain('href="artwork/badge.svg"')
    expect(page).not.toMatch(/<script|\son\w+=|javascript:/i)
    expect(await sql`select 1 from job_files where job_id = ${job.id}`).toEqual([])
  })
  it('of one file ends with that file', async () => {
    const { job } = await asked(project, { artwork: ['badge'], scheme: [], svg: 'properties' })
    await workOnce()
    const result = await bytesOf(job.id)
    expect(result?.name).toBe('badge.svg')
    expect(result?.bytes.toString()).toContain('<style>:root{--')
  })
  it('writes what can be written, names what cannot, and goes on from there when it is tried again', async () => {
    const gone = {
      ...project,
      artwork: [...project.artwork, { ...badge, id: 'gone', name: 'Gone', hash: 'e'.repeat(64) }],
    }
    const { job } = await asked(gone, { artwork: ['badge', 'gone'], scheme: [] })
    await workOnce()
    const ended = await findJob(sql, job.id)
    expect(ended).toMatchObject({
      state: 'done',
      failures: [{ path: 'artwork/gone.svg', reason: '“Gone” no longer exists.' }],
    })
    const page = Buffer.from(unzipSync((await bytesOf(job.id))?.bytes ?? new Uint8Array())['contents.html'] ?? [])
    expect(page.toString()).toContain('Could not be written')
    expect(await retryJob(sql, job.id)).toMatchObject({ state: 'waiting', failures: [], size: null })
    expect(await jobResult(sql, job.id)).toBeNull()
    await workOnce()
    expect(await findJob(sql, job.id)).toMatchObject({ state: 'done', failures: [{ path: 'artwork/gone.svg' }] })
  })
  it('of which nothing can be written fails with the reason', async () => {
    const { job } = await asked(
      { ...project, artwork: [{ ...badge, hash: 'f'.repeat(64) }] },
      { artwork: ['badge'], scheme: [] },
    )
    await workOnce()
    expect(await findJob(sql, job.id)).toMatchObject({ state: 'failed', reason: '“badge” no longer exists.' })
  })
  it('of nothing fails in a plain sentence', async () => {
    const { job } = await asked(project, { artwork: [], scheme: [] })
    await workOnce()
    expect(await findJob(sql, job.id)).toMatchObject({
      state: 'failed',
      reason: expect.stringContaining('nothing to write'),
    })
  })
  it('that is stopped leaves nothing', async () => {
    const { job } = await asked()
    expect(await stopJob(sql, job.id)).toMatchObject({ state: 'stopped' })
    const fixed = await sql.reserve()
    expect(await takeJob(sql, fixed)).toBeNull()
    fixed.release()
    expect(await jobResult(sql, job.id)).toBeNull()
  })
  it('is about the project as it was when it was asked for', async () => {
    const { job, projectId } = await asked(project, { artwork: ['badge'], scheme: [] })
    await sql`update projects set document = jsonb_set(document, '{artwork}', '[]') where id = ${projectId}`
    await workOnce()
    expect((await bytesOf(job.id))?.name).toBe('badge.svg')
  })
  it('is one of a few at once for a project', async () => {
    const { projectId, job } = await asked()
    for (let n = 1; n < MAX_AT_ONCE; n++) await addJob(sql, projectId, 'kites', wanted())
    await expect(addJob(sql, projectId, 'kites', wanted())).rejects.toThrow('are waiting already')
    await stopJob(sql, job.id)
    expect(await addJob(sql, projectId, 'kites', wanted())).not.toBeNull()
    for (const each of await jobsOf(sql, projectId)) await stopJob(sql, each.id)
  })
  it('is stored for a day', async () => {
    const { job } = await asked()
    await stopJob(sql, job.id)
    await sql`update jobs set created_at = now() - interval '25 hours' where id = ${job.id}`
    expect(await purgeJobs(sql)).toBeGreaterThan(0)
    expect(await findJob(sql, job.id)).toBeNull()
  })
})

describe('a large job', () => {
  const WIDTHS = [16, 17, 18, 19, 20, 21, 22, 23].map(pixels => ({ by: 'width' as const, pixels }))
  /** 144 files: three drawings in six colorways in eight widths. */
  const large = async (): Promise<string> => {
    const many = ['One', 'Two', 'Three', 'Four', 'Five', 'Six'].reduce(
      (now, name) => apply(now, { do: 'freeze', name, time: '2026-11-26T10:00:00.000Z' }, NOTHING_KNOWN),
      project,
    )
    const looks = many.lineUp.colorways.map(({ id }) => id)
    return (await asked(many, { looks, png: WIDTHS, svg: null, scheme: [] })).job.id
  }
  /** Sources that count what is asked of them, and wait before the first answer until they are let go. */
  const counting = () => {
    let letGo = (): void => {}
    const free = new Promise<void>(done => (letGo = done))
    const own = { asked: 0, letGo, sources: storedSources(sql) }
    const { source } = own.sources
    own.sources.source = async hash => {
      own.asked++
      await free
      return source(hash)
    }
    return own
  }
  const until = async (holds: () => boolean | Promise<boolean>): Promise<void> => {
    for (let n = 0; n < 600 && !(await holds()); n++) await pause(20)
  }
  it('is shared by workers, each of which writes a part; nothing is written twice or missing', async () => {
    const id = await large()
    const [one, other] = [await sql.reserve(), await sql.reserve()]
    const [leader, helper] = [counting(), counting()]
    const taken = await takeJob(sql, one)
    if (!taken) throw new Error('There is nothing to do.')
    const leading = doJob(sql, taken, leader.sources)
    await until(() => leader.asked > 0) // it has claimed its first block, and waits
    const helping = await helpWithJob(sql, other)
    expect(helping).toMatchObject({ id, helps: true })
    if (!helping) return
    helper.letGo()
    await doJob(sql, helping, helper.sources)
    const between = await findJob(sql, id)
    expect(between).toMatchObject({ state: 'underway', parts: 144 })
    const [{ count } = { count: 0 }] = await sql`select count(*)::int as count from job_files where job_id = ${id}`
    expect(count).toBe(144 - 32) // all but the block that was claimed
    leader.letGo()
    await leading
    await taken.release()
    one.release()
    other.release()
    expect(await findJob(sql, id)).toMatchObject({ state: 'done', done: 144, failures: [] })
    expect(Object.keys(unzipSync((await bytesOf(id))?.bytes ?? new Uint8Array()))).toHaveLength(145)
  })
  it('goes on where a helper dies with a block of it', async () => {
    const id = await large()
    const one = await sql.reserve()
    const gone = connect(own)
    const other = await gone.reserve()
    const [leader, helper] = [counting(), counting()]
    const taken = await takeJob(sql, one)
    if (!taken) throw new Error('There is nothing to do.')
    const leading = doJob(sql, taken, leader.sources)
    await until(() => leader.asked > 0)
    const helping = await helpWithJob(gone, other)
    if (!helping) throw new Error('There is nothing to help with.')
    const helped = doJob(gone, helping, helper.sources).catch(() => 'gone')
    await until(() => helper.asked > 0)
    leader.letGo()
    await until(async () => ((await findJob(sql, id))?.done ?? 0) >= 100)
    expect((await findJob(sql, id))?.state).toBe('underway') // the block of the helper is missing
    await gone.end({ timeout: 0 })
    helper.letGo()
    await leading
    await helped
    await taken.release()
    one.release()
    expect(await findJob(sql, id)).toMatchObject({ state: 'done', done: 144, failures: [] })
  })
  it('is left alone where little of it is left, and where nobody has taken it up', async () => {
    const { job } = await asked()
    const fixed = await sql.reserve()
    expect(await helpWithJob(sql, fixed)).toBeNull()
    await sql`update jobs set state = 'underway', parts = 90 where id = ${job.id}`
    expect(await helpWithJob(sql, fixed)).toBeNull()
    await stopJob(sql, job.id)
    fixed.release()
  })
})

describe('a worker that dies', () => {
  const takenBy = async (connection: Sql): Promise<{ connection: ReservedSql; id: string }> => {
    const reserved = await connection.reserve()
    const taken = await takeJob(connection, reserved)
    if (!taken) throw new Error('There is nothing to do.')
    return { connection: reserved, id: taken.id }
  }
  it('leaves its job to the next at once, with what it had done; nobody else takes it while it lives', async () => {
    const { job } = await asked()
    const other = connect(own)
    await takenBy(other)
    const fixed = await sql.reserve()
    expect(await takeJob(sql, fixed)).toBeNull()
    fixed.release()
    await storeFile(sql, job.id, 'artwork/badge.svg', Buffer.from('<svg/>'))
    await other.end({ timeout: 0 })
    await pause(200)
    await workOnce()
    const files = unzipSync((await bytesOf(job.id))?.bytes ?? new Uint8Array())
    expect(Buffer.from(files['artwork/badge.svg'] ?? []).toString()).toBe('<svg/>')
    expect(Object.keys(files)).toHaveLength(6)
  })
  it('over the same job again and again has it given up', async () => {
    const { job } = await asked()
    for (let n = 0; n < MAX_TRIES; n++) {
      const other = connect(own)
      await takenBy(other)
      await other.end({ timeout: 0 })
      await pause(100)
    }
    const fixed = await sql.reserve()
    expect(await takeJob(sql, fixed)).toBeNull()
    fixed.release()
    expect(await findJob(sql, job.id)).toMatchObject({
      state: 'failed',
      reason: expect.stringContaining('crashed the worker repeatedly'),
    })
  })

  const worker = (): ChildProcess =>
    spawn(process.execPath, ['--import', 'tsx', 'bin/worker.ts'], {
      env: { ...process.env, DATABASE_URL: own },
      stdio: 'ignore',
    })
  const until = async (id: string, holds: (job: HandOverJob) => boolean): Promise<HandOverJob> => {
    for (let n = 0; n < 600; n++) {
      const job = await findJob(sql, id)
      if (job && holds(job)) return job
      await pause(50)
    }
    throw new Error('It took too long.')
  }
  fullIt('by a kill in the middle loses nothing: another goes on and the archive is whole', async () => {
    const many = ['One', 'Two', 'Three', 'Four', 'Five', 'Six'].reduce(
      (now, name) => apply(now, { do: 'freeze', name, time: '2026-11-26T10:00:00.000Z' }, NOTHING_KNOWN),
      project,
    )
    const looks = many.lineUp.colorways.map(({ id }) => id)
    const { job } = await asked(many, { looks, png: [{ by: 'width', pixels: 1500 }], scheme: ['tokens'] })
    const first = worker()
    await until(job.id, ({ done }) => done >= 5)
    first.kill('SIGKILL')
    await pause(300)
    const between = await findJob(sql, job.id)
    expect(between?.state).toBe('underway')
    const second = worker()
    const ended = await until(job.id, ({ state }) => state !== 'underway' && state !== 'waiting')
    second.kill()
    expect(ended).toMatchObject({ state: 'done', parts: 42, failures: [] })
    expect(Object.keys(unzipSync((await bytesOf(job.id))?.bytes ?? new Uint8Array()))).toHaveLength(43)
  })
})
