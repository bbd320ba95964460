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
      reduced: () => Promise.resolve(inkMapOfSolid(2, 2, () => 0)),
    }),
    letGo: () => undefined,
  }),
}))

const PIECES = ['a', 'b', 'c'].map(id => artworkOf(id, [['#0f6d5f', 1]]))
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
    .on('GET', /\/map$/, () => packInkMap(inkMapOfSolid(4, 4, () => 0)))
    .on('POST', /^here$/, () => [])
})
afterEach(() => useProjectSession().close())

describe('a project that is opened', () => {
  it('has what is on the stage with its proof before any other artwork is asked for, and then all of it', async () => {
    await useProjectSession().open(PROJECT)
    expect(asked()).toEqual([`artwork/${FIRST}/source`, `artwork/${FIRST}/map`])
    expect([...useArtworkFiles().proofs.keys()]).toEqual([FIRST])
    await until(() => useArtworkFiles().proofs.size === 3)
    expect(asked().slice(2)).toEqual([
      `artwork/${SECOND}/source`,
      `artwork/${SECOND}/map`,
      `artwork/${THIRD}/source`,
      `artwork/${THIRD}/map`,
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
  it('says what cannot be shown, also of what comes later, and goes on to the next', async () => {
    server.on('GET', new RegExp(`${SECOND}/source$`), () => new Refusal(500, 'It broke.'))
    await useProjectSession().open(PROJECT)
    await until(() => useArtworkFiles().proofs.size === 2)
    expect(useNotices().shown.map(({ text }) => text)).toEqual(['“b” cannot be shown: It broke.'])
  })
  it('asks piece by piece where it cannot be told what is known of all', async () => {
    server
      .on('GET', /^projects\/[^/]+\/artwork$/, () => new Refusal(503, 'The database does not answer.'))
      .on('GET', /^artwork\/[a-c]+$/, ({ path }) => PIECES.find(({ art }) => path.endsWith(art.hash))?.file)
    await useProjectSession().open(PROJECT)
    expect(asked()[0]).toBe(`artwork/${FIRST}`)
    await until(() => useArtworkFiles().proofs.size === 3)
  })
  it('stops fetching when it is left', async () => {
    await useProjectSession().open(PROJECT)
    useProjectSession().close()
    await new Promise(done => setTimeout(done, 600))
    expect(asked()).toHaveLength(2)
  })
})
