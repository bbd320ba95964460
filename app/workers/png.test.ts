import { decode } from 'fast-png'
import sharp from 'sharp'
import { seeded } from '#core/math/random'
import { largePictureOf, pngOf, pngOfStrips } from './png'

const chance = seeded(11)
const [width, height] = [37, 29]
const data = Uint8Array.from({ length: width * height * 4 }, () => Math.floor(chance() * 256))

/** The rows of the picture, so many at a time. */
function* strips(rows: number) {
  for (let above = 0; above < height; above += rows)
    yield { pixels: data.subarray(above * width * 4, Math.min(height, above + rows) * width * 4), above }
}

it.each([1, 4, 100])('a PNG written in strips of %i rows is the picture, pixel by pixel', async rows => {
  const parts: number[] = []
  const png = await pngOfStrips({ width, height }, strips(rows), part => parts.push(part))
  expect(Uint8Array.from(decode(png).data)).toEqual(data)
  const { data: pixels, info } = await sharp(png).raw().toBuffer({ resolveWithObject: true })
  expect([info.width, info.height, info.channels]).toEqual([width, height, 4])
  expect(Uint8Array.from(pixels)).toEqual(data)
  expect(parts).toHaveLength(Math.ceil(height / rows))
})

describe('a large PNG', () => {
  it('is read as the server writes it', async () => {
    const png = await sharp(data, { raw: { width, height, channels: 4 } })
      .png()
      .toBuffer()
    const read = await largePictureOf(png)
    expect([read.width, read.height]).toEqual([width, height])
    expect(read.data).toEqual(data)
  })
  it.each([
    [
      'filtered',
      () =>
        sharp(data, { raw: { width, height, channels: 4 } })
          .png({ adaptiveFiltering: true })
          .toBuffer(),
    ],
    ['written by ourselves', () => pngOfStrips({ width, height }, strips(9), () => undefined)],
    ['stored', () => Promise.resolve(pngOf({ width, height, data }, false))],
  ])('is read where it is %s', async (_, written) => {
    expect(Uint8Array.from((await largePictureOf(await written())).data)).toEqual(data)
  })
  it('without alpha is read, opaque', async () => {
    const png = await sharp(data, { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .png()
      .toBuffer()
    const { data: read } = await largePictureOf(png)
    expect(read.filter((_, i) => i % 4 === 3)).toEqual(new Uint8Array(width * height).fill(255))
  })
  it('that ends early is refused', async () => {
    const png = await sharp(data, { raw: { width, height, channels: 4 } })
      .png()
      .toBuffer()
    await expect(largePictureOf(png.subarray(0, png.length / 2))).rejects.toThrow()
  })
})
