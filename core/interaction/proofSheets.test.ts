import { knownInks } from '#core/commands/known'
import { lookOf } from '#core/document/project'
import { HARMONIES } from '#core/harmony/harmony'
import { TONE_PLANS } from '#core/harmony/tone'
import type { Candidate } from '#core/proofs/candidates'
import {
  candidatesOf,
  enlargedBox,
  toggleHidden,
  isCurrentProof,
  isMarked,
  keptLookName,
  toggleMarked,
  MAX_MARKED,
  proofsInOrder,
  type Sheet,
  companionSheet,
  sheetRatio,
  VARIATIONS_ACROSS,
} from './proofSheets'
import { derivedFrom, withSwatches } from './testing'

const project = derivedFrom('#0f6d5f', { kind: 'triadic', count: 5 })
const SETTINGS = {
  hidden: [],
  variation: { turn: 30, down: 'brightness', step: 0.12 },
  inks: [],
  known: knownInks([]),
} as const
const offered = (sheet: Sheet, more: object = {}): Candidate[] => [
  ...candidatesOf(sheet, project, { ...SETTINGS, ...more }),
]
const candidate = (turn: number): Candidate => ({
  key: `${turn}`,
  caption: `turned by ${turn}`,
  look: lookOf({ ...project, harmony: { ...project.harmony, turn } }),
})

describe('a proof sheet', () => {
  it('offers every harmony that is not hidden, from the base that is', () => {
    expect(offered('harmonies').map(({ key }) => key)).toEqual([...HARMONIES])
    const some = offered('harmonies', { hidden: ['square', 'free'] })
    expect(some.map(({ key }) => key)).toEqual(HARMONIES.filter(kind => kind !== 'square' && kind !== 'free'))
    for (const { look } of some) expect(look.scheme.map(({ hex }) => hex)).toContain('#0f6d5f')
  })
  it('offers every tone plan, and a grid of variations with the present look in its middle', () => {
    expect(offered('tones').map(({ key }) => key)).toEqual([...TONE_PLANS])
    const grid = offered('variations')
    expect(grid).toHaveLength(VARIATIONS_ACROSS ** 2)
    expect(grid[(grid.length - 1) / 2]?.look.scheme.map(({ hex }) => hex)).toEqual(project.scheme.map(({ hex }) => hex))
  })
  it('of deals comes from elsewhere, and what is done to the whole is no sheet', () => {
    expect(offered('deals')).toEqual([])
    expect(offered('whole')).toEqual([])
  })
  it('stands in the order asked for', () => {
    const proofs = [
      { key: 'a', verdict: { rank: 1, serious: 0 } },
      { key: 'b', verdict: { rank: 3, serious: 2 } },
      { key: 'c', verdict: { rank: 2, serious: 0 } },
    ]
    const order = (first: Parameters<typeof proofsInOrder>[1]): string =>
      proofsInOrder(proofs, first)
        .map(({ key }) => key)
        .join('')
    expect(order('as offered')).toBe('abc')
    expect(order('best')).toBe('bca')
    expect(order('fewest serious')).toBe('cab')
  })
  it('has another beside it where there is room', () => {
    expect(companionSheet('harmonies', true)).toBe('variations')
    expect(companionSheet('deals', true)).toBe('harmonies')
    expect(companionSheet('whole', true)).toBeNull()
    expect(companionSheet('deals', false)).toBeNull()
  })
  it('hides harmonies, but never the last', () => {
    expect(toggleHidden([], 'square')).toEqual(['square'])
    expect(toggleHidden(['square', 'free'], 'square')).toEqual(['free'])
    const all = HARMONIES.slice(1)
    expect(toggleHidden(all, HARMONIES[0])).toEqual(all)
  })
  it('knows the proof the project is in', () => {
    const present = { key: 'x', caption: '', look: lookOf(project) }
    expect(isCurrentProof('harmonies', { ...present, key: 'triadic' }, project)).toBe(true)
    expect(isCurrentProof('harmonies', { ...present, key: 'square' }, project)).toBe(false)
    expect(isCurrentProof('harmonies', { ...present, key: 'triadic' }, { ...project, derived: false })).toBe(false)
    expect(isCurrentProof('tones', { ...present, key: project.harmony.plan }, project)).toBe(true)
    expect(isCurrentProof('deals', present, project)).toBe(true)
    expect(isCurrentProof('deals', candidate(20), project)).toBe(false)
  })
})

describe('marks', () => {
  it('are put and taken by look, up to as many as can be compared', () => {
    const [one, other] = [candidate(10), candidate(20)]
    const marked = toggleMarked([one], other) ?? []
    expect(marked.map(({ key }) => key)).toEqual(['10', '20'])
    expect(isMarked(marked, { look: candidate(10).look })).toBe(true)
    expect(toggleMarked(marked, { ...candidate(10), key: 'again' })?.map(({ key }) => key)).toEqual(['20'])
    const full = Array.from({ length: MAX_MARKED }, (_, i) => candidate(i))
    expect(toggleMarked(full, candidate(99))).toBeNull()
    expect(toggleMarked(full, candidate(0))).toHaveLength(MAX_MARKED - 1)
  })
  it('and kept looks are called by what they are', () => {
    const named = withSwatches(project, { 0: { name: 'pine' } })
    expect(keptLookName(null, named)).toBe('Triadic on pine')
    expect(keptLookName({ caption: 'deal 3', look: lookOf(named) }, project)).toBe('Deal 3 on pine')
  })
})

describe('the tiles of a sheet', () => {
  it('have the shape of the widest artwork, within bounds', () => {
    expect(sheetRatio([])).toBe(1)
    expect(
      sheetRatio([
        { width: 2, height: 1 },
        { width: 1, height: 1 },
      ]),
    ).toBe(2)
    expect(sheetRatio([{ width: 9, height: 1 }])).toBe(3)
    expect(sheetRatio([{ width: 1, height: 9 }])).toBe(0.3)
  })
  it('are enlarged right of themselves, left where there is no room, and inside the sheet', () => {
    const sheet = { width: 1200, height: 700 }
    const right = enlargedBox(sheet, { left: 100, right: 200, top: 300, height: 100 }, 1, 90)
    expect(right).toEqual({ left: 208, top: 0, width: 648 })
    const left = enlargedBox(sheet, { left: 900, right: 1000, top: 600, height: 100 }, 1, 90)
    expect(left?.left).toBe(900 - 8 - 648)
    expect((left?.top ?? 0) + 700).toBeLessThanOrEqual(700)
    expect(enlargedBox(sheet, { left: 100, right: 800, top: 0, height: 600 }, 1, 600)).toBeNull()
  })
})
