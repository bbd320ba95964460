import { strToU8, zipSync } from 'fflate'
import { type ArchiveEntry, type ArchiveLimits, BadArchive, unpackArchive } from './archive'

const LIMITS: ArchiveLimits = {
  entries: 1000,
  bytes: 1 << 20,
  fileBytes: path => (path.endsWith('.svg') ? 1 << 16 : null),
}
const inChunks = async function* (bytes: Uint8Array, length = 1000): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < bytes.length; at += length) yield bytes.subarray(at, at + length)
}
/** The entries unpacked before the end, or before the archive is refused as a whole. */
const unpack = async (
  bytes: Uint8Array,
  limits = LIMITS,
  length = 1000,
): Promise<{ all: ArchiveEntry[]; problem: string | null }> => {
  const all: ArchiveEntry[] = []
  try {
    for await (const entry of unpackArchive(inChunks(bytes, length), limits)) all.push(entry)
  } catch (error) {
    if (!(error instanceof BadArchive)) throw error
    return { all, problem: error.message }
  }
  return { all, problem: null }
}
const namesOf = (all: readonly ArchiveEntry[]): string[] => all.map(({ path }) => path)
const drawing = (n: number): Uint8Array =>
  strToU8(`<svg xmlns="http://www.w3.org/2000/svg"><path d="M${n} 0h9"/></svg>`)

describe('an archive', () => {
  it('gives its wanted files with their paths, packed or not, in every size of pieces', async () => {
    const bytes = zipSync({
      'icons/a.svg': drawing(1),
      'icons/deep/b.svg': [drawing(2), { level: 0 }],
      'readme.txt': strToU8('nothing'),
      'empty/': new Uint8Array(0),
      'c.svg': new Uint8Array(0),
    })
    for (const length of [7, 100, 100_000]) {
      const { all, problem } = await unpack(bytes, LIMITS, length)
      expect(problem).toBeNull()
      expect(all).toEqual([
        { path: 'icons/a.svg', bytes: drawing(1) },
        { path: 'icons/deep/b.svg', bytes: drawing(2) },
        { path: 'c.svg', bytes: new Uint8Array(0) },
      ])
    }
  })
  it('keeps names of every script, and of 255 letters', async () => {
    const names = ['ψάθα.svg', 'шляпа.svg', '帽子.svg', 'קיט.svg', `${'x'.repeat(251)}.svg`]
    const { all } = await unpack(zipSync(Object.fromEntries(names.map(name => [name, drawing(1)]))))
    expect(namesOf(all)).toEqual(names)
  })
  it('leaves out one file that is too large unpacked, and goes on', async () => {
    const bytes = zipSync({ 'large.svg': new Uint8Array(200_000), 'small.svg': drawing(1) })
    const { all, problem } = await unpack(bytes)
    expect(problem).toBeNull()
    expect(all).toEqual([
      { path: 'large.svg', refused: 'Unpacked, it is larger than 0 MB.' },
      { path: 'small.svg', bytes: drawing(1) },
    ])
  })
  it('is refused where it unpacks to more than is allowed, having unpacked no more than that', async () => {
    const bomb = Object.fromEntries(Array.from({ length: 40 }, (_, n) => [`${n}.svg`, new Uint8Array(60_000)]))
    const { all, problem } = await unpack(zipSync(bomb))
    expect(problem).toBe('Unpacked, the archive is larger than 1 MB.')
    expect(all.length).toBeLessThan(20)
  })
  it('is refused where it holds too many entries, even empty ones nobody wants, in one piece', async () => {
    const many = Object.fromEntries(Array.from({ length: 5000 }, (_, n) => [`${n}`, new Uint8Array(0)]))
    expect((await unpack(zipSync(many), LIMITS, 1e9)).problem).toBe('The archive holds more than 1000 files.')
  })
  it('gives what came before it breaks off, and says so', async () => {
    const bytes = zipSync({ 'a.svg': drawing(1), 'b.svg': [strToU8('x'.repeat(5000)), { level: 0 }] })
    const { all, problem } = await unpack(bytes.subarray(0, 1500))
    expect(namesOf(all)).toEqual(['a.svg'])
    expect(problem).toContain('damaged')
  })
  it('names a file whose bytes are damaged, and goes on', async () => {
    const bytes = zipSync({ 'a.svg': strToU8('<svg/>'.repeat(2000)), 'b.svg': drawing(2) })
    bytes.fill(0xff, 36, 60)
    const { all } = await unpack(bytes)
    expect(all[0]).toMatchObject({ path: 'a.svg', refused: expect.stringContaining('be unpacked') })
  })
  it('says that something else is no archive', async () => {
    expect((await unpack(strToU8('<svg/>'))).problem).toContain('not a ZIP archive')
    expect((await unpack(new Uint8Array(0))).problem).toContain('not a ZIP archive')
  })
})
