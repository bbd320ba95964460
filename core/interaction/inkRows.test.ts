import { FIRST_REMAP } from '#core/document/remap'
import { familiesOf } from '#core/remap/families'
import {
  areaPercent,
  familiesByInk,
  groupOfSwatch,
  type InkRow,
  inkRows,
  membersOf,
  rowLabel,
  rowsByInk,
  rowsInOrder,
  rowsMatching,
  targetName,
  withFamilies,
} from './inkRows'

const ink = (hex: string, area: number, uses = 1) => ({ hex, area, uses })
const row = (hex: string, more: Partial<InkRow> = {}): InkRow => ({
  ...{ hex, members: [hex], area: 0.1, uses: 1, to: null, excepted: false },
  ...more,
})
const SCHEME = [
  { id: 's1', name: 'Harbor' },
  { id: 's2', name: 'Plum' },
]

describe('inks as lines', () => {
  const remap = {
    ...FIRST_REMAP,
    targets: { '#112233': { to: 's1', by: 'match' as const }, '#ddeeff': { to: 's2', by: 'hand' as const } },
    exceptions: { a1: { '#ddeeff': { to: null, by: 'hand' as const } } },
  }
  it('are one each, with where they go', () => {
    const rows = inkRows([ink('#112233', 0.6, 4), ink('#ddeeff', 0.4)], remap, new Map(), null)
    expect(rows).toEqual([row('#112233', { area: 0.6, uses: 4, to: 's1' }), row('#ddeeff', { area: 0.4, to: 's2' })])
  })
  it('go together where they follow one lead, with their areas and uses', () => {
    const leads = new Map([['#112234', '#112233']])
    const [first, ...rest] = inkRows([ink('#112233', 0.5, 4), ink('#112234', 0.1, 3)], remap, leads, null)
    expect(rest).toEqual([])
    expect(first?.members).toEqual(['#112233', '#112234'])
    expect([first?.area, first?.uses]).toEqual([0.6, 7])
  })
  it('follow the exceptions of their artwork, and say so', () => {
    const [, there] = inkRows([ink('#112233', 0.6), ink('#ddeeff', 0.4)], remap, new Map(), 'a1')
    expect(there).toMatchObject({ to: null, excepted: true })
    const [, elsewhere] = inkRows([ink('#112233', 0.6), ink('#ddeeff', 0.4)], remap, new Map(), 'a2')
    expect(elsewhere).toMatchObject({ to: 's2', excepted: false })
  })
  it('are found by any ink of theirs', () => {
    const rows = [row('#112233', { members: ['#112233', '#112234'] }), row('#ddeeff')]
    const rowOf = rowsByInk(rows)
    expect(rowOf.get('#112234')).toBe(rows[0])
    expect(membersOf(rowOf, ['#112234', '#ddeeff'])).toEqual(['#112233', '#112234', '#ddeeff'])
    expect(membersOf(rowOf, ['#999999'])).toEqual(['#999999'])
  })
  it('take their families along', () => {
    const rows = [row('#203040', { area: 0.5 }), row('#8090a0', { area: 0.2 }), row('#a03020')]
    const families = familiesByInk(familiesOf(rows))
    expect(new Set(withFamilies(rowsByInk(rows), families, ['#8090a0']))).toEqual(new Set(['#203040', '#8090a0']))
    expect(withFamilies(rowsByInk(rows), families, ['#a03020'])).toEqual(['#a03020'])
  })
  it('are grouped by the swatch they go to', () => {
    const rows = [row('#111111', { to: 's1' }), row('#222222', { to: 's2' }), row('#333333', { to: 's1' })]
    expect(groupOfSwatch(rows, 's1').map(({ hex }) => hex)).toEqual(['#111111', '#333333'])
  })
})

describe('the list of inks', () => {
  const rows = [
    row('#203a5c', { to: 's1', area: 0.2 }),
    row('#c8503c', { to: 's2', area: 0.5 }),
    row('#dddddd', { area: 0.3 }),
  ]
  const found = (typed: string): string[] => rowsMatching(rows, typed, SCHEME).map(({ hex }) => hex)
  it('is searched by parts of hexes, hues and swatches; all words have to fit', () => {
    expect(found('  ')).toHaveLength(3)
    expect(found('#20')).toEqual(['#203a5c'])
    expect(found('PLUM')).toEqual(['#c8503c'])
    expect(found('left as')).toEqual(['#dddddd'])
    expect(found('blue')).toEqual(['#203a5c'])
    expect(found('blue plum')).toEqual([])
    expect(found('203 harbor')).toEqual(['#203a5c'])
  })
  it('stands in the order asked for', () => {
    const families = familiesByInk(familiesOf(rows))
    const inOrder = (order: Parameters<typeof rowsInOrder>[1]): string[] =>
      rowsInOrder(rows, order, families).map(({ hex }) => hex)
    expect(inOrder('area')).toEqual(['#c8503c', '#dddddd', '#203a5c'])
    expect(inOrder('lightness')).toEqual(['#dddddd', '#c8503c', '#203a5c'])
    expect(inOrder('hue')).toEqual(['#c8503c', '#203a5c', '#dddddd']) // red, blue, neutrals last
    expect(inOrder('family').at(-1)).toBe('#dddddd')
    expect(rows[0]?.hex).toBe('#203a5c')
  })
  it('of two neutrals has the lighter first', () => {
    const grays = [row('#333333'), row('#cccccc')]
    expect(rowsInOrder(grays, 'hue', new Map()).map(({ hex }) => hex)).toEqual(['#cccccc', '#333333'])
  })
})

describe('a line', () => {
  it('says its ink, area, uses and target, and what is special', () => {
    expect(rowLabel(row('#112233', { area: 0.123, uses: 1, to: 's1' }), SCHEME, false)).toBe(
      'Ink #112233, 12.3% of the artwork, 1 use, Harbor',
    )
    const special = row('#112233', { members: ['#112233', '#112234', '#112235'], uses: 5, excepted: true })
    expect(rowLabel(special, SCHEME, true)).toBe(
      'Ink #112233 and 2 near it, 10.0% of the artwork, 5 uses, left as is, in this artwork alone, loses contrast to what it touches',
    )
    expect(targetName(SCHEME, 'gone')).toBe('left as is')
  })
  it('tells small areas finer', () => {
    expect([0.0123, 0.0999, 0.1, 0.456].map(areaPercent)).toEqual(['1.2%', '10.0%', '10%', '46%'])
  })
})
