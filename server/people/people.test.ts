import type { H3Error } from 'h3'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { Sql } from 'postgres'
import { passwordSchema } from '#core/document/people'
import { newProject } from '#core/scheme/create'
import { countAttempt, forgiveAttempt } from '../db/attempts'
import { connect } from '../db/connect'
import { migrate } from '../db/migrate'
import {
  addPerson,
  changePassword,
  changePerson,
  closeSessions,
  hasOwner,
  listPeople,
  openSession,
  personCalled,
  sessionOf,
  sessionsOf,
  setPasswordBy,
  welcomeAgain,
  welcomeBehind,
  welcomeOwner,
} from '../db/people'
import { noteHere } from '../db/presence'
import { createProject } from '../db/projects'
import { requiresSignIn } from './requiresSignIn'
import { requiredRole } from './authorize'
import { costsFrom, hashPassword, verifyPassword } from './password'

const url = process.env.TEST_DATABASE_URL ?? ''
const NAME = `people_${process.pid}`
let admin: Sql
let sql: Sql

beforeAll(async () => {
  admin = connect(url)
  await admin.unsafe(`create database ${NAME}`)
  sql = connect(url.replace(/\/[^/]*$/, `/${NAME}`))
  await migrate(sql, { folder: pathToFileURL(join(__dirname, '../db/migrations/')) })
})
afterAll(async () => {
  await sql?.end()
  await admin?.unsafe(`drop database if exists ${NAME} with (force)`)
  await admin?.end()
})
const refusal = async (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => 'not refused',
    (error: Error) => error.message,
  )

describe('a password', () => {
  it('costs what OWASP recommends where nothing else is set', () => {
    expect(costsFrom({})).toEqual({ work: 17, block: 8, lanes: 1 })
    expect(costsFrom({ PLUMBAGO_PASSWORD_WORK: '10' })).toEqual({ work: 10, block: 8, lanes: 1 })
  })
  it('is stored as scrypt with its costs, different from every other, and alike however a keyboard writes it', async () => {
    const stored = await hashPassword('kites over the harbor')
    expect(stored).toMatch(/^scrypt\$10\$8\$1\$[\w-]{22}\$[\w-]{43}$/)
    expect(await verifyPassword('kites over the harbor', stored)).toBe(true)
    expect(await verifyPassword('kites over the harbour', stored)).toBe(false)
    expect(await verifyPassword('', null)).toBe(false)
    expect(passwordSchema.parse('Ka\u0301ri\u0301 and the boats')).toBe('K\u00e1r\u00ed and the boats')
    expect(passwordSchema.safeParse('short').success).toBe(false)
    expect(passwordSchema.safeParse('aaaaaaaaaaaaaaa').success).toBe(false)
  })
  it('is worked out a few at a time; too many at once have to wait', async () => {
    const all = await Promise.allSettled(Array.from({ length: 40 }, () => verifyPassword('x', null)))
    const busy = all.filter(({ status }) => status === 'rejected').length
    expect(busy).toBe(6) // two at work, 32 waiting
  })
})

describe('people', () => {
  it('begin with an owner: of two first starts at once the link that is used first holds', async () => {
    const links = await Promise.all([welcomeOwner(sql), welcomeOwner(sql)])
    expect(await welcomeBehind(sql, links[0] ?? '')).toEqual({ name: null, role: 'owner' })
    const used = await Promise.allSettled([
      setPasswordBy(sql, links[0] ?? '', 'one', 'Mara'),
      setPasswordBy(sql, links[1] ?? '', 'two', 'Olav'),
      setPasswordBy(sql, links[0] ?? '', 'three', 'Mara'),
    ])
    expect(used.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
    expect(await hasOwner(sql)).toBe(true)
    expect(await welcomeOwner(sql)).toBeNull()
    for (const link of links) expect(await refusal(welcomeBehind(sql, link ?? ''))).toContain('already used')
    expect(await listPeople(sql)).toMatchObject([{ role: 'owner', isSet: true }])
  })
  it('are added by name, whichever way it is written, and get a link that works once', async () => {
    const { person, token } = await addPerson(sql, 'Jon Oddsson', 'designer')
    expect(await refusal(addPerson(sql, 'JON ODDSSON', 'viewer'))).toContain('is already called “JON ODDSSON”')
    expect(await welcomeBehind(sql, token)).toEqual({ name: 'Jon Oddsson', role: 'designer' })
    const rows = await sql`select to_jsonb(welcomes)::text as all from welcomes`
    expect(JSON.stringify(rows)).not.toContain(token)
    const other = await welcomeAgain(sql, person.id)
    expect(await refusal(setPasswordBy(sql, token, 'x', ''))).toContain('already used')
    expect(await setPasswordBy(sql, other, 'kept', '')).toEqual(person)
    expect(await personCalled(sql, 'jon oddsson')).toMatchObject({ password: 'kept' })
    expect(await refusal(setPasswordBy(sql, other, 'again', ''))).toContain('already used')
  })
  it('always have an owner, however many change at once', async () => {
    const owner = (await listPeople(sql)).find(({ role }) => role === 'owner')
    const { person } = await addPerson(sql, 'Second', 'owner')
    // who never set a password cannot be the only one
    expect(await refusal(changePerson(sql, owner?.id ?? '', { role: 'viewer' }))).toContain('There has to be an owner')
    await setPasswordBy(sql, await welcomeAgain(sql, person.id), 'x', '')
    const both = await Promise.allSettled([
      changePerson(sql, owner?.id ?? '', { gone: true }),
      changePerson(sql, person.id, { role: 'designer' }),
    ])
    expect(both.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
    expect(await hasOwner(sql)).toBe(true)
    await changePerson(sql, owner?.id ?? '', { gone: false }).catch(() => null)
  })
})

describe('a session', () => {
  it('is stored as a hash, ends where one signs out, is taken out, or sets another password', async () => {
    const { person } = await addPerson(sql, 'Vera', 'viewer')
    const [one, two, three] = await Promise.all([1, 2, 3].map(n => openSession(sql, person.id, `Browser ${n}`)))
    const rows = await sql`select to_jsonb(sessions)::text as all from sessions`
    for (const token of [one, two, three]) expect(JSON.stringify(rows)).not.toContain(token)
    const here = await sessionOf(sql, one ?? '')
    expect(here?.person).toEqual(person)
    expect(await sessionsOf(sql, person.id, here?.session ?? '')).toHaveLength(3)
    await changePassword(sql, person.id, 'other', here?.session ?? '')
    expect(await sessionOf(sql, two ?? '')).toBeNull()
    expect(await sessionOf(sql, one ?? '')).not.toBeNull()
    // what one may do is what one may do now
    await changePerson(sql, person.id, { role: 'designer' })
    expect((await sessionOf(sql, one ?? ''))?.person.role).toBe('designer')
    await closeSessions(sql, person.id, null)
    expect(await sessionOf(sql, one ?? '')).toBeNull()
    const last = await openSession(sql, person.id, 'Browser')
    await changePerson(sql, person.id, { gone: true })
    expect(await sessionOf(sql, last)).toBeNull()
    await changePerson(sql, person.id, { gone: false })
    const old = await openSession(sql, person.id, 'Browser')
    await sql`update sessions set ends_at = now() - interval '1 second' where person_id = ${person.id}`
    expect(await sessionOf(sql, old)).toBeNull()
    expect(await sessionOf(sql, 'made up')).toBeNull()
  })
})

describe('wrong passwords', () => {
  const tried = async (name: string, address: string): Promise<'through' | number> =>
    countAttempt(sql, name, address).then(
      () => 'through' as const,
      (error: unknown) => (error as H3Error<{ seconds: number }>).data?.seconds ?? NaN,
    )
  it('slow down who tries them, of many at once as of one after the other; others go on', async () => {
    const all = await Promise.all(Array.from({ length: 200 }, () => tried('Mara', '192.0.2.1')))
    // five are free; where the machine is slow, the second one waits then is over before the last of them is counted
    const through = all.filter(each => each === 'through').length
    expect(through).toBeGreaterThanOrEqual(5)
    expect(through).toBeLessThan(10)
    expect(await tried('Mara', '192.0.2.2')).toBe('through')
    expect(await tried('Jon', '192.0.2.1')).toBe('through')
    await sql`update attempts set until = now() - interval '1 second'`
    expect(await tried('Mara', '192.0.2.1')).toBe('through')
    expect(await tried('Mara', '192.0.2.1')).toBeGreaterThanOrEqual(2)
  })
  it('are forgiven by a right one, and forgotten after a day', async () => {
    for (let n = 0; n < 5; n++) await tried('Olav', '192.0.2.9')
    expect(await tried('Olav', '192.0.2.9')).toBe(1)
    await forgiveAttempt(sql, 'Olav', '192.0.2.9')
    expect(await tried('Olav', '192.0.2.9')).toBe('through')
    for (let n = 0; n < 4; n++) await tried('Olav', '192.0.2.9')
    await sql`update attempts set until = null, last_at = now() - interval '2 days'`
    for (let n = 0; n < 4; n++) expect(await tried('Olav', '192.0.2.9')).toBe('through')
  })
  it('from many addresses hold a name for a minute at most', async () => {
    for (let n = 0; n < 100; n++) await tried('Ines', `192.0.3.${n}`)
    for (let n = 0; n < 8; n++) {
      await sql`update attempts set until = null`
      await tried('Ines', `192.0.4.${n}`)
    }
    const wait = await tried('Ines', '192.0.5.1')
    expect(wait).toBeGreaterThan(30)
    expect(wait).toBeLessThanOrEqual(60)
  })
})

describe('who is here', () => {
  it('is every other window on the project, until it is closed or says nothing for a while', async () => {
    const { id } = await createProject(sql, newProject('Kites'))
    const { person } = await addPerson(sql, 'Nils', 'designer')
    const [one, two] = [crypto.randomUUID(), crypto.randomUUID()]
    expect(await noteHere(sql, { window: one, project: id }, person.id)).toEqual([])
    expect(await noteHere(sql, { window: two, project: id }, null)).toEqual([
      { window: one, name: 'Nils', isOwn: false },
    ])
    await sql`update presence set seen_at = now() - interval '1 minute' where window_id = ${one}`
    expect(await noteHere(sql, { window: two, project: id }, null)).toEqual([])
    await noteHere(sql, { window: two, project: null }, null)
    expect(await noteHere(sql, { window: one, project: id }, person.id)).toEqual([])
    // what it had asked before it left, and comes late, brings it back no more; nor does what never came before that
    await noteHere(sql, { window: two, project: id }, null)
    expect(await noteHere(sql, { window: one, project: id }, person.id)).toEqual([])
    const three = crypto.randomUUID()
    await noteHere(sql, { window: three, project: null }, null)
    await noteHere(sql, { window: three, project: id }, null)
    expect(await noteHere(sql, { window: one, project: id }, person.id)).toEqual([])
    const again = crypto.randomUUID()
    await noteHere(sql, { window: again, project: id }, null)
    expect(await noteHere(sql, { window: one, project: id }, person.id)).toEqual([
      { window: again, name: null, isOwn: false },
    ])
    expect(await noteHere(sql, { window: one, project: crypto.randomUUID() }, person.id)).toEqual([])
  })
})

describe('what one has to be', () => {
  it('is asked wherever the program is reached from elsewhere', () => {
    expect(requiresSignIn({ NITRO_HOST: '127.0.0.1' })).toBe(false)
    expect(requiresSignIn({ HOST: 'localhost' })).toBe(false)
    for (const env of [
      {},
      { NITRO_HOST: '0.0.0.0' },
      { NITRO_HOST: '127.0.0.1', PLUMBAGO_HOSTS: 'studio.example' },
      { NITRO_HOST: '127.0.0.1', PLUMBAGO_REVIEW_ADDRESS: 'https://review.example' },
      { NITRO_HOST: '127.0.0.1', PLUMBAGO_PROXY: '1' },
      { NITRO_HOST: '127.0.0.1', PLUMBAGO_SIGN_IN: '1' },
      { NITRO_HOST: '127.0.0.1.example.com' },
    ])
      expect(requiresSignIn(env)).toBe(true)
  })
  it('is set for every route: nobody reads or changes a project, a viewer changes nothing', () => {
    const open: string[] = []
    const viewers: string[] = []
    for (const path of readdirSync(join(__dirname, '../api'), { recursive: true, encoding: 'utf8' })) {
      const [, at = '', method = ''] = /^(.*)\.(get|post|put|delete)\.ts$/.exec(path) ?? []
      if (!at) continue
      const asked = `${method.toUpperCase()} /api/${at.replace(/\/?index$/, '')}`
      const needed = requiredRole(...(asked.split(' ') as [string, string]))
      if (needed === null) open.push(asked)
      if (needed === 'viewer' && method !== 'get') viewers.push(asked)
    }
    expect(open.filter(each => !/ \/api\/(review|brand|welcome)\//.test(each)).sort()).toEqual([
      'GET /api/health',
      'GET /api/me',
      'GET /api/metrics',
      'GET /api/ready',
      'POST /api/session',
    ])
    expect(viewers.sort()).toEqual(
      ['DELETE /api/session', 'DELETE /api/sessions', 'POST /api/here', 'PUT /api/me/password'].sort(),
    )
    for (const path of ['/api/reviews/x', '/api/reviewing', '/api/welcomes', '/', '/project/x', '/press/x.icc'])
      expect(requiredRole('GET', path)).toBe('viewer')
    expect(requiredRole('PUT', '/api/people/x')).toBe('owner')
    expect(requiredRole('PATCH', '/api/anything')).toBe('designer')
  })
})
