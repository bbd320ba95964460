import type { InkRow } from './inkRows'
import { rowsByInk } from './inkRows'
import {
  areasByTarget,
  DROP_LEFT,
  dropCommand,
  GAP,
  isInView,
  minInkHeight,
  ribbonEnds,
  rowsByTarget,
  scrollToShow,
} from './ribbons'

const row = (hex: string, to: string | null, area: number): InkRow => ({
  ...{ hex, to, area, members: [hex], uses: 1, excepted: false },
})
const ROWS = [
  row('#111111', 's2', 0.1),
  row('#222222', null, 0.5),
  row('#333333', 's1', 0.1),
  row('#444444', 's1', 0.3),
]
const SCHEME = [{ id: 's1' }, { id: 's2' }]

describe('the ribbons', () => {
  it('stand by the swatch they go to, largest first, and what is left as is last', () => {
    expect(rowsByTarget(ROWS, SCHEME).map(({ hex }) => hex)).toEqual(['#444444', '#333333', '#111111', '#222222'])
  })
  it('give every swatch the sum of its areas', () => {
    const areas = areasByTarget(ROWS)
    expect(areas.get('s1')).toBeCloseTo(0.4, 9)
    expect(areas.get('s2')).toBeCloseTo(0.1, 9)
    expect(areas.get('')).toBeCloseTo(0.5, 9)
  })
  it('share the slot of their swatch as their inks share the column', () => {
    const slots = [10, 30, 20, 40].map((height, i) => ({ top: i * 50, height }))
    const swatches = new Map([
      ['s1', { top: 100, height: 90 }],
      ['s2', { top: 200, height: 40 }],
    ])
    const targetOf = (hex: string): string | null => ROWS.find(each => each.hex === hex)?.to ?? null
    const ends = ribbonEnds(ROWS, slots, targetOf, swatches)
    expect(ends.get('#222222')).toBeUndefined()
    expect(ends.get('#111111')).toEqual({ top: 200, height: 40 })
    expect(ends.get('#333333')).toEqual({ top: 100, height: 30 })
    expect(ends.get('#444444')).toEqual({ top: 130, height: 60 })
  })
  it('have inks as thin as lets all be seen, but none too thin to see', () => {
    expect(minInkHeight(700, 10)).toBe(5)
    expect(minInkHeight(300, 60)).toBeCloseTo(300 / 60 - GAP, 9)
    expect(minInkHeight(300, 400)).toBe(5) // then the column scrolls
  })
  it('are brought into view by half the column, and not moved where they are', () => {
    const slot = { top: 500, height: 20 }
    expect(isInView(slot, 300, 220)).toBe(true)
    expect(isInView(slot, 300, 219)).toBe(false)
    expect(scrollToShow(slot, 300, 400)).toBe(300)
    expect(scrollToShow(slot, 0, 400)).toBe(300)
    expect(scrollToShow({ top: 50, height: 20 }, 300, 400)).toBe(0)
  })
})

describe('what is dropped', () => {
  const rowOf = rowsByInk(ROWS)
  const ink = { kind: 'ink', hex: '#111111' } as const
  it('goes to the swatch under it, with all that goes along', () => {
    expect(dropCommand(ink, 's1', ['#111111', '#111112'], rowOf, null)).toEqual({
      do: 'retarget',
      inks: ['#111111', '#111112'],
      to: 's1',
      artwork: null,
    })
  })
  it('goes where the ink under it goes', () => {
    expect(dropCommand(ink, '#444444', ['#111111'], rowOf, 'a1')).toMatchObject({ to: 's1', artwork: 'a1' })
    expect(dropCommand(ink, '#222222', ['#111111'], rowOf, null)).toMatchObject({ to: null })
  })
  it('is left as is where that is meant', () => {
    expect(dropCommand(ink, DROP_LEFT, ['#111111'], rowOf, null)).toMatchObject({ do: 'retarget', to: null })
  })
  it('exchanges two swatches, and nothing else', () => {
    const swatch = { kind: 'swatch', id: 's1' } as const
    expect(dropCommand(swatch, 's2', [], rowOf, null)).toEqual({ do: 'exchange', swatches: ['s1', 's2'] })
    for (const target of ['s1', '#444444', DROP_LEFT]) expect(dropCommand(swatch, target, [], rowOf, null)).toBeNull()
  })
})
