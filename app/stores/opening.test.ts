import { type FakeServer, freshPage, Refusal, until } from '~/testing/page'
import { artworkOf, PROJECT, storedAs } from '~/testing/project'
import { packInkMap } from '#core/inkmap/codec'
import { inkMapOfSolid } from '#core/inkmap/testing'
import { derivedFrom } from '#core/interaction/testing'
import { useArtworkFiles } from './artwork'
import { useNotices } from './notices'
import { usePainting } from './painting'
import { useProjectSession } from './session'

/* The order in which what a project shows is fetched. Drawings are read by a worker, which is a stand-in here. */

jest.mock('~/workers/desk', () => ({
  deskOf: () => ({
    at: () => ({
      open: (hash: string) => Promise.resolve({ hash, svg: '', inks: [], runs: [], pictures: [], left: {} }),
      unpack: () => Promise.resolve(inkMapOfSolid(2, 2, () => 0)),
      unpackStaged: () => Promise.resolve({ fine: inkMapOfSolid(4, 4, () => 0), coarse: inkMapOfSolid(2, 2, () => 0) }),
    }),
    letGo: () => undefined,
  }),
}))

const artworks = (ids: readonly string[]) => ids.map(id => artworkOf(id, [['#0f6d5f', 1]]))
const PIECES = artworks(['a', 'b', 'c'])
const [FIRST, SECOND, THIRD] = PIECES.map(({ art }) => art.hash) as [string, string, string]
const DOCUMENT = { ...derivedFrom('#0f6d5f', { kind: 'triadic', count: 4 }), artwork: PIECES.map(({ art }) => art) }
let server: FakeServer
const asked = (): string[] => server.asked.filter(({ path }) => path.startsWith('artwork/')).map(({ path }) => path)

beforeEach(() => {
  server = freshPage()
  server
    .on('GET', /^projects\/[^/]+$/, () => storedAs(DOCUMENT))
    .on('GET', /^projects\/[^/]+\/artwork$/, () => PIECES.map(({ file }) => file))
    .on('GET', /\/trail$/, () => ({ states: [], targets: {} }))
    .on('GET', /\/source$/, () => new Uint8Array([60]))
    .on('GET', /\/(map|proof)$/, () => packInkMap(inkMapOfSolid(4, 4, () => 0)))
    .on('POST', /^here$/, () => [])
})
afterEach(() => useProjectSession().close())

describe('a project that is opened', () => {
  const staged = [`artwork/${FIRST}/source`, `artwork/${FIRST}/proof`]
  it('has what is on the stage with its proof, and asks for no other artwork until it comes into sight', async () => {
    await useProjectSession().open(PROJECT)
    expect(asked()).toEqual(staged)
    expect([...useArtworkFiles().proofs.keys()]).toEqual([FIRST])
    await new Promise(done => setTimeout(done, 600))
    expect(asked()).toEqual(staged)
  })
  it('fetches the large map where the colors of very many shapes change', async () => {
    const crowded = { ...PIECES[0]!.file, inks: PIECES[0]!.file.inks.map(ink => ({ ...ink, uses: 400 })) }
    server.on('GET', /^projects\/[^/]+\/artwork$/, () => [crowded, ...PIECES.slice(1).map(({ file }) => file)])
    await useProjectSession().open(PROJECT)
    expect(asked()).toEqual([...staged, `artwork/${FIRST}/map`])
    expect(useArtworkFiles().maps.get(FIRST)).toMatchObject({ fine: { width: 4 }, coarse: { width: 2 } })
  })
  it('paints the proof of other artwork from its map alone, fetched once', async () => {
    await useProjectSession().open(PROJECT)
    const files = useArtworkFiles()
    await Promise.all([files.showProof(SECOND, 'b'), files.showProof(SECOND, 'b')])
    expect(asked().slice(2)).toEqual([`artwork/${SECOND}/proof`])
    expect(files.proofs.get(SECOND)).toMatchObject({ inks: ['#0f6d5f'], map: { width: 2 } })
    expect(files.screens.has(SECOND)).toBe(false)
  })
  it('reads other artwork where it has no map, or it is not known in which order its inks stand', async () => {
    server
      .on('GET', new RegExp(`${SECOND}/proof$`), () => new Uint8Array(0))
      .on('GET', /^projects\/[^/]+\/artwork$/, () =>
        PIECES.map(({ file }) => ({ ...file, inks: file.inks.map(({ at: _, ...ink }) => ink) })),
      )
    await useProjectSession().open(PROJECT)
    const files = useArtworkFiles()
    await files.showProof(SECOND, 'b')
    expect(files.proofs.get(SECOND)).toBeNull()
    await files.showProof(THIRD, 'c')
    expect(files.proofs.get(THIRD)).toMatchObject({ inks: [] }) // as it is read
    expect(asked().slice(2)).toEqual([
      `artwork/${SECOND}/proof`,
      `artwork/${SECOND}/source`,
      `artwork/${THIRD}/proof`,
      `artwork/${THIRD}/source`,
    ])
  })
  it('knows the inks of all artwork at once, so that nothing is matched twice', async () => {
    await useProjectSession().open(PROJECT)
    expect(useArtworkFiles().files.size).toBe(3)
    expect(usePainting().inks).toHaveLength(1)
  })
  it('opens what is put on the stage before its turn', async () => {
    await useProjectSession().open(PROJECT)
    usePainting().shownId = 'c'
    await until(() => useArtworkFiles().screens.has(THIRD))
    expect(asked()[2]).toBe(`artwork/${THIRD}/source`)
  })
  it('shows artwork in its own shapes where its map cannot be had, and says once what cannot be shown at all', async () => {
    server.on('GET', new RegExp(`${SECOND}/proof$`), () => new Refusal(500, 'It broke.'))
    await useProjectSession().open(PROJECT)
    const files = useArtworkFiles()
    await files.showProof(SECOND, 'b')
    expect(files.proofs.get(SECOND)).toBeNull()
    server.on('GET', new RegExp(`${THIRD}/(proof|source)$`), () => new Refusal(500, 'It broke.'))
    await files.showProof(THIRD, 'c')
    await files.show(THIRD, 'c')
    expect(useNotices().shown.map(({ text }) => text)).toEqual([
      '“b” is slower to show because its ink map could not be loaded: It broke.',
      '“c” cannot be shown: It broke.',
    ])
  })
  it('asks piece by piece where the facts about all cannot be loaded', async () => {
    server
      .on('GET', /^projects\/[^/]+\/artwork$/, () => new Refusal(503, 'The database isn’t responding.'))
      .on('GET', /^artwork\/[a-c]+$/, ({ path }) => PIECES.find(({ art }) => path.endsWith(art.hash))?.file)
    await useProjectSession().open(PROJECT)
    expect(asked()[0]).toBe(`artwork/${FIRST}`)
    await until(() => useArtworkFiles().files.size === 3)
    expect(usePainting().inks).toHaveLength(1)
  })
  it('stops fetching when it is left', async () => {
    await useProjectSession().open(PROJECT)
    useProjectSession().close()
    await new Promise(done => setTimeout(done, 600))
    expect(asked()).toHaveLength(2)
  })
})
