import { randomUUID } from 'node:crypto'
import { mkdtemp, readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { JSONValue, Sql } from 'postgres'
import sharp from 'sharp'
import { FIRST_REMAP } from '#core/document/remap'
import type { Project } from '#core/document/project'
import { newProject } from '#core/scheme/create'
import type { ArtworkFile } from '#core/document/artwork'
import { receiveMade, receiveRaster, stagePicture } from '../artwork/raster'
import { receiveSvg } from '../artwork/receive'
import { bringUpToDate } from '../artwork/upToDate'
import { artworkMap, artworkProof, artworkSource, artworkStage, findArtwork, storeArtwork } from './artwork'
import { TASKS } from '../workers/tasks'
import { unpackInkMap } from '#core/inkmap/codec'
import { gunzipSync } from 'node:zlib'
import { receivePicture } from '../pictures/receive'
import { connect } from './connect'
import { migrate } from './migrate'
import { findPicture, storePicture, pictureBytes } from './pictures'
import { lookOf } from '#core/document/project'
import { unpackTrail } from '#core/history/trail'
import type { PackedTrail, TrailState } from '#core/document/trail'
import { findPreview, storePreview, withoutPreview } from './previews'
import { createProject, findProject, listProjects, saveProject, setDeleted } from './projects'
import { saveFromText } from '../documents'
import { findPdf, pdfSource, storePdf } from './pdfs'
import { profileBytes, storeProfile } from './profiles'
import { listDeleted, purge } from './purge'
import { findTrail } from './trail'
import { fullIt } from '../../tests/runs'

const url = process.env.TEST_DATABASE_URL
const NAME = `unit_${process.pid}`
let admin: Sql
let sql: Sql
const folder = pathToFileURL(join(__dirname, 'migrations/'))

beforeAll(async () => {
  if (!url) throw new Error('The database tests need TEST_DATABASE_URL; bin/test sets it.')
  admin = connect(url)
  await admin.unsafe(`create database ${NAME}`)
  sql = connect(url.replace(/\/[^/]*$/, `/${NAME}`))
})
afterAll(async () => {
  await sql?.end()
  await admin?.unsafe(`drop database if exists ${NAME} with (force)`)
  await admin?.end()
})

describe('migrations', () => {
  it('are applied once, in order', async () => {
    expect(await migrate(sql, { folder })).toEqual([
      '0001-projects.sql',
      '0002-pictures.sql',
      '0003-trail.sql',
      '0004-last-save.sql',
      '0005-words.sql',
      '0006-pictures-as-artwork.sql',
      '0007-jobs.sql',
      '0008-large-files.sql',
      '0009-previews.sql',
      '0010-shelf.sql',
      '0011-reviews.sql',
      '0012-shelf-colors.sql',
      '0013-projects-by-name.sql',
      '0014-people.sql',
      '0015-presence.sql',
      '0016-unused.sql',
      '0017-demo.sql',
      '0018-left.sql',
      '0019-publications.sql',
      '0020-live-lists.sql',
      '0021-asked-pictures.sql',
      '0022-proof-maps.sql',
      '0023-pdfs.sql',
      '0024-profiles.sql',
    ])
    expect(await migrate(sql, { folder })).toEqual([])
  })
  it('that fail leave nothing behind', async () => {
    const broken = await mkdtemp(join(tmpdir(), 'migrations-'))
    await writeFile(join(broken, '0009-broken.sql'), 'create table half_done (id int); select nonsense;')
    await expect(migrate(sql, { folder: pathToFileURL(`${broken}/`) })).rejects.toThrow('nonsense')
    expect(await sql`select to_regclass('half_done') as found`).toEqual([{ found: null }])
  })
})

describe('projects', () => {
  it('come back as they were stored', async () => {
    const document = newProject('Kites')
    const { id, version } = await createProject(sql, document)
    expect(version).toBe(1)
    expect((await findProject(sql, id))?.document).toEqual(document)
  })
  it('go one version on with each save, and refuse one that started from an older', async () => {
    const { id, document } = await createProject(sql, newProject('First'))
    expect((await saveProject(sql, id, 1, { ...document, name: 'Second' }))?.version).toBe(2)
    const late = saveProject(sql, id, 1, { ...document, name: 'Late' })
    await expect(late).rejects.toMatchObject({ statusCode: 409, data: { document: { name: 'Second' } } })
    expect((await findProject(sql, id))?.document.name).toBe('Second')
  })
  it('are saved by what changed: as the whole would be, validated with it, known again, refused in another version', async () => {
    const { id, document } = await createProject(sql, newProject('Parts'))
    const send = (body: object) => saveFromText(sql, id, JSON.stringify(body), null)
    const save = randomUUID()
    const scheme = document.scheme.map(swatch => ({ ...swatch, name: 'Plum' }))
    const state = { id: 't1', parent: null, time: '2026-12-01T10:00:00.000Z', did: 'rename', kept: null, look: null }
    const body = {
      ...{ version: 1, save, trail: { put: [state], remove: [] } },
      change: { parts: { scheme, name: 'Renamed' }, remap: { hold: 0.25 } },
    }
    expect(await send(body)).toMatchObject({ version: 2 })
    const after = { ...document, scheme, name: 'Renamed', remap: { ...document.remap, hold: 0.25 } }
    expect((await findProject(sql, id))?.document).toEqual(after)
    expect(unpackTrail((await findTrail(sql, id)) as PackedTrail)[0]?.look).toEqual(lookOf(after))
    expect(await send(body)).toMatchObject({ version: 2 }) // its answer was lost
    await expect(send({ ...body, save: randomUUID() })).rejects.toMatchObject({ statusCode: 409 })
    await expect(send({ version: 2, change: { parts: { scheme: 'none' }, remap: {} } })).rejects.toThrow()
    await expect(send({ version: 2, change: { parts: {}, remap: { hold: 7 } } })).rejects.toThrow()
    await expect(send({ version: 2 })).rejects.toThrow()
    await expect(send({ version: 2, document, change: { parts: {}, remap: {} } })).rejects.toThrow()
    // what is no part of a document does not get into one, and nobody else's prototype
    const strange =
      '{"version":2,"change":{"parts":{"__proto__":{"name":"x"},"other":1},"remap":{"__proto__":{"hold":0}}}}'
    expect(await saveFromText(sql, id, strange, null)).toMatchObject({ version: 3 })
    expect((await findProject(sql, id))?.document).toEqual(after)
    expect(await saveFromText(sql, randomUUID(), JSON.stringify(body), null)).toBeNull()
  })
  it('of two saves at once one wins and one is refused', async () => {
    const { id, document } = await createProject(sql, newProject('Race'))
    const results = await Promise.allSettled(
      [1, 2, 3].map(i => saveProject(sql, id, 1, { ...document, name: `Race ${i}` })),
    )
    expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
  })
  it('keep one preview each, never that of an earlier version in place of a later one', async () => {
    const { id, document } = await createProject(sql, newProject('Seen'))
    expect(await findPreview(sql, id)).toEqual({ version: 1, picture: null })
    const isMissing = async (): Promise<boolean> => (await withoutPreview(sql, 24)).some(each => each.id === id)
    expect(await isMissing()).toBe(true)
    await storePreview(sql, id, 1, '<svg/>')
    expect(await findPreview(sql, id)).toEqual({ version: 1, picture: '<svg/>' })
    expect(await isMissing()).toBe(false)
    await saveProject(sql, id, 1, document)
    expect(await findPreview(sql, id)).toEqual({ version: 2, picture: null })
    await storePreview(sql, id, 2, '<svg a="2"/>')
    await storePreview(sql, id, 1, '<svg/>')
    expect(await findPreview(sql, id)).toEqual({ version: 2, picture: '<svg a="2"/>' })
    await setDeleted(sql, id, true)
    expect(await findPreview(sql, id)).toBeNull()
  })

  it('that were deleted are thrown away after 30 days, with the files nobody refers to; what is used anywhere stays', async () => {
    const hashes = ['1', '2', '3', '4', '5'].map(digit => digit.repeat(64))
    const [stored = '', old = '', taken = '', alias = '', lately = ''] = hashes
    for (const hash of [stored, old, taken, lately])
      await sql`insert into pictures (hash, media, source, working, thumbnail, record) values (${hash}, 'x', '', '', '', '{}')`
    await sql`insert into artwork (hash, source, record) values (${stored}, '', '{}')`
    await sql`insert into artwork (hash, same_as, record) values (${alias}, ${stored}, '{}')`
    const withPicture = (name: string, hash: string): Project => ({
      ...newProject(name),
      references: [{ id: 'r1', name: 'x', hash, width: 1, height: 1, region: null, use: true }] as never,
    })
    const here = await createProject(sql, withPicture('Stays', stored))
    await createProject(sql, { ...newProject('Uses an alias'), artwork: [{ hash: alias }] as never })
    const gone = await createProject(sql, withPicture('Deleted long ago', old))
    const recent = await createProject(sql, withPicture('Deleted lately', lately))
    await setDeleted(sql, gone.id, true)
    await setDeleted(sql, recent.id, true)
    await sql`update projects set deleted_at = now() - interval '31 days' where id = ${gone.id}`
    expect((await listDeleted(sql)).map(({ name }) => name).slice(0, 2)).toContain('Deleted lately')
    const there = async (): Promise<string[]> =>
      (
        await sql<Array<{ hash: string }>>`select hash from pictures where hash = any(${hashes}) union
        select hash from artwork where hash = any(${hashes}) order by 1`
      ).map(({ hash }) => hash)
    expect(await purge(sql)).toMatchObject({ projects: 1, files: 0 })
    expect(await there()).toEqual(hashes)
    await sql`update pictures set unused_since = unused_since - interval '31 days'`
    // what is taken up again is used from then on
    await sql`update projects set document = jsonb_set(document, '{note}', to_jsonb(${taken}::text)) where id = ${here.id}`
    expect(await purge(sql)).toMatchObject({ projects: 0, files: 1 })
    expect(await there()).toEqual([stored, taken, alias, lately])
    expect(await findProject(sql, recent.id)).toBeNull()
    expect(await setDeleted(sql, recent.id, false)).toBe(true)
    expect(await setDeleted(sql, gone.id, false)).toBe(false)
    // two at once take turns
    const both = await Promise.all([purge(sql), purge(sql)])
    expect(both).toContainEqual(expect.objectContaining({ projects: 0 }))
  })

  it('keep the PDF their artwork is a page of, and the profile they are printed by, for as long as they refer to them', async () => {
    const [pdf, profile] = ['a'.repeat(64), 'b'.repeat(64)] as const
    const record = { hash: pdf, name: 'Card', pages: [{ width: 4, height: 6 }], removed: [], isForPress: true }
    await storePdf(sql, record, Buffer.from('%PDF-'))
    await storeProfile(sql, { hash: profile, title: 'House' }, Buffer.from('acsp'))
    const printed = newProject('Card')
    const { id } = await createProject(sql, {
      ...printed,
      artwork: [
        { kind: 'svg', id: 'a', name: 'Card', hash: 'c'.repeat(64), width: 4, height: 6, page: { pdf, number: 1 } },
      ],
      check: {
        ...printed.check,
        print: { ...printed.check.print, paper: 'own', own: { hash: profile, title: 'House' } },
      },
    })
    const age = async (): Promise<void> => {
      for (const table of ['pdfs', 'profiles'])
        await sql`update ${sql(table)} set unused_since = unused_since - interval '31 days'`
    }
    await purge(sql)
    await age()
    await purge(sql)
    expect(await findPdf(sql, pdf)).toEqual(record)
    expect((await profileBytes(sql, profile))?.toString()).toBe('acsp')
    await sql`delete from projects where id = ${id}`
    await purge(sql)
    await age()
    expect(await purge(sql)).toMatchObject({ files: 2 })
    expect([await pdfSource(sql, pdf), await profileBytes(sql, profile)]).toEqual([null, null])
  })

  it('that are deleted are gone from list and view until restored', async () => {
    const { id } = await createProject(sql, newProject('Gone'))
    expect(await setDeleted(sql, id, true)).toBe(true)
    expect(await findProject(sql, id)).toBeNull()
    expect((await listProjects(sql, 100)).map(card => card.id)).not.toContain(id)
    await setDeleted(sql, id, false)
    expect((await listProjects(sql, 100)).map(card => card.id)).toContain(id)
    expect(await setDeleted(sql, crypto.randomUUID(), true)).toBe(false)
  })
  it('are listed by page, last changed first, none twice', async () => {
    const first = await listProjects(sql, 2)
    const next = await listProjects(sql, 2, first.at(-1)?.id)
    expect(new Set([...first, ...next].map(({ id }) => id)).size).toBe(first.length + next.length)
    expect([...first, ...next].map(({ updatedAt }) => updatedAt)).toEqual(
      [...first, ...next]
        .map(({ updatedAt }) => updatedAt)
        .sort()
        .reverse(),
    )
  })
})

describe('artwork', () => {
  fullIt('of an earlier version gets what lies beside its inks, once', async () => {
    const bytes = await readFile(join(__dirname, '../../demo/artwork/badge.svg'))
    const { file, ...stored } = await receiveSvg('old.svg', bytes)
    expect(file.inks.some(({ beside }) => beside.length)).toBe(true)
    const old = { ...file, hash: 'e'.repeat(64), inks: file.inks.map(({ hex, area, uses }) => ({ hex, area, uses })) }
    await storeArtwork(sql, { ...stored, file: old as unknown as ArtworkFile })
    const unmixed = file.inks.map(ink => ({ ...ink, beside: ink.beside.map(([hex, part]) => [hex, part]) }))
    const later = { ...file, name: 'later', hash: 'd'.repeat(64), inks: unmixed }
    await storeArtwork(sql, { ...stored, file: later as unknown as ArtworkFile })
    const again: string[] = []
    expect(await bringUpToDate(sql, ({ name }) => again.push(name))).toBe(2)
    expect(again.sort()).toEqual(['later', 'old'])
    // where each ink stands in a map that was made earlier is not known, and is not guessed
    const unplaced = file.inks.map(({ at: _, ...ink }) => ink)
    expect((await findArtwork(sql, old.hash))?.inks).toEqual(unplaced)
    expect((await findArtwork(sql, later.hash))?.inks).toEqual(file.inks)
    expect(await bringUpToDate(sql, () => again.push('twice'))).toBe(0)
  })
  it('is stored once by what is in it, byte for byte, with inks and map', async () => {
    const bytes = await readFile(join(__dirname, '../../demo/artwork/badge.svg'))
    const received = await receiveSvg('folder/My  badge.svg', bytes)
    await storeArtwork(sql, received)
    await storeArtwork(sql, received)
    const { hash } = received.file
    expect(await artworkSource(sql, hash)).toEqual(bytes)
    expect(await findArtwork(sql, hash)).toMatchObject({ name: 'My badge', width: 400, removed: [] })
    expect((await findArtwork(sql, hash))?.inks).toHaveLength(5)
    const [map, proof] = [await artworkMap(sql, hash), await artworkProof(sql, hash)]
    const [large, small] = [map, proof].map(bytes => unpackInkMap(gunzipSync(bytes!)))
    expect([large!.width, small!.width]).toEqual([320, 160])
    expect(proof!.length).toBeLessThan(map!.length)
    // an earlier version stored none: it is made, and stored, when it is asked for
    await sql`update artwork set proof_map = null where hash = ${hash}`
    const made = Buffer.from((await TASKS['reduce map'](sql, { hash }))!)
    expect(unpackInkMap(gunzipSync(made)).width).toBe(160)
    expect(made.equals((await artworkProof(sql, hash))!)).toBe(true)
    expect(await TASKS['reduce map'](sql, { hash: 'f'.repeat(64) })).toBeNull()
    expect(await findArtwork(sql, 'f'.repeat(64))).toBeNull()
  })

  it('that is a picture is stored for the stage too, and taken as something else it has the same bytes', async () => {
    const wide = { width: 2600, height: 40, channels: 3 as const }
    const pixels = Buffer.alloc(2600 * 40 * 3, 90).map((value, i) => value + ((i / 600) % 90))
    const received = await receiveRaster('long-sky.png', await sharp(pixels, { raw: wide }).png().toBuffer())
    await storeArtwork(sql, received)
    const { file, source } = received
    const stage = await stagePicture(sql, file)
    expect(await sharp(stage ?? undefined).metadata()).toMatchObject({ width: 1280, height: 20, format: 'png' })
    const made = await receiveMade(file, source as Uint8Array, stage as Uint8Array, 'painted', [
      '#5a5a5a',
      '#909090',
      '#b0b0b0',
    ])
    await storeArtwork(sql, made)
    expect(made.file).toMatchObject({ manner: 'painted', width: 2600, height: 40 })
    expect(await artworkSource(sql, made.file.hash)).toEqual(source)
    expect(await stagePicture(sql, made.file)).toEqual(stage)
    const again = await receiveMade(made.file, source as Uint8Array, stage as Uint8Array, 'painted', [
      '#5a5a5a',
      '#b0b0b0',
    ])
    await storeArtwork(sql, again)
    expect(await artworkSource(sql, again.file.hash)).toEqual(source)

    await sql`update artwork set stage = null where hash = ${file.hash}` // as an earlier version stored it
    expect(await stagePicture(sql, file)).toEqual(stage)
    expect(await artworkStage(sql, file.hash)).toEqual(stage)
  })
})

describe('a picture', () => {
  it('is stored once by its bytes, in full, at the size it is worked on, and small', async () => {
    const bytes = await readFile(join(__dirname, '../../demo/references/harbor-at-dusk.jpg'))
    const received = await receivePicture('C:\\shots\\harbor-at_dusk.JPG', bytes)
    await storePicture(sql, received)
    await storePicture(sql, received)
    const { hash } = received.file
    expect(await findPicture(sql, hash)).toEqual({ hash, name: 'harbor at dusk', width: 1440, height: 960, notes: [] })
    expect(await pictureBytes(sql, hash, 'source')).toEqual({ media: 'image/jpeg', bytes })
    for (const form of ['working', 'thumbnail'] as const)
      expect((await pictureBytes(sql, hash, form))?.bytes.subarray(8, 12).toString()).toBe('WEBP')
    expect(await pictureBytes(sql, 'f'.repeat(64), 'source')).toBeNull()
  })
})

describe('the trail', () => {
  const document = {
    ...newProject('Trail'),
    remap: { ...FIRST_REMAP, targets: { '#102030': { to: 's1', by: 'match' as const } } },
  }
  const state = (id: string, parent: string | null, more: Partial<TrailState> = {}): TrailState => ({
    id,
    parent,
    time: '2026-11-25T10:00:00.000Z',
    did: 'turn',
    kept: null,
    look: lookOf(document),
    ...more,
  })
  const other = { ...lookOf(document), remap: { ...document.remap, targets: {} } }
  const packed = async (id: string): Promise<PackedTrail> => {
    const found = await findTrail(sql, id)
    if (!found) throw new Error('There is no such project.')
    return found
  }
  const trailOf = async (id: string): Promise<TrailState[]> => unpackTrail(await packed(id))
  const withTrail = async (put: TrailState[]): Promise<string> => {
    const { id } = await createProject(sql, document)
    await saveProject(sql, id, 1, document, { put, remove: [] })
    return id
  }

  it('is stored with a save, in order, states that share their targets saying them once', async () => {
    const { id } = await createProject(sql, document)
    const put = [state('a', null), state('b', 'a'), state('c', 'b', { look: other })]
    await saveProject(sql, id, 1, document, { put, remove: [] })
    expect(await trailOf(id)).toEqual(put)
    expect(Object.keys((await packed(id)).targets)).toHaveLength(2)
  })
  it('of an earlier version is brought up to its present words', async () => {
    const own = { hex: '#102030', hue: 210, angle: 12, over: false }
    const look = {
      ...other,
      baseId: 's2' as string | null,
      scheme: other.scheme.map((each, i) => (i === 1 ? { ...each, own } : each)),
    }
    const put = [state('a', null), state('b', 'a', { look })]
    const id = await withTrail(put)
    const { baseId, ...rest } = look
    const earlier = {
      ...rest,
      remap: { ...rest.remap, targets: undefined },
      lead: baseId,
      scheme: rest.scheme.map(each =>
        each.own ? { ...each, own: { hex: own.hex, hue: own.hue, at: own.angle, over: own.over } } : each,
      ),
    }
    await sql`update trail set look = ${sql.json(JSON.parse(JSON.stringify(earlier)) as JSONValue)}
      where project_id = ${id} and id = 'b'`
    await sql`alter table trail rename column time to at`
    await sql.file(join(__dirname, 'migrations/0005-words.sql'))
    expect(await trailOf(id)).toEqual(put)
  })
  it('takes names and new parents, and gives up states with what only they needed', async () => {
    const id = await withTrail([state('a', null), state('b', 'a', { look: other }), state('c', 'b')])
    await saveProject(sql, id, 2, document, {
      put: [state('a', null, { kept: 'mine' }), state('c', 'a')],
      remove: ['b'],
    })
    expect((await trailOf(id)).map(({ id: each, parent, kept }) => [each, parent, kept])).toEqual([
      ['a', null, 'mine'],
      ['c', 'a', null],
    ])
    expect(Object.keys((await packed(id)).targets)).toHaveLength(1)
  })
  it('of a save that comes again, its answer lost, is stored once', async () => {
    const { id } = await createProject(sql, document)
    const save = randomUUID()
    const change = { put: [state('a', null)], remove: [] }
    const first = await saveProject(sql, id, 1, document, change, save)
    expect((await saveProject(sql, id, 1, document, change, save))?.version).toBe(first?.version)
    expect(await trailOf(id)).toHaveLength(1)
    await expect(saveProject(sql, id, 1, document, change, randomUUID())).rejects.toMatchObject({ statusCode: 409 })
  })
  it('of a save that is refused is not stored', async () => {
    const { id } = await createProject(sql, document)
    await saveProject(sql, id, 1, document)
    await expect(saveProject(sql, id, 1, document, { put: [state('late', null)], remove: [] })).rejects.toMatchObject({
      statusCode: 409,
    })
    expect(await trailOf(id)).toEqual([])
  })
  it('is copied with its project', async () => {
    const id = await withTrail([state('a', null), state('b', 'a', { kept: 'mine' })])
    const copy = await createProject(sql, document, { copyOf: id })
    expect(await trailOf(copy.id)).toEqual(await trailOf(id))
  })
  it('of a project that is deleted is not there', async () => {
    const id = await withTrail([state('a', null)])
    await setDeleted(sql, id, true)
    expect(await findTrail(sql, id)).toBeNull()
  })
})
