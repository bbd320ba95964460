import { columnSlots, ribbonPath, thinned } from './ribbons'

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
it('begins a ribbon in the middle of its slot, as thick as its share', () => {
  expect(thinned({ top: 100, height: 24 }, 0.02, 300)).toEqual({ top: 109, height: 6 })
  expect(thinned({ top: 100, height: 24 }, 0.5, 300)).toEqual({ top: 100, height: 24 })
  expect(thinned({ top: 0, height: 24 }, 0, 300).height).toBe(2)
})
it('draws a band from slot to slot', () =>
  expect(ribbonPath({ top: 0, height: 10 }, { top: 20, height: 4 }, 0, 100)).toBe(
    'M0 0C50 0 50 20 100 20V24C50 24 50 10 0 10Z',
  ))
