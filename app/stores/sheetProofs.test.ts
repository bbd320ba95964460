import { HARMONIES } from '#core/harmony/harmony'
import { derivedFrom } from '#core/interaction/testing'
import { freshWorker, inksOf, worker } from '~/testing/desk'
import { freshPage } from '~/testing/page'
import { artworkOf, beginProject } from '~/testing/project'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { usePainting } from './painting'
import { type Proof, type SheetSource, sheetProofs } from './sheetProofs'

/* Proof sheets worked out in the page and in a worker, whose code runs in this process. */

jest.mock('comlink', () => jest.requireActual<typeof import('~/testing/desk')>('~/testing/desk').comlink)
jest.mock('~/workers/desk', () => jest.requireActual<typeof import('~/testing/desk')>('~/testing/desk').desks)

const sourceOf = (count: number): SheetSource => {
  const { art, file } = artworkOf('a', inksOf(count))
  useArtworkFiles().files = new Map([[art.hash, file]])
  beginProject(derivedFrom('#0f6d5f', { kind: 'triadic', count: 5 }), { known: () => usePainting().known })
  useHistory().run({ do: 'add artwork', artwork: [art] })
  const [now, painting] = [useHistory().settled, usePainting()]
  if (!now) throw new Error('Nothing is open.')
  const variation = { turn: 30, down: 'brightness' as const, step: 0.12 }
  return {
    now,
    offers: 'harmonies',
    settings: { hidden: ['square'], variation, inks: painting.inks, known: painting.known },
    standIns: [],
    pieces: [{ art, inks: file.inks }],
  }
}
const shown: number[] = []
const workOut = (source: SheetSource, goesOn = (): boolean => true): Promise<readonly Proof[] | null> =>
  sheetProofs().work(source, proofs => shown.push(proofs.length), goesOn)
beforeEach(() => {
  jest.requireActual('../workers/sheets.worker')
  Object.assign(globalThis, { requestAnimationFrame: (done: () => void) => setTimeout(done, 1) })
  freshWorker()
  shown.length = 0
  freshPage()
})
const plain = (proofs: readonly Proof[] | null) =>
  proofs?.map(({ key, look, verdict, piece, colors }) => ({ key, look, verdict, piece, colors: [...colors].sort() }))

describe('a proof sheet', () => {
  it('of many inks comes from a worker, proof by proof, the same as the page would make it', async () => {
    const source = sourceOf(150)
    const fromWorker = await workOut(source)
    expect(fromWorker?.map(({ key }) => key)).toEqual(HARMONIES.filter(kind => kind !== 'square'))
    expect(shown).toEqual(HARMONIES.slice(1).map((_, n) => n + 1))
    expect(worker.calls.filter(name => name === 'takeInks')).toHaveLength(1)
    worker.fails = true
    worker.calls.length = 0
    const fromPage = await workOut(source)
    expect(worker.calls).toEqual(['takeInks'])
    expect(plain(fromPage)).toEqual(plain(fromWorker))
  })
  it('of few inks is made in the page', async () => {
    expect(await workOut(sourceOf(20))).toHaveLength(HARMONIES.length - 1)
    expect(worker.calls).toEqual([])
  })
  it('of candidates that were found already is judged only; one that is not to go on ends', async () => {
    const source = sourceOf(150)
    const found = (await workOut(source)) ?? []
    const candidates = found.slice(0, 2).map(({ key, caption, look }) => ({ key, caption, look }))
    expect(plain(await workOut({ ...source, offers: candidates }))).toEqual(plain(found.slice(0, 2)))
    let left = 2
    expect(await workOut(source, () => left-- > 0)).toBeNull()
  })
})
