import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { Sql } from 'postgres'
import { shelfPutSchema, shelfQuerySchema, type ShelfPut, type ShelfQuery } from '#core/document/shelf'
import { connect, inTransaction } from './connect'
import { migrate } from './migrate'
import {
  findOnShelf,
  listFolders,
  listTags,
  makeFolder,
  putOnShelf,
  renameFolder,
  saveOver,
  updateOnShelf,
  searchShelf,
  setFolderAway,
  setDeletedOnShelf,
  versionsOnShelf,
} from './shelf'

const url = process.env.TEST_DATABASE_URL
const NAME = `shelf_${process.pid}`
let admin: Sql
let sql: Sql

beforeAll(async () => {
  if (!url) throw new Error('The database tests need TEST_DATABASE_URL; bin/test sets it.')
  admin = connect(url)
  await admin.unsafe(`create database ${NAME}`)
  sql = connect(url.replace(/\/[^/]*$/, `/${NAME}`))
  await migrate(sql, { folder: pathToFileURL(join(__dirname, 'migrations/')) })
})
afterAll(async () => {
  await sql?.end()
  await admin?.unsafe(`drop database if exists ${NAME} with (force)`)
  await admin?.end()
})
afterEach(async () => {
  await sql`truncate shelf, shelf_folders cascade`
})

const scheme = (name: string, hexes: string[], text: Partial<ShelfPut> = {}): ShelfPut =>
  shelfPutSchema.parse({
    name,
    swatches: hexes.map((hex, i) => ({ hex, name: `color ${i}`, role: i ? 'supporting' : 'dominant', share: 0.2 })),
    origin: { kind: 'band', title: '', project: null },
    ...text,
  })
const names = async (query: Partial<ShelfQuery>): Promise<string[]> =>
  (await searchShelf(sql, shelfQuerySchema.parse(query))).schemes.map(({ name }) => name)

describe('the shelf', () => {
  it('keeps schemes, finds them by the beginnings of words, whatever their accents, and by letters within', async () => {
    await putOnShelf(
      sql,
      scheme('Café terrace', ['#e07a5f'], { note: 'For the summer menu', tags: ['Food', 'food', ' warm '] }),
    )
    const harbor = scheme('Harbor', ['#0f6d5f'], {
      origin: {
        kind: 'colorway',
        title: 'At dusk',
        project: { id: '11111111-1111-4111-8111-111111111111', name: 'Wayfinding' },
      },
    })
    await putOnShelf(sql, harbor)
    expect(await names({ words: 'cafe' })).toEqual(['Café terrace'])
    expect(await names({ words: 'SUM men' })).toEqual(['Café terrace'])
    expect(await names({ words: 'dusk' })).toEqual(['Harbor'])
    expect(await names({ words: 'wayf' })).toEqual(['Harbor'])
    expect(await names({ words: 'errac' })).toEqual(['Café terrace'])
    expect(await names({ words: '100%_' })).toEqual([])
    expect(await names({ words: "'; drop table shelf; --" })).toEqual([])
    expect(await names({ words: '&|!()*:' })).toEqual([])
    expect(await names({ tags: ['food', 'warm'] })).toEqual(['Café terrace'])
    expect(await names({ order: 'name' })).toEqual(['Café terrace', 'Harbor'])
    expect(await listTags(sql)).toEqual([
      { tag: 'food', count: 1 },
      { tag: 'warm', count: 1 },
    ])
  })

  it('finds by color: near one, the nearest first; holding all of several', async () => {
    await putOnShelf(sql, scheme('terracotta and green', ['#e07a5f', '#0f6d5f', '#f4f1de']))
    await putOnShelf(sql, scheme('near terracotta', ['#d9745a', '#222222']))
    await putOnShelf(sql, scheme('blue', ['#2e4f7f']))
    expect(await names({ near: '#e07a5f' })).toEqual(['terracotta and green', 'near terracotta'])
    expect(await names({ near: '#d9745a' })).toEqual(['near terracotta', 'terracotta and green'])
    expect(await names({ near: '#ff00ff' })).toEqual([])
    expect(await names({ holds: ['#e07a5f', '#106e60'] })).toEqual(['terracotta and green'])
    expect(await names({ holds: ['#e07a5f', '#2e4f7f'] })).toEqual([])
    expect(await names({ near: '#e07a5f', words: 'green' })).toEqual(['terracotta and green'])
  })

  it('finds what fits colors, the best first, though none is quite the same; and may have to be near another one as well', async () => {
    await putOnShelf(sql, scheme('both nearly', ['#d9745a', '#16756a', '#f4f1de']))
    await putOnShelf(sql, scheme('one exactly, none like the other', ['#e07a5f', '#ffffff']))
    await putOnShelf(sql, scheme('both quite', ['#e07a5f', '#0f6d5f']))
    await putOnShelf(sql, scheme('neither', ['#2e4f7f', '#101010']))
    expect(await names({ fits: ['#e07a5f', '#0f6d5f'] })).toEqual(['both quite', 'both nearly'])
    expect(await names({ fits: ['#e07a5f', '#0f6d5f'], near: '#f4f1de' })).toEqual(['both nearly'])
    expect(await names({ fits: ['#e07a5f', '#0f6d5f'], words: 'quite' })).toEqual(['both quite'])
  })

  it('saves over what was seen only, keeps what was before, and is found by its colors now', async () => {
    const { id, origin } = await putOnShelf(sql, scheme('Changing', ['#e07a5f']))
    const { swatches } = scheme('Other', ['#2e4f7f'])
    expect(await saveOver(sql, id, 1, { swatches, origin })).toMatchObject({ version: 2, swatches })
    await expect(saveOver(sql, id, 1, { swatches, origin })).rejects.toMatchObject({ statusCode: 409 })
    expect(await versionsOnShelf(sql, id)).toMatchObject([{ version: 1, swatches: [{ hex: '#e07a5f' }] }])
    expect(await names({ near: '#e07a5f' })).toEqual([])
    expect(await names({ near: '#2e4f7f' })).toEqual(['Changing'])
  })

  it('has folders that come and go without what is in them', async () => {
    const made = await makeFolder(sql, 'Clients')
    const { id } = await putOnShelf(sql, scheme('In it', ['#e07a5f'], { folder: made.id, favorite: true }))
    await putOnShelf(sql, scheme('Beside', ['#e07a5f']))
    expect(await listFolders(sql)).toEqual([{ ...made, count: 1 }])
    expect(await names({ folder: made.id })).toEqual(['In it'])
    expect(await names({ folder: 'none' })).toEqual(['Beside'])
    expect(await names({ favorite: true })).toEqual(['In it'])
    expect(await renameFolder(sql, made.id, 'Patrons')).toBe(true)
    await setFolderAway(sql, made.id, true)
    expect((await names({ folder: 'none' })).sort()).toEqual(['Beside', 'In it'])
    await setFolderAway(sql, made.id, false)
    expect(await listFolders(sql)).toEqual([{ id: made.id, name: 'Patrons', count: 1 }])
    expect(await updateOnShelf(sql, id, { folder: null, tags: ['x'] })).toMatchObject({
      folder: null,
      tags: ['x'],
      version: 1,
    })
  })

  it('is changed for several at once, or not at all; what is taken off comes back', async () => {
    const one = await putOnShelf(sql, scheme('One', ['#e07a5f']))
    const changing = inTransaction(sql, async within => {
      await updateOnShelf(within, one.id, { tags: ['changed'] })
      throw new Error('no more')
    })
    await expect(changing).rejects.toThrow('no more')
    expect((await findOnShelf(sql, one.id))?.tags).toEqual([])
    expect(await setDeletedOnShelf(sql, [one.id], true)).toBe(1)
    expect(await names({})).toEqual([])
    expect(await findOnShelf(sql, one.id)).toBeNull()
    await setDeletedOnShelf(sql, [one.id], false)
    expect(await names({})).toEqual(['One'])
  })
})
