import { apply } from '#core/commands/commands'
import { knownInks } from '#core/commands/known'
import { lookOf } from '#core/document/project'
import { HARMONIES } from '#core/harmony/harmony'
import { TONE_PLANS } from '#core/harmony/tone'
import { MAX_MARKED } from '#core/interaction/proofSheets'
import { POOL } from '#core/proofs/deals'
import { freshPage, until } from '~/testing/page'
import { artworkOf, beginProject } from '~/testing/project'
import { derivedFrom } from '#core/interaction/testing'
import { useArtworkFiles } from './artwork'
import { useDeals } from './deals'
import { useHistory } from './history'
import { useLineUp } from './lineUp'
import { useNotices } from './notices'
import { useProofs } from './proofs'

jest.mock('~/workers/desk', () => ({
  deskOf: () => ({ at: () => ({ open: () => Promise.reject(new Error('no worker')) }), letGo: () => undefined }),
}))
/** Requests to a worker, which tests answer. */
const asked: unknown[][] = []
jest.mock('comlink', () => ({
  wrap: () =>
    new Proxy(
      {},
      {
        get:
          (_, name) =>
          (...given: unknown[]) => {
            asked.push([name, ...given])
            return Promise.resolve(
              name === 'dealt'
                ? { seeds: [4, 9], candidates: [] }
                : [{ key: 'p', caption: 'proposed', look: given[0] }],
            )
          },
      },
    ),
  proxy: (value: unknown) => value,
}))
Object.assign(globalThis, { Worker: class {} })

const PIECE = artworkOf('a', [
  ['#203a5c', 0.6],
  ['#f0e6d0', 0.4],
])

beforeEach(() => {
  freshPage()
  asked.length = 0
  useArtworkFiles().files = new Map([[PIECE.file.hash, PIECE.file]])
  const project = derivedFrom('#0f6d5f', { kind: 'triadic', count: 4, spread: 0 })
  const known = knownInks(PIECE.file.inks)
  beginProject(apply(project, { do: 'add artwork', artwork: [PIECE.art] }, known), { inks: PIECE.file.inks })
})
const candidate = (turn: number) => {
  const now = useHistory().settled as NonNullable<ReturnType<typeof useHistory>['settled']>
  return {
    key: `${turn}`,
    caption: `turned by ${turn}`,
    look: lookOf({ ...now, harmony: { ...now.harmony, turn } }),
  }
}
const pointer = (x: number, y = 0): PointerEvent => ({ clientX: x, clientY: y }) as PointerEvent

describe('the proofs', () => {
  it('of a sheet are worked out, each judged in the artwork', async () => {
    const proofs = useProofs()
    await proofs.main.refresh()
    expect(proofs.main.shown.map(({ key }) => key)).toEqual([...HARMONIES])
    for (const { piece, colors, verdict } of proofs.main.shown) {
      expect(piece.id).toBe('a')
      expect(colors.size).toBe(2)
      expect(verdict.edgesKept).toBeGreaterThanOrEqual(0)
    }
    proofs.sheet = 'tones'
    await proofs.main.refresh()
    expect(proofs.main.shown.map(({ key }) => key)).toEqual([...TONE_PLANS])
    proofs.sheet = 'whole'
    await proofs.main.refresh()
    expect(proofs.main.shown).toEqual([])
  })
  it('come best first where that is asked', async () => {
    const proofs = useProofs()
    proofs.first = 'best'
    await proofs.main.refresh()
    const ranks = proofs.main.shown.map(({ verdict }) => verdict.rank)
    expect(ranks).toEqual([...ranks].sort((one, other) => other - one))
  })
  it('are asked for anew by what they depend on; an older sheet gives way', async () => {
    const proofs = useProofs()
    const first = proofs.main.refresh()
    proofs.sheet = 'tones'
    await Promise.all([first, proofs.main.refresh()])
    expect(proofs.main.shown.map(({ key }) => key)).toEqual([...TONE_PLANS])
  })
  it('pointed at are previewed, clicked adopted', () => {
    const [proofs, history] = [useProofs(), useHistory()]
    proofs.point(candidate(30))
    expect([history.document?.harmony.turn, history.settled?.harmony.turn]).toEqual([30, 0])
    proofs.point(null)
    expect(history.document?.harmony.turn).toBe(0)
    proofs.adopt(candidate(30))
    expect(history.settled?.harmony.turn).toBe(30)
    expect(history.undoable).toContain('turned by 30')
  })
  it('that come to lie under a resting pointer are not previewed, until it moves', () => {
    const [proofs, history] = [useProofs(), useHistory()]
    proofs.adopt(candidate(30), pointer(50) as unknown as MouseEvent)
    proofs.point(candidate(60), pointer(50.5))
    expect(history.previewing).toBe(false)
    proofs.point(candidate(60), pointer(56))
    expect(history.document?.harmony.turn).toBe(60)
  })
  it('are marked to be compared, from two on and up to six', () => {
    const proofs = useProofs()
    proofs.compare()
    expect(proofs.comparing).toBe(false)
    expect(useNotices().shown.at(-1)?.text).toContain('Mark two to six proofs first')
    for (let i = 0; i < MAX_MARKED; i++) proofs.mark(candidate(i * 10))
    proofs.compare()
    expect(proofs.comparing).toBe(true)
    proofs.mark(candidate(300))
    expect(proofs.marked).toHaveLength(MAX_MARKED)
    expect(useNotices().shown.at(-1)?.text).toContain(`Up to ${MAX_MARKED}`)
    for (let i = 0; i < MAX_MARKED - 1; i++) proofs.mark(candidate(i * 10))
    expect([proofs.marked.length, proofs.comparing]).toEqual([1, false])
    proofs.clear()
    proofs.point(candidate(70))
    proofs.markUnder()
    expect(proofs.isMarked(candidate(70))).toBe(true)
  })
  it('are kept on the trail, and that is taken back', async () => {
    const proofs = useProofs()
    proofs.keep(candidate(30))
    const notice = useNotices().shown.at(-1)
    expect(notice?.text).toMatch(/^Kept “Turned by 30 on .*” on the trail\.$/)
    await notice?.undo?.()
  })
  it('lie large over stage and bench, and what is done to the whole is no sheet', () => {
    const proofs = useProofs()
    proofs.sheet = 'whole'
    proofs.layLarge()
    expect([proofs.large, proofs.sheet]).toEqual([true, 'harmonies'])
    proofs.layLarge()
    expect(proofs.large).toBe(false)
  })
  it('of a second sheet stand beside where there is room', () => {
    const proofs = useProofs()
    expect(proofs.beside.what).toBeNull()
    proofs.roomy = true
    expect(proofs.beside.what).toBe('variations')
    proofs.layLarge()
    expect(proofs.beside.what).toBeNull()
  })
})

describe('deals', () => {
  it('are worked out once for what they are of, and remember the seeds that were chosen', async () => {
    const deals = useDeals()
    deals.afresh()
    expect(deals.current).toMatchObject({ seed: 1, seeds: null })
    await deals.candidates()
    expect(deals.current?.seeds).toEqual([4, 9])
    await deals.candidates()
    expect(asked.filter(([name]) => name === 'dealt')).toHaveLength(1)
    deals.afresh()
    expect([deals.past.length, deals.at, deals.current?.seed]).toEqual([2, 1, 1 + POOL])
    await deals.candidates()
    deals.at = 0
    await deals.candidates()
    expect(asked.at(-1)?.at(-1)).toEqual([4, 9])
  })
  it('are none where all is locked', async () => {
    const history = useHistory()
    for (const { id } of history.settled?.scheme ?? []) history.run({ do: 'lock', id, locked: true })
    const deals = useDeals()
    deals.afresh()
    expect(deals.isHeld).toBe(true)
    expect(await deals.candidates()).toEqual([])
    expect(asked).toEqual([])
  })
  it('are dealt when their sheet is opened, and more like one, or less', async () => {
    const [proofs, deals] = [useProofs(), useDeals()]
    proofs.sheet = 'deals'
    await until(() => deals.current !== null)
    proofs.more(candidate(40))
    expect(deals.current?.like).toHaveLength(3)
    proofs.less(candidate(80))
    expect(deals.current?.unlike).toHaveLength(1)
  })
  it('are remembered in the browser', () => {
    useDeals().afresh()
    expect(JSON.parse(localStorage.getItem('plumbago deals ') ?? '[]')).toHaveLength(1)
  })
})

describe('colorways', () => {
  it('are frozen by a name of their own, and measured on the piece that is shown', async () => {
    const lineUp = useLineUp()
    lineUp.freeze()
    lineUp.freeze()
    expect(lineUp.colorways).toHaveLength(2)
    expect(new Set(lineUp.colorways.map(({ name }) => name)).size).toBe(2)
    expect(useNotices().shown[0]?.text).toMatch(/^Froze this look as “.*”\.$/)
    await until(() => lineUp.figures.size === 2)
    expect(lineUp.figures.get(lineUp.colorways[0]?.id ?? '')?.edgesKept).toBeGreaterThanOrEqual(0)
  })
  it('stay as they were frozen', () => {
    const [lineUp, history] = [useLineUp(), useHistory()]
    lineUp.freeze()
    const [colorway] = lineUp.colorways
    if (!colorway) throw new Error('There is no colorway.')
    const before = lineUp.paintedIn(colorway, PIECE.art).colors.get('#203a5c')
    history.run({ do: 'set base', base: { hex: '#e07a5f', hue: 13, typed: '#e07a5f' } })
    expect(lineUp.paintedIn(lineUp.colorways[0] ?? colorway, PIECE.art).colors.get('#203a5c')).toBe(before)
  })
  it('are compared two at a time, the one marked longest first', () => {
    const lineUp = useLineUp()
    for (let i = 0; i < 3; i++) lineUp.freeze()
    const [one = '', two = '', three = ''] = lineUp.colorways.map(({ id }) => id)
    for (const id of [one, two, three]) lineUp.mark(id)
    expect(lineUp.pair?.map(({ id }) => id)).toEqual([two, three])
    lineUp.mark(three)
    expect(lineUp.pair).toBeNull()
  })
  it('are proposed, and taken one by one', async () => {
    const lineUp = useLineUp()
    await lineUp.propose()
    expect(lineUp.proposed).toHaveLength(1)
    const [proposal] = lineUp.proposed ?? []
    if (proposal) lineUp.takeProposed({ ...candidate(30), caption: proposal.caption })
    expect(lineUp.colorways).toHaveLength(1)
  })
  it('say what became of their artwork since', () => {
    const [lineUp, history] = [useLineUp(), useHistory()]
    lineUp.freeze()
    history.run({ do: 'add artwork', artwork: [{ ...PIECE.art, id: 'z', name: 'Badge' }] })
    expect(lineUp.sinceWords(lineUp.colorways[0] as never)).toBe('Badge added since')
    history.run({ do: 'remove artwork', ids: ['a'] } as never)
    expect(lineUp.sinceWords(lineUp.colorways[0] as never)).toBe('a removed since; Badge added since')
  })
})
