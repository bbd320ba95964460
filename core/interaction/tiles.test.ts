import { cellsIn, columnsIn, largestTileSize, GAP, SIZES, tileOf } from './tiles'

const RATIOS = [0.5, 0.7, 1, 1.5, 2.4]

it('a tile has the shape of its artwork, and as much area as a square of its size', () => {
  for (const ratio of RATIOS) {
    const { picture } = tileOf(200, ratio)
    expect(picture * picture * ratio).toBeCloseTo(200 * 200, -3)
  }
  expect(tileOf(60, 0.5).width).toBeGreaterThanOrEqual(92) // a long word of a caption fits
})

it('fits as many proofs as there are into a place, as large as they can be', () => {
  for (const ratio of RATIOS)
    for (const count of [5, 9, 24]) {
      const place = { width: 1240, height: 560 }
      const size = largestTileSize(place, { count, ratio, min: 60 })
      const rowsOf = (each: number): number => Math.ceil(count / columnsIn(place.width, tileOf(each, ratio)))
      const heightOf = (each: number): number => rowsOf(each) * (tileOf(each, ratio).height + GAP) - GAP
      expect(heightOf(size)).toBeLessThanOrEqual(place.height)
      if (size < SIZES.max) expect(heightOf(size + SIZES.step)).toBeGreaterThan(place.height)
      expect(size).toBeGreaterThan(90)
    }
})

it('never goes under the least size, but for a fixed number in a row', () => {
  expect(largestTileSize({ width: 500, height: 100 }, { count: 24, ratio: 1, min: 100 })).toBe(100)
  const size = largestTileSize({ width: 520, height: 200 }, { count: 25, ratio: 1.5, columns: 5, min: 110 })
  expect(columnsIn(520, tileOf(size, 1.5))).toBeGreaterThanOrEqual(5)
})

describe('a rectangle over a grid', () => {
  const cell = { width: 100, height: 80 }
  const over = (x1: number, y1: number, x2: number, y2: number, count = 10): number[] =>
    cellsIn({ from: { x: x1, y: y1 }, to: { x: x2, y: y2 } }, cell, 4, count)
  it('touches the cells it lies on, drawn from any corner', () => {
    expect(over(110, 10, 250, 100)).toEqual([1, 2, 5, 6])
    expect(over(250, 100, 110, 10)).toEqual([1, 2, 5, 6])
    expect(over(110, 100, 250, 10)).toEqual([1, 2, 5, 6])
  })
  it('touches none beyond the last, and none before the first', () => {
    expect(over(0, 0, 1000, 1000)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9])
    expect(over(250, 170, 390, 230)).toEqual([])
    expect(over(-50, -90, -10, -20)).toEqual([])
    expect(over(0, 500, 10, 600)).toEqual([])
  })
})
