import fc from 'fast-check'
import { boardHeight, clampToBoard } from './board'
import { markerFraction, stateAtFraction, stateBeside } from './trailStrip'
import { FITTED, fitSize, visiblePart, zoomView } from './view'

describe('the view of the stage', () => {
  it('fits the artwork by its narrower side', () => {
    expect(fitSize({ width: 448, height: 1048 }, { width: 100, height: 100 }, 24)).toEqual({ width: 400, height: 400 })
    expect(fitSize({ width: 448, height: 248 }, { width: 100, height: 50 }, 24)).toEqual({ width: 400, height: 200 })
  })
  it('zooms within 1 and 16, and is fitted again at 1', () => {
    expect(zoomView(FITTED, 0.5)).toEqual(FITTED)
    expect(zoomView(FITTED, 100).zoom).toBe(16)
    expect(zoomView({ zoom: 1.1, pan: { x: 30, y: 5 } }, 0.5)).toEqual(FITTED)
  })
  it('keeps what is under the pointer where it is', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1.5, max: 8, noNaN: true }),
        fc.integer({ min: -300, max: 300 }),
        fc.integer({ min: -300, max: 300 }),
        fc.double({ min: 0.8, max: 1.9, noNaN: true }),
        (zoom, pan, x, factor) => {
          const before = { zoom, pan: { x: pan, y: 0 } }
          const after = zoomView(before, factor, { x, y: 0 })
          fc.pre(after.zoom > 1 && after.zoom < 16)
          // the place of the artwork under x, from its middle, in fitted pixels
          const under = (view: typeof before): number => (x - view.pan.x) / view.zoom
          expect(under(after)).toBeCloseTo(under(before), 6)
        },
      ),
    ))
  it('shows a part of zoomed artwork', () => {
    const room = { width: 200, height: 100 }
    expect(visiblePart(room, room, FITTED)).toBeNull()
    expect(visiblePart(room, room, { zoom: 2, pan: { x: 0, y: 0 } })).toEqual({
      x: 0.25,
      y: 0.25,
      width: 0.5,
      height: 0.5,
    })
    expect(visiblePart(room, room, { zoom: 2, pan: { x: 100, y: 50 } })).toEqual({
      x: 0,
      y: 0,
      width: 0.5,
      height: 0.5,
    })
    expect(visiblePart(room, room, { zoom: 2, pan: { x: 900, y: 0 } })).toBeNull()
  })
})

describe('the board of references', () => {
  it('shows tall pictures no taller than it can, and keeps all of them on it', () => {
    expect(boardHeight({ width: 400, height: 200 })).toBeCloseTo(0.155, 6)
    expect(boardHeight({ width: 100, height: 900 })).toBe(0.205)
    expect(clampToBoard({ x: 2, y: 2 }, 0.5)).toEqual({ x: 0.69, y: 0.4 })
    expect(clampToBoard({ x: -1, y: -1 }, 0.5)).toEqual({ x: 0, y: 0 })
    expect(clampToBoard({ x: 0.3, y: 0.3 }, 0.05)).toEqual({ x: 0.3, y: 0 })
  })
})

describe('the strip of the trail', () => {
  it('has a state under every part of its width', () => {
    expect([0, 0.24, 0.25, 0.99, 1, -0.1].map(part => stateAtFraction(part, 4))).toEqual([0, 0, 1, 3, 3, 0])
    expect(stateAtFraction(0.5, 0)).toBe(-1)
  })
  it('is stepped through within its ends, from its end where one is not in it', () => {
    expect(stateBeside(1, 1, 4)).toBe(2)
    expect(stateBeside(3, 1, 4)).toBe(3)
    expect(stateBeside(0, -1, 4)).toBe(0)
    expect(stateBeside(-1, -1, 4)).toBe(3)
    expect(stateBeside(-1, -1, 0)).toBe(-1)
  })
  it('marks the middle of a state', () => {
    expect(markerFraction(0, 4)).toBe(0.125)
    expect(markerFraction(3, 4)).toBe(0.875)
  })
})
