import { nextTick } from 'vue'
import { freshPage, until } from '~/testing/page'
import { artworkOf, beginProject } from '~/testing/project'
import { derivedFrom, withSwatches } from '#core/interaction/testing'
import type { Print } from '#core/print/papers'
import type { InkArea } from '#core/remap/inks'
import { useArtworkFiles } from './artwork'
import { useChecking } from './checking'
import { useHandOverView } from './handOverTabs'
import { useHistory } from './history'
import { useNotices } from './notices'
import { usePainting } from './painting'
import { usePrinting } from './printing'
import { useProjectSession } from './session'
import { useStage } from './stage'

/*
 * Checking and printing with the code of their workers, in this process: a worker's name leads to what it exposes. Only the
 * color engine is a stand-in.
 */

const asPromise = <Answer>(work: () => Answer): Promise<Awaited<Answer>> =>
  new Promise<Answer>(done => setTimeout(() => done(work()), 0)) as Promise<Awaited<Answer>>

jest.mock('comlink', () => {
  const exposed: Record<string, object> = {}
  let loading = ''
  const load = (url: string): object => {
    loading = /(check|press)\.worker/.exec(url)?.[1] ?? ''
    if (loading === 'check') jest.requireActual('../workers/check.worker')
    else jest.requireActual('../workers/press.worker')
    return exposed[loading] as object
  }
  return {
    proxy: (call: unknown) => call,
    expose: (desk: object) => void (exposed[loading] = desk),
    wrap: (worker: { url: string }) => {
      const desk = exposed[/(check|press)\.worker/.exec(worker.url)?.[1] ?? ''] ?? load(worker.url)
      return new Proxy(desk, {
        get:
          (of, name) =>
          (...given: unknown[]) =>
            asPromise(() => (Reflect.get(of, name) as (...all: unknown[]) => unknown)(...given)),
      })
    },
  }
})
/** The stand-in for a press: it prints everything in a mid gray, or fails with these words. */
let pressFails: string | null = null
jest.mock('~/workers/press', () => standInPress())
jest.mock('../workers/press', () => standInPress())
function standInPress() {
  return {
    pressFor: ({ paper }: Print) => {
      if (pressFails) return Promise.reject(new Error(pressFails))
      return Promise.resolve(
        paper && {
          cmykOf: () => [0, 0, 0, 50],
          printed: () => '#808080',
          proof: (all: Uint16Array) => all.fill(0x8080),
        },
      )
    },
  }
}

const NO_PRINT = { do: 'print', paper: null } as const
const INKS = [
  ['#ffffff', 0.6],
  ['#f4f1e8', 0.2],
  ['#102030', 0.2],
] as const
const inkAreas: InkArea[] = INKS.map(([hex, area]) => ({ hex, area }) as InkArea)

beforeEach(async () => {
  pressFails = null
  freshPage()
  Object.assign(globalThis, {
    Worker: class {
      readonly url: string
      constructor(url: URL | string) {
        this.url = String(url)
      }
    },
  })
  const { art, file } = artworkOf('a', INKS)
  const scheme = derivedFrom('#0f6d5f', { kind: 'triadic', count: 4 })
  beginProject(
    { ...withSwatches(scheme, { 1: { hex: '#777777' }, 2: { hex: '#787878' } }), artwork: [art] },
    { inks: inkAreas },
  )
  useHistory().run(NO_PRINT)
  useArtworkFiles().files = new Map([[art.hash, file]])
  await nextTick()
})

describe('checking', () => {
  it('finds problems of the scheme, with the fixes of each where these are wanted', async () => {
    const checking = useChecking()
    await checking.refresh(checking.asked, false)
    expect(checking.open.map(({ rule }) => rule)).toContain('alike')
    expect(checking.fixes.size).toBe(0)
    await checking.refresh(checking.asked, true)
    expect([...checking.fixes.keys()]).toEqual(checking.open.map(({ key }) => key))
    expect(checking.problem).toBeNull()
    expect(checking.pressProblem).toBeNull()
  })
  it('tells in which pieces a finding holds, and puts one after the other on the stage', async () => {
    const history = useHistory()
    const { art, file } = artworkOf('a', INKS)
    const { art: other, file: otherFile } = artworkOf('b', INKS.slice(0, 2))
    history.run({ do: 'add artwork', artwork: [other] })
    useArtworkFiles().files = new Map([
      [art.hash, file],
      [other.hash, otherFile],
    ])
    const checking = useChecking()
    // a scheme of one dark color alone: what wears it stands in one piece, what wears the light ones in both
    await checking.refresh(checking.asked, false)
    const counts = new Map(checking.open.map(({ key }) => [key, checking.pieces.get(key)?.length]))
    const withInks = checking.open.filter(({ inks }) => inks.length)
    expect(withInks.length).toBeGreaterThan(0)
    for (const finding of withInks) {
      const has = (inks: ReadonlyArray<readonly [string, number]>): boolean =>
        inks.some(([hex]) => finding.inks.includes(hex))
      const expected = [...(has(INKS) ? [art.id] : []), ...(has(INKS.slice(0, 2)) ? [other.id] : [])]
      if (finding.swatches.length === 1) expect(checking.pieces.get(finding.key)).toEqual(expected)
      const ids = checking.pieces.get(finding.key) ?? []
      if (!ids.length) continue
      usePainting().shownId = ids[0] ?? null
      checking.goToPiece(finding, 1)
      expect(usePainting().piece?.id).toBe(ids[1] ?? ids[0])
    }
    expect(counts.size).toBe(checking.open.length)
  })
  it('shows a fix without taking it, takes it, and the finding is gone', async () => {
    const checking = useChecking()
    await checking.refresh(checking.asked, true)
    const finding = checking.open.find(({ rule }) => rule === 'alike')
    const fix = finding && checking.fixes.get(finding.key)?.[0]
    if (!fix) throw new Error('There is no fix.')
    const before = useHistory().settled?.scheme
    checking.preview(fix)
    expect(useHistory().document?.scheme).not.toEqual(before)
    checking.preview(null)
    expect(useHistory().document?.scheme).toEqual(before)
    checking.take(fix)
    expect(useNotices().shown.at(-1)?.text).toBe(`${fix.words}: done.`)
    await checking.refresh(checking.asked, false)
    expect(checking.open.map(({ key }) => key)).not.toContain(finding.key)
  })
  it('puts a finding aside with a note, and takes it up again', async () => {
    const checking = useChecking()
    await checking.refresh(checking.asked, false)
    const [finding] = checking.open
    if (!finding) throw new Error('There is no finding.')
    const serious = checking.serious
    checking.putAside(finding, '  on purpose ')
    expect(checking.aside.map(({ key }) => key)).toEqual([finding.key])
    expect(useHistory().document?.check.aside[finding.key]).toMatchObject({ note: 'on purpose' })
    expect(checking.serious).toBe(serious - (finding.severity === 'serious' ? 1 : 0))
    checking.takeUp(finding)
    expect(checking.aside).toEqual([])
  })
  it('searches for changes that settle all that is ticked, and forgets them when the scheme changes', async () => {
    const checking = useChecking()
    await checking.refresh(checking.asked, false)
    const all = checking.ticked.length
    expect(all).toBeGreaterThan(1)
    const [last] = checking.ticked.slice(-1)
    if (!last) throw new Error('Nothing is ticked.')
    checking.tick(last, false)
    expect(checking.ticked).toHaveLength(all - 1)
    checking.tick(last, true)
    expect(checking.ticked).toHaveLength(all)
    await checking.mend()
    expect(checking.mending).toMatchObject({ part: null })
    expect(checking.mending?.looks.length).toBeGreaterThan(0)
    const [first] = useHistory().document?.scheme ?? []
    useHistory().run({ do: 'lock', id: first?.id ?? '', locked: true })
    await nextTick()
    expect(checking.mending).toBeNull()
  })
  it('says what cannot be checked, and checks the rest', async () => {
    useHistory().run({ do: 'print', paper: 'coated' })
    await nextTick()
    pressFails = 'The profile could not be loaded.'
    const checking = useChecking()
    await checking.refresh(checking.asked, false)
    expect(checking.pressProblem).toBe('The profile could not be loaded.')
    expect(checking.open.length).toBeGreaterThan(0)
    pressFails = null
    await checking.refresh(checking.asked, false)
    expect(checking.pressProblem).toBeNull()
  })
  it('has nothing to check without inks', async () => {
    const checking = useChecking()
    useArtworkFiles().files = new Map()
    await nextTick()
    expect(usePainting().inks).toEqual([])
    await checking.refresh(checking.asked, true)
    expect(checking.open).toEqual([])
  })
})

describe('printing', () => {
  it('says what each color of the scheme takes of ink, once however often it is in the scheme', async () => {
    const printing = usePrinting()
    await printing.ask()
    expect([...printing.prints]).toEqual([]) // not printed
    printing.set({ paper: 'coated' })
    await printing.ask()
    const hexes = new Set(useHistory().document?.scheme.map(({ hex }) => hex))
    expect([...printing.prints.keys()]).toEqual([...hexes])
    expect([...printing.prints.values()][0]).toMatchObject({ cmyk: [0, 0, 0, 50], printed: '#808080' })
  })
  it('shows printed colors only while the stage is seen on paper', async () => {
    const printing = usePrinting()
    printing.set({ paper: 'coated' })
    await nextTick()
    expect(printing.shownAs).toBeNull()
    useStage().eyes = 'paper'
    await until(() => printing.shownAs !== null)
    expect(printing.shownAs?.('#ff0000')).toBe('#808080')
    useStage().eyes = 'everyone'
    await nextTick()
    expect(printing.shownAs).toBeNull()
  })
  it('says that there is no profile, and has it when it is asked again', async () => {
    pressFails = 'The profile could not be loaded.'
    const printing = usePrinting()
    printing.set({ paper: 'coated' })
    useStage().eyes = 'paper'
    await until(() => printing.problem !== null)
    expect(printing.problem).toBe('The profile could not be loaded.')
    expect(printing.shownAs).toBeNull()
    pressFails = null
    printing.again()
    await until(() => printing.shownAs !== null && printing.prints.size > 0)
    expect(printing.problem).toBeNull()
  })
})

describe('views of Hand over', () => {
  it('begin with the first in each project', async () => {
    const tabs = useHandOverView()
    tabs.view = 'review'
    useProjectSession().id = 'another'
    await nextTick()
    expect(tabs.view).toBe('colorways')
  })
})
