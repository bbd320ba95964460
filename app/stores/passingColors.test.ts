import { nextTick } from 'vue'
import { derivedFrom } from '#core/interaction/testing'
import { paintingOf } from '#core/painting/painting'
import { freshWorker, inksOf, worker } from '~/testing/desk'
import { freshPage, until } from '~/testing/page'
import { artworkOf, beginProject } from '~/testing/project'
import { useArtworkFiles } from './artwork'
import { useHistory } from './history'
import { usePainting } from './painting'

/* Colors that pass by under a hand, with the code of their worker in this process. */

jest.mock('comlink', () => jest.requireActual<typeof import('~/testing/desk')>('~/testing/desk').comlink)
jest.mock('~/workers/desk', () => jest.requireActual<typeof import('~/testing/desk')>('~/testing/desk').desks)

const begin = (count: number): void => {
  const { art, file } = artworkOf('a', inksOf(count))
  useArtworkFiles().files = new Map([[art.hash, file]])
  beginProject(derivedFrom('#0f6d5f', { kind: 'triadic', count: 5 }), { known: () => usePainting().known })
  useHistory().run({ do: 'add artwork', artwork: [art] })
}
beforeEach(() => {
  jest.requireActual('../workers/passing.worker')
  freshWorker()
  freshPage()
})
const turn = (degrees: number): void => useHistory().preview({ do: 'compose', harmony: { turn: degrees } })
/** The colors of the state that is previewed, as they would be at rest. */
const atRest = (): ReadonlyMap<string, string> => {
  const document = useHistory().document
  if (!document) throw new Error('Nothing is open.')
  return paintingOf(document, { inks: usePainting().inks, standIns: [] })('a').colors
}
const asList = (colors: ReadonlyMap<string, string>): string[] => [...colors].map(each => each.join(' ')).sort()

describe('colors that pass by', () => {
  it('come from the worker where there are many inks, and are those at rest', async () => {
    begin(200)
    const painting = usePainting()
    const before = asList(painting.shown('a').colors)
    turn(40)
    expect(asList(painting.shown('a').colors)).toEqual(before) // until they come, those before stay
    await until(() => worker.calls.length >= 2)
    await nextTick()
    expect(asList(painting.shown('a').colors)).toEqual(asList(atRest()))
    expect(asList(painting.shown('a').colors)).not.toEqual(before)
  })
  it('are the latest only, and go when the hand lets go', async () => {
    begin(200)
    const painting = usePainting()
    const before = asList(painting.shown('a').colors)
    for (const degrees of [10, 20, 30, 40, 50]) turn(degrees)
    const last = asList(atRest())
    await until(() => asList(painting.shown('a').colors).join() === last.join())
    expect(worker.calls.length).toBeLessThan(5)
    turn(60)
    useHistory().preview(null)
    await new Promise(done => setTimeout(done, 10))
    expect(asList(painting.shown('a').colors)).toEqual(before)
  })
  it('are worked out at once where there are few inks', () => {
    begin(20)
    turn(40)
    expect(asList(usePainting().shown('a').colors)).toEqual(asList(atRest()))
    expect(worker.calls.length).toBe(0)
  })
  it('are worked out here where the worker fails', async () => {
    begin(200)
    worker.fails = true
    turn(40)
    await new Promise(done => setTimeout(done, 10))
    expect(asList(usePainting().shown('a').colors)).toEqual(asList(atRest()))
  })
})
