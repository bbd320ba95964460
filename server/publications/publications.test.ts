import type { H3Error } from 'h3'
import { randomUUID } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { Sql } from 'postgres'
import { MAX_PUBLICATIONS } from '#core/document/limits'
import type { Project } from '#core/document/project'
import type { PublicationPut } from '#core/document/publication'
import { NOW } from '#core/handover/options'
import { publishedLook, wantedOf } from '#core/handover/publication'
import { derivedFrom } from '#core/interaction/testing'
import { receiveSvg } from '../artwork/receive'
import { storeArtwork } from '../db/artwork'
import { connect } from '../db/connect'
import { addJob, stopJob, takeJob } from '../db/jobs'
import { migrate } from '../db/migrate'
import { createProject, setDeleted } from '../db/projects'
import {
  addPublication,
  changePublication,
  findPublication,
  listPublished,
  prepareVersion,
  publicationBehind,
  publishedBrand,
  publishedFile,
  type PublishedContent,
} from '../db/publications'
import { renewLink } from '../db/links'
import { storedSources } from '../jobs/sources'
import { doJob } from '../jobs/work'

const url = process.env.TEST_DATABASE_URL ?? ''
const NAME = `publications_${process.pid}`
let admin: Sql
let sql: Sql
let project: Project

beforeAll(async () => {
  admin = connect(url)
  await admin.unsafe(`create database ${NAME}`)
  sql = connect(url.replace(/\/[^/]*$/, `/${NAME}`))
  await migrate(sql, { folder: pathToFileURL(join(__dirname, '../db/migrations/')) })
  const artwork: Project['artwork'] = []
  for (const name of ['badge', 'pictogram-ferry']) {
    const received = await receiveSvg(`${name}.svg`, await readFile(join(__dirname, `../../demo/artwork/${name}.svg`)))
    await storeArtwork(sql, received)
    const { kind, hash, width, height } = received.file
    artwork.push({ kind, hash, width, height, id: name, name, folder: 'Marks' })
  }
  project = { ...derivedFrom('#0f6d5f', { kind: 'triadic', spread: 0, count: 4 }), name: 'Kites', artwork }
})
afterAll(async () => {
  await sql?.end()
  await admin?.unsafe(`drop database if exists ${NAME} with (force)`)
  await admin?.end()
})

const put = (more: Partial<PublicationPut> = {}): PublicationPut => ({
  ...{ title: 'Kites', look: NOW, artwork: null, svg: 'tokens', ladders: false },
  ...more,
})
const contentOf = (of: Project, chosen = put()): PublishedContent => {
  const look = publishedLook(of, chosen)
  return { put: chosen, lookName: look?.name ?? '', swatches: look?.swatches ?? [] }
}
/** Takes up the next job and does it, as a worker does. */
const workOnce = async (): Promise<void> => {
  const fixed = await sql.reserve()
  const taken = await takeJob(sql, fixed)
  if (!taken) throw new Error('There is nothing to do.')
  await doJob(sql, taken, storedSources(sql))
  await taken.release()
  fixed.release()
}
const published = async (): Promise<{ id: string; stored: string; token: string }> => {
  const { id: stored } = await createProject(sql, project)
  const id = (await addPublication(sql, stored, contentOf(project))) ?? ''
  await addJob(sql, stored, 'Kites', wantedOf(project, put()), { listed: false, publication: id })
  await workOnce()
  return { id, stored, token: (await findPublication(sql, id))?.token ?? '' }
}
/** Publishes another state of the project as the next version. */
const publishAgain = async ({ id, stored }: { id: string; stored: string }, now: Project, chosen = put()) => {
  await sql`update projects set document = ${sql.json(now as never)} where id = ${stored}`
  await prepareVersion(sql, id, contentOf(now, chosen))
  await addJob(sql, stored, 'Kites', wantedOf(now, chosen), { listed: false, publication: id })
  await workOnce()
}
const refusal = async (work: Promise<unknown>): Promise<number> =>
  work.then(
    () => 0,
    (error: H3Error) => error.statusCode,
  )
const pathsOf = async (id: string): Promise<Array<[string, number]>> =>
  ((await publishedBrand(sql, id))?.files ?? []).map(({ path, version }) => [path, version])

describe('a publication', () => {
  it('leads nowhere before its first version is written, and holds its files by path then', async () => {
    const { id: stored } = await createProject(sql, project)
    const id = (await addPublication(sql, stored, contentOf(project))) ?? ''
    const token = (await findPublication(sql, id))?.token ?? ''
    expect(await refusal(publicationBehind(sql, token))).toBe(404)
    expect((await listPublished(sql)).map(each => each.id)).not.toContain(id)
    await addJob(sql, stored, 'Kites', wantedOf(project, put()), { listed: false, publication: id })
    expect((await findPublication(sql, id))?.making?.state).toBe('waiting')
    await workOnce()
    expect(await publicationBehind(sql, token)).toMatchObject({ id, version: 1 })
    expect(await pathsOf(id)).toEqual([
      ['artwork/marks/badge.svg', 1],
      ['artwork/marks/pictogram-ferry.svg', 1],
      ['roles.css', 1],
      ['scheme.css', 1],
      ['scheme.theme.css', 1],
      ['scheme.tokens.json', 1],
    ])
    const css = (await publishedFile(sql, id, 'scheme.css'))?.bytes.toString() ?? ''
    for (const { hex } of project.scheme) expect(css).toContain(hex)
    const roles = (await publishedFile(sql, id, 'roles.css'))?.bytes.toString() ?? ''
    expect(roles).toContain(`--dominant: ${project.scheme.find(({ role }) => role === 'dominant')?.hex}`)
    expect(await publishedFile(sql, id, '../scheme.css')).toBeNull()
    const known = await findPublication(sql, id)
    expect(known).toMatchObject({ version: 1, files: 6, making: null })
    expect(known?.versions[0]?.changes.files).toEqual({ added: 6, changed: 0, removed: 0 })
    expect(await sql`select 1 from job_files`).toEqual([])
  })
  it('published anew goes up by one and tells what changed; files that did not keep their version', async () => {
    const known = await published()
    const { tag } = await publicationBehind(sql, known.token)
    const [first] = project.scheme
    const scheme = project.scheme.map(each => (each === first ? { ...each, hex: '#aa3355' } : each))
    await publishAgain(known, { ...project, scheme, artwork: project.artwork.slice(0, 1) })
    const brand = await publishedBrand(sql, known.id)
    expect(brand).toMatchObject({ version: 2, changes: { files: { added: 0, removed: 1 } } })
    expect(brand?.changes.swatches.changed).toEqual([
      { name: first?.name, before: first?.name, from: first?.hex, to: '#aa3355' },
    ])
    expect(await pathsOf(known.id)).toContainEqual(['scheme.css', 2])
    expect((await publicationBehind(sql, known.token)).tag).not.toBe(tag)
  })
  it('published anew without a change stays at its version', async () => {
    const known = await published()
    const { tag } = await publicationBehind(sql, known.token)
    await publishAgain(known, project)
    expect(await findPublication(sql, known.id)).toMatchObject({ version: 1, making: null })
    expect((await publicationBehind(sql, known.token)).tag).toBe(tag)
  })
  it('keeps the version before where a file cannot be written, and says which', async () => {
    const known = await published()
    const gone = project.artwork.map((art, i) => (i ? { ...art, hash: 'e'.repeat(64) } : art))
    await publishAgain(known, { ...project, artwork: gone })
    const after = await findPublication(sql, known.id)
    expect(after).toMatchObject({ version: 1, files: 6, making: { state: 'failed' } })
    expect(after?.making?.reason).toContain('1 of 6 files could not be written')
    expect(after?.making?.reason).toContain('pictogram-ferry.svg')
  })
  it('takes one new version at a time', async () => {
    const known = await published()
    const job = await addJob(sql, known.stored, 'Kites', wantedOf(project, put()), {
      ...{ listed: false, publication: known.id },
    })
    expect(await refusal(prepareVersion(sql, known.id, contentOf(project)))).toBe(409)
    await stopJob(sql, job?.id ?? '')
    expect(await refusal(prepareVersion(sql, known.id, contentOf(project)))).toBe(0)
  })
  it('is withdrawn, given a new link, deleted with its project, and each is taken back', async () => {
    const { id, stored, token } = await published()
    expect(await refusal(publicationBehind(sql, `x${token.slice(1)}`))).toBe(404)
    await changePublication(sql, id, { withdrawn: true })
    expect(await refusal(publicationBehind(sql, token))).toBe(410)
    expect((await listPublished(sql)).map(each => each.id)).not.toContain(id)
    await changePublication(sql, id, { withdrawn: false })
    expect((await listPublished(sql)).find(each => each.id === id)).toMatchObject({
      ...{ project: { id: stored, name: 'Kites' }, version: 1, colors: project.scheme.map(({ hex }) => hex) },
    })
    expect(await renewLink(sql, 'brand', id)).toBe(true)
    expect(await refusal(publicationBehind(sql, token))).toBe(404)
    const next = (await findPublication(sql, id))?.token ?? ''
    await setDeleted(sql, stored, true)
    expect(await refusal(publicationBehind(sql, next))).toBe(404)
    await setDeleted(sql, stored, false)
    expect(await refusal(publicationBehind(sql, next))).toBe(0)
    await changePublication(sql, id, { deleted: true })
    expect(await refusal(publicationBehind(sql, next))).toBe(404)
    expect(await findPublication(sql, id)).toBeNull()
    expect(await changePublication(sql, id, { deleted: false })).toBe(true)
    expect(await refusal(publicationBehind(sql, next))).toBe(0)
    expect(await changePublication(sql, randomUUID(), { withdrawn: true })).toBe(false)
  })
  it('is one of so many of a project', async () => {
    const { id: stored } = await createProject(sql, project)
    for (let n = 0; n < MAX_PUBLICATIONS; n++) await addPublication(sql, stored, contentOf(project))
    expect(await refusal(addPublication(sql, stored, contentOf(project)))).toBe(409)
    expect(await addPublication(sql, randomUUID(), contentOf(project))).toBeNull()
  })
})
