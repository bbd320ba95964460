import { execFile } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { pathToFileURL } from 'node:url'
import type { Sql } from 'postgres'
import { newProject } from '#core/scheme/create'
import { connect } from '../server/db/connect'
import { migrate } from '../server/db/migrate'
import { createProject } from '../server/db/projects'
import { fullIt } from '../tests/runs'

/* The command line with a database: people, backup, restore. */

const url = process.env.TEST_DATABASE_URL ?? ''
const NAMES = ['one', 'two'].map(name => `desks_${process.pid}_${name}`)
const [here = '', there = ''] = NAMES.map(name => url.replace(/\/[^/]*$/, `/${name}`))
let folder = ''
let admin: Sql

beforeAll(async () => {
  admin = connect(url)
  folder = mkdtempSync(join(tmpdir(), 'plumbago-desks-'))
  for (const name of NAMES) await admin.unsafe(`create database ${name}`)
  const sql = connect(here)
  await migrate(sql, { folder: pathToFileURL(join(__dirname, '../server/db/migrations/')) })
  await createProject(sql, newProject('Kites'))
  await sql.end()
})
afterAll(async () => {
  for (const name of NAMES) await admin.unsafe(`drop database if exists ${name} with (force)`)
  await admin.end()
  rmSync(folder, { recursive: true, force: true })
})

const plumbago = (words: string[], database = here): Promise<{ code: number; out: string; error: string }> =>
  new Promise(done => {
    const child = execFile(
      join(__dirname, 'plumbago'),
      words,
      { env: { ...process.env, DATABASE_URL: database }, encoding: 'latin1', maxBuffer: 1 << 28 },
      (_, out, error) => done({ code: child.exitCode ?? 0, out, error: Buffer.from(error, 'latin1').toString() }),
    )
  })
const namesIn = async (database: string): Promise<string[]> => {
  const sql = connect(database)
  const rows = await sql<Array<{ name: string }>>`select summary ->> 'name' as name from projects order by 1`
  await sql.end()
  return rows.map(({ name }) => name)
}

fullIt(
  'backs up into a file that only its owner reads, and restores it elsewhere; says what is in the way',
  async () => {
    const file = join(folder, 'all.plumbago')
    const made = await plumbago(['backup', file])
    expect(made).toMatchObject({ code: 0, out: '' })
    expect(made.error).toMatch(/^Backed up [\d.]+ MB, 1 projects\.\n$/)
    expect(statSync(file).mode & 0o777).toBe(0o600)
    expect((await plumbago(['backup', file])).error).toContain('already exists; name another file')
    expect((await plumbago(['restore', file])).error).toContain('This database is not empty')
    expect((await plumbago(['restore', file, '--into', there])).error).toMatch(/^Restored the backup of 20/)
    expect(await namesIn(there)).toEqual(['Kites'])

    const short = join(folder, 'short.plumbago')
    writeFileSync(short, readFileSync(file))
    truncateSync(short, statSync(file).size - 3000)
    expect(await plumbago(['restore', short, '--over'], there)).toMatchObject({
      code: 2,
      error: 'This backup is cut short; nothing was restored.\n',
    })
    expect(await namesIn(there)).toEqual(['Kites'])
    const packed = join(folder, 'packed.gz')
    const { out } = await plumbago(['backup', '-'])
    writeFileSync(packed, gzipSync(Buffer.from(out, 'latin1')))
    expect((await plumbago(['restore', packed, '--over'], there)).code).toBe(0)
    for (const [words, sentence] of [
      [['restore', join(folder, 'none')], 'There is no such file or folder.'],
      [['backup', join(folder, 'none/all')], 'There is no such file or folder.'],
      [['restore', join(__dirname, 'plumbago.ts'), '--into', there, '--over'], 'not a backup'],
      [['backup'], "missing required argument 'file'"],
    ] as const) {
      const refused = await plumbago([...words])
      expect(refused.code).toBe(2)
      expect(refused.error).toContain(sentence)
    }
    const gone = await plumbago(['backup', join(folder, 'gone')], 'postgres://x:y@127.0.0.1:1/none')
    expect(gone).toMatchObject({ code: 2, error: 'The database isn’t responding.\n' })
  },
)

it('tells who works here, and gives links', async () => {
  expect((await plumbago(['people'])).out).toBe('Nobody yet.\n')
  const first = await plumbago(['people', '--first', '--at', 'https://studio.example/'])
  expect(first.out).toMatch(/https:\/\/studio\.example\/welcome\/[\w-]{32}\n$/)
  expect((await plumbago(['people', '--link', 'Nobody'])).error).toContain('Nobody here is called “Nobody”.')
})
