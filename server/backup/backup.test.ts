import { randomBytes } from 'node:crypto'
import { join } from 'node:path'
import { Readable, Writable } from 'node:stream'
import { pathToFileURL } from 'node:url'
import type { Sql } from 'postgres'
import { extract, pack } from 'tar-stream'
import { newProject } from '#core/scheme/create'
import { connect } from '../db/connect'
import { migrate, migrationNames } from '../db/migrate'
import { addPerson, openSession } from '../db/people'
import { createProject, listProjects, saveProject } from '../db/projects'
import { backup } from './backup'
import { FIRST, LAST } from './format'
import { restore } from './restore'
import { tablesOf } from './tables'
import { fullIt } from '../../tests/runs'

const url = process.env.TEST_DATABASE_URL ?? ''
const folder = pathToFileURL(join(__dirname, '../db/migrations/'))
let admin: Sql
let sql: Sql
let made = 0
const names: string[] = []

/** A database of its own; what works with it says so, as servers do, or does not. */
const fresh = async (application = 'test'): Promise<Sql> => {
  const name = `backup_${process.pid}_${++made}`
  await admin.unsafe(`create database ${name}`)
  names.push(name)
  const named = new URL(url)
  named.pathname = `/${name}`
  named.searchParams.set('application_name', application)
  return connect(named.href)
}
const opened: Sql[] = []
const database = async (): Promise<Sql> => {
  const one = await fresh()
  opened.push(one)
  return one
}

beforeAll(async () => {
  admin = connect(url)
  sql = await database()
  await migrate(sql, { folder })
})
afterAll(async () => {
  for (const each of opened) await each.end()
  for (const name of names) await admin.unsafe(`drop database if exists ${name} with (force)`)
  await admin?.end()
})

const written = async (of: Sql): Promise<Buffer> => {
  const chunks: Buffer[] = []
  await backup(of, new Writable({ write: (chunk: Buffer, _, done) => (chunks.push(chunk), done()) }))
  return Buffer.concat(chunks)
}
const refusal = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => 'not refused',
    (error: Error) => error.message,
  )
/** Everything in a database that is backed up, row by row. */
const rowsOf = async (of: Sql): Promise<Record<string, string[]>> => {
  const all: Record<string, string[]> = {}
  for (const { name } of await tablesOf(of))
    all[name] = (await of<Array<{ row: string }>>`select md5(each::text) as row from ${of(name)} each`)
      .map(({ row }) => row)
      .sort()
  return all
}
/** An archive with its files changed. */
const changed = async (bytes: Buffer, change: (name: string, content: Buffer) => Buffer | null): Promise<Buffer> => {
  const out = pack()
  const archive = extract()
  Readable.from([bytes]).pipe(archive)
  for await (const entry of archive) {
    const chunks: Buffer[] = []
    for await (const chunk of entry as AsyncIterable<Buffer>) chunks.push(chunk)
    const content = change(entry.header.name, Buffer.concat(chunks))
    if (content) out.entry({ name: entry.header.name }, content)
  }
  out.finalize()
  const all: Buffer[] = []
  for await (const chunk of out as AsyncIterable<Buffer>) all.push(chunk)
  return Buffer.concat(all)
}

describe('a backup', () => {
  it('holds everything, as it was at one moment while people work, and is restored row by row', async () => {
    for (const name of ['Kites', 'Boats', 'Lanterns']) await createProject(sql, newProject(name))
    await sql`insert into pictures (hash, media, source, working, thumbnail, record)
      values (${'a'.repeat(64)}, 'image/png', ${randomBytes(9 << 20)}, ${randomBytes(100)}, ${randomBytes(10)}, '{}')`
    const { person } = await addPerson(sql, 'Mara', 'owner')
    await openSession(sql, person.id, 'x')
    const before = await rowsOf(sql)
    const one = (await listProjects(sql, 1))[0]?.id ?? ''
    let working = true
    const people = (async () => {
      for (let version = 1; working; version++) {
        await saveProject(sql, one, version, newProject(`Version ${version}`))
        await createProject(sql, newProject('Meanwhile'))
      }
    })()
    const bytes = await written(sql)
    working = false
    await people
    const other = await database()
    await restore(other, Readable.from([bytes]))
    const after = await rowsOf(other)
    expect(Object.keys(after)).toEqual(Object.keys(before))
    for (const table of ['pictures', 'people', 'welcomes']) expect(after[table]).toEqual(before[table])
    expect(after.projects?.length).toBeGreaterThanOrEqual(3)
    // nobody is signed in where it was restored, and its cookies are its own
    expect((await other`select count(*)::int as count from sessions`)[0]?.count).toBe(0)
    const secrets = await Promise.all([sql, other].map(each => each`select value from secrets`))
    expect(secrets[0]?.[0]?.value).not.toBe(secrets[1]?.[0]?.value)
    // and it goes on from there
    await createProject(other, newProject('After'), { copyOf: one })
    expect(await rowsOf(await restored(await written(other)))).toEqual(await rowsOf(other))
  })

  const restored = async (bytes: Buffer): Promise<Sql> => {
    const other = await database()
    await restore(other, Readable.from([bytes]))
    return other
  }

  fullIt('that is cut short anywhere, changed, or no backup is refused, and nothing is restored', async () => {
    const bytes = await written(sql)
    const other = await database()
    const empty = async (): Promise<number> =>
      (await other`select count(*)::int as count from pg_class where relname = 'projects'`)[0]?.count as number
    for (const part of [0, 700, 0.5, 0.999]) {
      const length = part > 1 ? part : Math.floor(bytes.length * part)
      expect(await refusal(restore(other, Readable.from([bytes.subarray(0, length)])))).toMatch(
        /cut short|not a backup/,
      )
      expect(await empty()).toBe(0)
    }
    const withoutOne = await changed(bytes, (name, content) => (name === 'pictures/000000.copy' ? null : content))
    const withoutRow = await changed(bytes, (name, content) =>
      name === LAST ? Buffer.from(content.toString().replace(/"projects": \d+/, '"projects": 1')) : content,
    )
    const otherByte = await changed(bytes, (name, content) => {
      if (name === 'pictures/000000.copy')
        content.writeUInt8(content.readUInt8(content.length - 9) ^ 1, content.length - 9)
      return content
    })
    for (const [wrong, sentence] of [
      [withoutOne, 'This backup is damaged'],
      [withoutRow, /^This backup is incomplete: \d+ of 1 rows of “projects”/],
      [otherByte, 'This backup is damaged'],
    ] as const) {
      expect(await refusal(restore(other, Readable.from([wrong])))).toMatch(sentence)
      expect(await empty()).toBe(0)
    }
    for (const nothing of [randomBytes(5000), Buffer.from('<svg/>')])
      expect(await refusal(restore(other, Readable.from([nothing])))).toMatch(/not a backup|cut short/)
    const evil = await changed(bytes, (name, content) =>
      name === FIRST
        ? Buffer.from(content.toString().replace('"name": "projects"', '"name": "pg_authid; drop"'))
        : content,
    )
    expect(await refusal(restore(other, Readable.from([evil])))).toContain('not a backup')
    expect(await empty()).toBe(0)
  })

  it('of a newer version is refused; of an older one is brought up to date', async () => {
    const bytes = await written(sql)
    const newer = await changed(bytes, (name, content) =>
      name === FIRST ? Buffer.from(content.toString().replace('"0001-', '"9999-tomorrow.sql", "0001-')) : content,
    )
    const other = await database()
    expect(await refusal(restore(other, Readable.from([newer])))).toContain('newer version')
    const all = await migrationNames(folder)
    const old = await database()
    await migrate(old, { folder, only: all.slice(0, 13) })
    await old`insert into projects (version, summary, document) values (1, '{}', ${old.json(newProject('Old') as never)})`
    const now = await restored(await written(old))
    expect((await now`select name from migrations order by name`).map(({ name }) => name as string)).toEqual(all)
    expect((await now`select document ->> 'name' as name from projects`)[0]?.name).toBe('Old')
  })

  it('does not go over what is there unless asked to, nor into what is not ours or in use', async () => {
    const bytes = await written(sql)
    const other = await restored(bytes)
    await createProject(other, newProject('Only here'))
    expect(await refusal(restore(other, Readable.from([bytes])))).toContain('This database is not empty')
    expect((await listProjects(other, 100, undefined, 'Only here')).length).toBe(1)
    // cut short, what was there is still there
    const short = Readable.from([bytes.subarray(0, bytes.length - 5000)])
    expect(await refusal(restore(other, short, { over: true }))).toContain('cut short')
    expect((await listProjects(other, 100, undefined, 'Only here')).length).toBe(1)
    await restore(other, Readable.from([bytes]), { over: true })
    expect((await listProjects(other, 100, undefined, 'Only here')).length).toBe(0)
    const foreign = await database()
    await foreign`create table ledgers (id int)`
    expect(await refusal(restore(foreign, Readable.from([bytes]), { over: true }))).toContain('holds something else')
    const server = await fresh('plumbago')
    await server`select 1`
    const same = connect(`${url.replace(/\/[^/]*$/, '')}/${names.at(-1)}?application_name=test`)
    opened.push(same)
    expect(await refusal(restore(same, Readable.from([bytes])))).toContain('in use')
    await server.end()
    await restore(same, Readable.from([bytes]))
  })
})
