import { columnSlots, ribbonPath, swellSlot, ribbonStart } from './ribbons'

it('gives heights by share, none under the least, filling the room', () => {
  const slots = columnSlots([0.7, 0.3, 0], 100, 10, 2)
  expect(slots.map(({ height }) => Math.round(height * 10) / 10)).toEqual([54.8, 29.2, 10])
  expect((slots.at(-1)?.top ?? 0) + 10 + 2).toBeCloseTo(100)
})
it('needs more room than there is rather than losing an ink', () =>
  expect(
    columnSlots(
      Array.from({ length: 50 }, () => 0.02),
      100,
      10,
    ).at(-1)?.top,
  ).toBe(49 * 12))
describe('a column with one slot swollen', () => {
  const slots = columnSlots(
    Array.from({ length: 40 }, (_, i) => (i === 3 ? 0.5 : 0.0125)),
    400,
    5,
  )
  it('keeps its height, and what was in the middle of the slot stays in it', () => {
    for (let at = 0; at < slots.length; at++) {
      const swollen = swellSlot(slots, at, 24, 400)
      const [own, was] = [swollen[at], slots[at]]
      expect(own?.height).toBeGreaterThanOrEqual(24)
      const middle = (was?.top ?? 0) + (was?.height ?? 0) / 2
      expect(own?.top).toBeLessThanOrEqual(middle)
      expect((own?.top ?? 0) + (own?.height ?? 0)).toBeGreaterThanOrEqual(middle)
      expect((swollen.at(-1)?.top ?? 0) + (swollen.at(-1)?.height ?? 0)).toBeCloseTo(
        (slots.at(-1)?.top ?? 0) + (slots.at(-1)?.height ?? 0),
      )
    }
  })
  it('moves those below on where it is higher than its room, and leaves alone what is high enough', () => {
    expect(swellSlot(slots, 10, 24, 100)[11]?.top).toBeCloseTo((slots[11]?.top ?? 0) + 24 - (slots[10]?.height ?? 0))
    expect(swellSlot(slots, 3, 24, 400)).toBe(slots)
    expect(swellSlot(slots, 99, 24, 400)).toBe(slots)
  })
})
it('begins a ribbon in the middle of its slot, as thick as its share', () => {
  expect(ribbonStart({ top: 100, height: 24 }, 0.02, 300)).toEqual({ top: 109, height: 6 })
  expect(ribbonStart({ top: 100, height: 24 }, 0.5, 300)).toEqual({ top: 100, height: 24 })
  expect(ribbonStart({ top: 0, height: 24 }, 0, 300).height).toBe(2)
})
it('draws a band from slot to slot', () =>
  expect(ribbonPath({ top: 0, height: 10 }, { top: 20, height: 4 }, 0, 100)).toBe(
    'M0 0C50 0 50 20 100 20V24C50 24 50 10 0 10Z',
  ))
