import { centerOf, isDrawing, isWithin, outlinePath, rectangleBetween } from './outline'

describe('an outline', () => {
  const square = rectangleBetween({ x: 10, y: 10 }, { x: 30, y: 40 })
  it('holds what lies within it', () => {
    expect(isWithin({ x: 20, y: 20 }, square)).toBe(true)
    for (const [x, y] of [
      [5, 20],
      [35, 20],
      [20, 5],
      [20, 45],
    ] as const)
      expect(isWithin({ x, y }, square)).toBe(false)
  })
  it('drawn from any corner holds the same', () => {
    const turned = rectangleBetween({ x: 30, y: 40 }, { x: 10, y: 10 })
    expect(isWithin({ x: 11, y: 39 }, turned)).toBe(true)
    expect(isWithin({ x: 9, y: 39 }, turned)).toBe(false)
  })
  it('that crosses itself holds by the even-odd rule', () => {
    const star = [0, 144, 288, 72, 216].map(angle => ({
      x: Math.sin((angle * Math.PI) / 180) * 10,
      y: -Math.cos((angle * Math.PI) / 180) * 10,
    }))
    expect(isWithin({ x: 0, y: 0.5 }, star)).toBe(false) // wound round twice
    expect(isWithin({ x: 0, y: -7 }, star)).toBe(true)
  })
  it('of one or two points holds nothing', () => {
    expect(isWithin({ x: 0, y: 0 }, [{ x: 0, y: 0 }])).toBe(false)
    expect(
      isWithin({ x: 1, y: 1 }, [
        { x: 0, y: 0 },
        { x: 2, y: 2 },
      ]),
    ).toBe(false)
  })
  it('is a closed path, relative to where the stage begins', () => {
    expect(outlinePath(square, { x: 10, y: 10 })).toBe('M0 0L20 0L20 30L0 30Z')
    expect(centerOf({ left: 10, top: 20, width: 4, height: 6 })).toEqual({ x: 12, y: 23 })
  })
  it('is drawn from four pixels on, and once it has begun, but never where shapes are clicked', () => {
    const from = { x: 0, y: 0 }
    expect(isDrawing('rectangle', from, { x: 3.9, y: 0 }, false)).toBe(false)
    expect(isDrawing('rectangle', from, { x: 4, y: 0 }, false)).toBe(true)
    expect(isDrawing('lasso', from, { x: 1, y: 0 }, true)).toBe(true)
    expect(isDrawing('point', from, { x: 50, y: 0 }, false)).toBe(false)
  })
})
