import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import sharp from 'sharp'
import { extractColors } from '#core/extract/extract'
import { pictureInfo, workingFiles, workingPicture } from './pictures'

const FIVE = ['#2e4f7f', '#d45d48', '#f2c14e', '#7a9e7e', '#3c2a4d']
const plain = (width: number, height: number, background: string | sharp.RGBA = '#2e6a74'): sharp.Sharp =>
  sharp({ create: { width, height, channels: 4, background } })
const read = async (bytes: Uint8Array) => {
  const info = await pictureInfo(bytes)
  return { info, picture: await workingPicture(bytes, info) }
}
const pixel = (
  { data, width }: { data: Uint8Array | Uint8ClampedArray; width: number },
  x: number,
  y: number,
): number[] => [...data.slice((y * width + x) * 4, (y * width + x) * 4 + 4)]

/** Five blocks side by side on white, as a picture file. */
const palette = (colors: readonly string[]): sharp.Sharp =>
  sharp({ create: { width: 1000, height: 600, channels: 3, background: '#ffffff' } }).composite(
    colors.map((background, i) => ({
      input: { create: { width: 168, height: 440, channels: 3 as const, background } },
      left: 40 + i * 188,
      top: 50,
    })),
  )

describe('a picture file', () => {
  it('is read upright, whatever its EXIF orientation says', async () => {
    const sideways = await sharp({ create: { width: 80, height: 40, channels: 3, background: '#000000' } })
      .composite([
        { input: { create: { width: 10, height: 10, channels: 3, background: '#ffffff' } }, left: 0, top: 0 },
      ])
      .withMetadata({ orientation: 6 })
      .jpeg({ quality: 100 })
      .toBuffer()
    const { info, picture } = await read(sideways)
    expect([info.width, info.height, picture.width, picture.height]).toEqual([40, 80, 40, 80])
    expect(pixel(picture, 36, 3)[0]).toBeGreaterThan(240) // the top left corner, turned right, is at the top right
  })
  it('is decoded straight to about a megapixel', async () => {
    const { info, picture } = await read(await plain(5000, 4000).png().toBuffer())
    expect([info.width, info.height]).toEqual([5000, 4000])
    expect(picture.width * picture.height).toBeLessThan(1_010_000)
    expect(picture.width / picture.height).toBeCloseTo(1.25, 2)
  })
  it('is converted to sRGB from its own profile, and from CMYK, and says so', async () => {
    const wide = await read(await plain(40, 40, '#00ff00').withIccProfile('p3').png().toBuffer())
    pixel(wide.picture, 20, 20).forEach((value, i) =>
      expect(Math.abs(value - ([0, 255, 0, 255][i] as number))).toBeLessThan(5),
    )
    const print = await read(await plain(40, 40, '#d45d48').toColorspace('cmyk').jpeg({ quality: 100 }).toBuffer())
    expect(print.info.notes.join()).toContain('CMYK')
    pixel(print.picture, 20, 20)
      .slice(0, 3)
      .forEach((value, i) => expect(Math.abs(value - ([0xd4, 0x5d, 0x48][i] as number))).toBeLessThan(40))
  })
  it('of 16 bits is worked on in 8, and says so', async () => {
    const { info, picture } = await read(await plain(40, 40).toColorspace('rgb16').png().toBuffer())
    expect(info.notes.join()).toContain('more than 8 bits')
    expect(pixel(picture, 5, 5)).toEqual([0x2e, 0x6a, 0x74, 255])
  })
  it('that is animated gives its first frame, and says so', async () => {
    const frames = await Promise.all(['#ff0000', '#0000ff'].map(color => plain(30, 20, color).png().toBuffer()))
    const animated = await sharp(frames, { join: { animated: true } })
      .webp({ lossless: true })
      .toBuffer()
    const { info, picture } = await read(animated)
    expect(info.notes.join()).toContain('first frame')
    expect([info.width, info.height]).toEqual([30, 20])
    expect(pixel(picture, 10, 10)).toEqual([255, 0, 0, 255])
  })
  it('keeps its alpha, and comes back from its working file as it was', async () => {
    const { picture } = await read(
      await plain(30, 20, { r: 10, g: 200, b: 30, alpha: 1 })
        .composite([
          {
            input: { create: { width: 10, height: 20, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } },
            left: 0,
            top: 0,
            blend: 'dest-out',
          },
        ])
        .png()
        .toBuffer(),
    )
    const { working, thumbnail } = await workingFiles(picture)
    const again = await sharp(working).ensureAlpha().raw().toBuffer()
    expect([...again.subarray(60, 64)]).toEqual(pixel(picture, 15, 0))
    expect(thumbnail.length).toBeGreaterThan(20)
  })
  it.each([
    ['text', Buffer.from('this is no picture'), 'not a PNG, JPEG, WebP or GIF'],
    ['nothing', Buffer.alloc(0), 'not a PNG, JPEG, WebP or GIF'],
    [
      'SVG under another name',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
      'not a PNG, JPEG, WebP or GIF',
    ],
  ])('that is %s is refused in a plain sentence', async (_what, bytes, words) => {
    await expect(pictureInfo(bytes)).rejects.toThrow(words)
  })
  it('that moves is taken as a still: a GIF as its first frame', async () => {
    const frames = Buffer.concat([FIVE[0], FIVE[1]].map(hex => Buffer.from(hex?.slice(1) ?? '', 'hex')))
    const bytes = await sharp(frames, { raw: { width: 1, height: 2, channels: 3, pageHeight: 1 } })
      .gif({ delay: [100, 100] })
      .toBuffer()
    const { info, picture } = await read(bytes)
    expect([info.media, info.width, info.height, info.notes]).toEqual([
      'image/gif',
      1,
      1,
      ['It is animated; its first frame is used.'],
    ])
    expect(pixel(picture, 0, 0)).toEqual([46, 79, 127, 255])
  })
  it('that ends in the middle is refused', async () => {
    const whole = await readFile(join(__dirname, '../demo/references/harbor-at-dusk.jpg'))
    const cut = whole.subarray(0, 60_000)
    await expect(workingPicture(cut, await pictureInfo(cut))).rejects.toThrow('damaged or incomplete')
  })
  it('of more than 40 megapixels is refused before it is decoded', async () => {
    const huge = await sharp({ create: { width: 9000, height: 5000, channels: 3, background: '#fff' } })
      .png()
      .toBuffer()
    await expect(pictureInfo(huge)).rejects.toThrow('45 megapixels; up to 40')
  })
})

describe('a palette as a file gives its exact colors', () => {
  const colorsIn = async (bytes: Uint8Array): Promise<string[]> =>
    extractColors([{ picture: (await read(bytes)).picture }], { count: 8, apart: 7 }).found.map(({ hex }) => hex)
  it('PNG and WebP, with any colors', async () => {
    expect(await colorsIn(await palette(FIVE).png().toBuffer())).toEqual(FIVE)
    expect(await colorsIn(await palette(FIVE).webp({ lossless: true }).toBuffer())).toEqual(FIVE)
  })
  // JPEG keeps luma and two color differences in whole steps, so that most colors come back a step or two away from
  // what was
  // saved, whoever reads them. The palette is made of what a flat field of the same quality really holds.
  it.each([95, 90, 85, 75, 60])('JPEG of quality %i, with its noise', async quality => {
    const fixed = async (color: string): Promise<string> => {
      const { picture } = await read(await plain(64, 64, color).flatten().jpeg({ quality }).toBuffer())
      return `#${pixel(picture, 32, 32)
        .slice(0, 3)
        .map(value => value.toString(16).padStart(2, '0'))
        .join('')}`
    }
    const five = await Promise.all(FIVE.map(async color => fixed(await fixed(color))))
    expect(await colorsIn(await palette(five).jpeg({ quality }).toBuffer())).toEqual(five)
  })
})
