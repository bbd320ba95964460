import { createHash } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import { mkdir, mkdtemp, readdir, readFile, rm, symlink, writeFile } from 'node:fs/promises'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { APART, TAKEN_BY } from '#core/extract/extract'
import { HOLD } from '#core/remap/hold'
import { HUES, SHARES } from '#core/remap/intent'
import type { PublishedBrand } from '#core/document/publication'
import { addressOfLink, isSafePath } from './pull'
import { runHere, type Ended } from '../tests/cli'

const TOKEN = 'a'.repeat(32)
let server: Server
let link: string
/** Published files: their content by path. */
let files: Record<string, string>
let version: number
/** Requests the server heard: those for files by their path. */
let heard: string[]
/** An answer in place of the usual one; null for none. */
let instead: ((path: string) => { status: number; body: string } | null) | null

const sha = (text: string): string => createHash('sha256').update(text).digest('hex')
const brand = (): PublishedBrand => ({
  ...{ title: 'Kites', version, at: '2026-11-26T10:00:00.000Z' },
  swatches: [{ name: 'Rose', hex: '#e07a5f', role: 'dominant', share: 1 }],
  changes: { swatches: { added: [], removed: [], changed: [] }, files: { added: 0, changed: 1, removed: 0 } },
  files: Object.entries(files).map(([path, text]) => ({
    ...{ path, size: Buffer.byteLength(text), sha256: sha(text), version },
  })),
})

beforeAll(async () => {
  server = createServer(({ url = '', headers }, response) => {
    const path = decodeURIComponent(url.replace(`/api/brand/${TOKEN}`, ''))
    heard.push(path)
    const other = instead?.(path)
    const tag = `"v${version}"`
    if (other) response.writeHead(other.status).end(other.body)
    else if (path === '' && headers['if-none-match'] === tag) response.writeHead(304).end()
    else if (path === '') response.writeHead(200, { etag: tag }).end(JSON.stringify(brand()))
    else if (files[path.slice('/files/'.length)] !== undefined)
      response.writeHead(200).end(files[path.slice('/files/'.length)])
    else response.writeHead(404).end(JSON.stringify({ message: 'There is no such file.' }))
  })
  await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
  link = `http://127.0.0.1:${(server.address() as AddressInfo).port}/brand/${TOKEN}`
})
afterAll(() => new Promise(done => server.close(done)))
beforeEach(() => {
  files = { 'scheme.css': ':root{}', 'artwork/icons/home.svg': '<svg/>', 'artwork/größe 1.svg': '<svg>1</svg>' }
  version = 1
  heard = []
  instead = null
})

const scratch = (): Promise<string> => mkdtemp(join(tmpdir(), 'plumbago-pull-'))
const pull = (folder: string, ...more: string[]): Promise<Ended> => runHere('pull', link, '-o', folder, ...more)
const contents = async (folder: string): Promise<Record<string, string>> => {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true })
  const paths = entries.filter(each => each.isFile()).map(each => join(each.parentPath, each.name))
  const texts = await Promise.all(paths.map(path => readFile(path, 'utf8')))
  return Object.fromEntries(
    paths
      .map((path, i) => [path.slice(folder.length + 1), texts[i] ?? ''])
      .filter(([path]) => path !== '.plumbago.json'),
  ) as Record<string, string>
}

describe('plumbago pull', () => {
  it('brings all files, ends with 3; asked again nothing is fetched, and it ends with 0', async () => {
    const folder = join(await scratch(), 'deep/brand')
    const first = await pull(folder)
    expect(first).toMatchObject({ code: 3, err: '' })
    expect(first.out).toContain('Version 1: 3 files added')
    expect(await contents(folder)).toEqual(files)
    heard = []
    expect(await pull(folder)).toEqual({ code: 0, out: 'Up to date: version 1.\n', err: '' })
    expect(heard).toEqual([''])
  })
  it('writes what changed and takes away what is gone, with folders that are empty then; other files stay', async () => {
    const folder = await scratch()
    await writeFile(join(folder, 'own.txt'), 'mine')
    await pull(folder)
    files = { 'scheme.css': ':root{--rose:red}', 'artwork/größe 1.svg': '<svg>1</svg>', 'new.svg': '<svg/>' }
    version = 2
    heard = []
    const { code, out } = await pull(folder)
    expect(code).toBe(3)
    expect(out).toContain('Version 2: 1 file added, 1 changed, 1 removed')
    expect(out).toContain('  removed artwork/icons/home.svg')
    expect(heard.filter(Boolean).sort()).toEqual(['/files/new.svg', '/files/scheme.css'])
    expect(await contents(folder)).toEqual({ ...files, 'own.txt': 'mine' })
    expect(await readdir(join(folder, 'artwork'))).toEqual(['größe 1.svg'])
  })
  it('brings back what was deleted or changed in the folder, though nothing new is published', async () => {
    const folder = await scratch()
    await pull(folder)
    await rm(join(folder, 'scheme.css'))
    await writeFile(join(folder, 'artwork/icons/home.svg'), 'broken')
    expect((await pull(folder)).code).toBe(3)
    expect(await contents(folder)).toEqual(files)
  })
  it('with --check writes nothing and says what would change', async () => {
    const folder = await scratch()
    const { code, out } = await pull(folder, '--check')
    expect([code, out]).toEqual([3, expect.stringContaining('would change this folder: 3 files added')])
    expect(await readdir(folder)).toEqual([])
    await pull(folder)
    expect((await pull(folder, '--check')).code).toBe(0)
  })
  it('writes over no file of somebody else, unless asked to; one that was changed here is not taken away', async () => {
    const folder = await scratch()
    await writeFile(join(folder, 'scheme.css'), 'mine')
    const refused = await pull(folder)
    expect([refused.code, refused.err]).toEqual([2, expect.stringContaining('--over')])
    expect(await contents(folder)).toEqual({ 'scheme.css': 'mine' })
    expect((await pull(folder, '--over')).code).toBe(3)
    await writeFile(join(folder, 'artwork/icons/home.svg'), 'mine')
    delete files['artwork/icons/home.svg']
    version = 2
    expect((await pull(folder)).err).toContain('but changed here, so it is left')
    expect((await contents(folder))['artwork/icons/home.svg']).toBe('mine')
  })
  it('touches nothing where the network goes in the middle, and begins anew where a version comes meanwhile', async () => {
    const folder = await scratch()
    instead = path => (path.endsWith('scheme.css') ? { status: 503, body: '{"message":"Busy."}' } : null)
    expect(await pull(folder)).toMatchObject({ code: 2, err: 'Busy.\n' })
    expect(await contents(folder)).toEqual({})
    instead = path => {
      if (path !== '/files/scheme.css') return null
      instead = null
      files['scheme.css'] = ':root{--new:1}'
      version = 2
      return { status: 200, body: files['scheme.css'] }
    }
    expect((await pull(folder)).code).toBe(3)
    expect(await contents(folder)).toEqual(files)
    instead = path => (path === '/files/scheme.css' ? { status: 200, body: 'something else' } : null)
    version = 3
    files['scheme.css'] = 'x'
    expect((await pull(folder)).err).toContain('keeps changing')
  })
  it('says what the server says, and what is wrong with the link', async () => {
    instead = () => ({ status: 410, body: JSON.stringify({ message: 'This publication was withdrawn.' }) })
    expect(await pull(await scratch())).toMatchObject({ code: 2, err: 'This publication was withdrawn.\n' })
    instead = () => ({ status: 200, body: '{"version":1}' })
    expect((await pull(await scratch())).err).toContain('does not lead to a publication')
    instead = () => ({ status: 200, body: '<html>' })
    expect((await pull(await scratch())).err).toContain('does not lead to a publication')
    expect(() => addressOfLink('https://studio.example/review/x')).toThrow('not a publication link')
    expect(addressOfLink(` https://studio.example/brand/${TOKEN}/?x#y `)).toBe(
      `https://studio.example/api/brand/${TOKEN}`,
    )
  })
  it.each(['../x.css', '/etc/x', 'a//b', 'a/../../b', 'C:/x', 'a\\..\\b', '.plumbago.json', 'a/./b', 'x\n', ''])(
    'writes nothing outside the folder: %j',
    async path => {
      expect(isSafePath(path)).toBe(false)
      const folder = await scratch()
      files[path] = 'evil'
      expect((await pull(folder)).err).toContain('would leave the folder')
      expect(await contents(folder)).toEqual({})
    },
  )
  it('follows no link out of the folder', async () => {
    const [folder, other] = [await scratch(), await scratch()]
    await mkdir(join(other, 'icons'))
    await symlink(other, join(folder, 'artwork'))
    expect((await pull(folder)).err).toContain('is not a folder')
    expect(await contents(other)).toEqual({})
  })
})

describe('the help', () => {
  it('names the usual values that the product has', async () => {
    const text = (await runHere('remap', '--help')).out + (await runHere('extract', '--help')).out
    const usual = { hold: HOLD.rest, shares: SHARES.rest, hues: HUES.rest, apart: APART.usual, by: TAKEN_BY[0] }
    for (const [option, value] of Object.entries(usual))
      expect(text.replace(/\s+/g, ' ')).toMatch(new RegExp(`--${option} <[^>]*> [^()]*\\(default: "${value}"\\)`))
  })
  it('tells of every verb, and of the options of one', async () => {
    const [all, one] = [await runHere('--help'), await runHere('remap', '--help')]
    expect([all.code, one.code]).toEqual([0, 0])
    const text = all.out + one.out
    for (const verb of [
      'inks',
      'remap',
      'batch',
      'compare',
      'check',
      'extract',
      'scheme',
      'export',
      'sheet',
      'gradient',
      'pull',
    ])
      expect(text).toMatch(new RegExp(`^  ${verb} `, 'm'))
    expect(text).toContain('--hold <0-1>')
  })
})
