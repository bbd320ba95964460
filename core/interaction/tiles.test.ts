import { columnsIn, largestTileSize, GAP, SIZES, tileOf } from './tiles'

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
      const size = largestTileSize(place, { count, ratio, least: 60 })
      const rowsOf = (each: number): number => Math.ceil(count / columnsIn(place.width, tileOf(each, ratio)))
      const heightOf = (each: number): number => rowsOf(each) * (tileOf(each, ratio).height + GAP) - GAP
      expect(heightOf(size)).toBeLessThanOrEqual(place.height)
      if (size < SIZES.most) expect(heightOf(size + SIZES.step)).toBeGreaterThan(place.height)
      expect(size).toBeGreaterThan(90)
    }
})

it('never goes under the least size, but for a fixed number in a row', () => {
  expect(largestTileSize({ width: 500, height: 100 }, { count: 24, ratio: 1, least: 100 })).toBe(100)
  const size = largestTileSize({ width: 520, height: 200 }, { count: 25, ratio: 1.5, columns: 5, least: 110 })
  expect(columnsIn(520, tileOf(size, 1.5))).toBeGreaterThanOrEqual(5)
})
