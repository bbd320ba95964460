import { averageColor, cropAround, patchPixels } from './patch'
import { workingSize, type Picture } from '#core/picture/picture'
import { paintMap } from './place'
import { tallyPixels } from './tally'

const picture = (
  width: number,
  height: number,
  pixels: ReadonlyArray<readonly [number, number, number, number?]>,
): Picture => ({ width, height, data: Uint8ClampedArray.from(pixels.flatMap(([r, g, b, a = 255]) => [r, g, b, a])) })

describe('a sample', () => {
  it('of one pixel is that pixel', () => {
    const four = picture(2, 2, [
      [1, 2, 3],
      [40, 50, 60],
      [7, 8, 9],
      [250, 251, 252],
    ])
    expect(averageColor(cropAround(four, 0.75, 0.25, patchPixels(0, 2)))).toBe('#28323c')
    expect(averageColor(cropAround(four, 0.99, 0.99, 1))).toBe('#fafbfc')
  })
  it('is averaged in linear light: black and white make the sRGB value of half the light, 188', () =>
    expect(
      averageColor(
        picture(2, 1, [
          [0, 0, 0],
          [255, 255, 255],
        ]),
      ),
    ).toBe('#bcbcbc'))
  it('leaves clear pixels out, and is none where all are clear', () => {
    expect(
      averageColor(
        picture(2, 1, [
          [10, 20, 30],
          [255, 255, 255, 0],
        ]),
      ),
    ).toBe('#0a141e')
    expect(averageColor(picture(1, 1, [[1, 1, 1, 0]]))).toBeNull()
  })
  it('at the edge measures what there is of the picture', () =>
    expect(
      averageColor(
        cropAround(
          picture(2, 1, [
            [90, 0, 0],
            [90, 0, 0],
          ]),
          0,
          0,
          5,
        ),
      ),
    ).toBe('#5a0000'))
  it('is an odd number of pixels wide, from one to a tenth of the width', () =>
    expect([0, 0.0001, 0.01, 0.1, 5].map(patch => patchPixels(patch, 1000))).toEqual([1, 1, 11, 101, 101]))
})

it('the map paints every solid pixel in the color that stands for it', () => {
  const three = picture(3, 1, [
    [200, 10, 10],
    [12, 14, 190],
    [0, 0, 0, 0],
  ])
  const into = new Uint8ClampedArray(12)
  paintMap(three, tallyPixels([{ picture: three }]), ['#d01010', '#1010d0'], into)
  expect([...into]).toEqual(
    [208, 16, 16, 255, 16, 16, 208, 255, 255, 255, 255, 0].map((value, i) => (i >= 8 && i < 11 ? into[i] : value)),
  )
})

it.each([
  [1440, 960],
  [8000, 5000],
  [40_000, 900],
  [30_000, 30],
  [1, 1],
  [39_000_000, 1],
])('a picture of %i by %i is worked on at about a megapixel, no side longer than a canvas holds', (width, height) => {
  const size = workingSize(width, height)
  expect(size.width * size.height).toBeLessThan(1_010_000)
  expect(Math.max(size.width, size.height)).toBeLessThanOrEqual(8192)
  expect(Math.min(size.width, size.height)).toBeGreaterThanOrEqual(1)
})
