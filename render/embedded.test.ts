import sharp from 'sharp'
import { isFaithful, measure } from '#core/inkmap/measureAreas'
import { embeddedBytes, embeddedIn } from '#core/svg/embedded'
import { measureInks } from '#core/inkmap/measureInks'
import { readMarkup } from '#core/svg/markup'
import { readSvg } from '#core/svg/read'
import { screenSvg, writeSvg } from '#core/svg/write'
import { compared, recolored, rendered } from '../tests/raster'
import { readWithPictures } from './embedded'
import { plainPng } from './pictures'
import { renderSvg } from './resvg'

const FLAT =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">' +
  '<rect width="100" height="100" fill="#f2e6c9"/><circle cx="40" cy="44" r="30" fill="#3c6e91"/>' +
  '<path d="M10 90L95 60L80 98Z" fill="#c6503c"/></svg>'
const TO = new Map([
  ['#f2e6c9', '#20304a'],
  ['#3c6e91', '#e0b040'],
  ['#c6503c', '#59b38a'],
])
const colorOf = (hex: string): string => TO.get(hex) ?? hex
const around = (address: string, more = ''): string =>
  '<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 ' +
  `200 100"><rect width="200" height="100" fill="#c6503c"/><image xlink:href="${address}" ` +
  `width="100" height="100"/>${more}</svg>`
const pngOf = async (svg: string): Promise<Buffer> => plainPng(await rendered(svg, 200))
const addressOf = (bytes: Buffer, kind = 'image/png'): string => `data:${kind};base64,${bytes.toString('base64')}`
const given = async (): Promise<string> => around(addressOf(await pngOf(FLAT)))

describe('a picture within a drawing', () => {
  it('is left, with a note, until it is asked for', async () => {
    const reading = readSvg(await given())
    expect(reading.inks.map(({ hex }) => hex)).toEqual(['#c6503c'])
    expect(reading).toMatchObject({ left: { pictures: 1 }, notes: ['A picture within the file is left as it is.'] })
  })

  it('brings its inks to those of the drawing, with the area they cover', async () => {
    const { reading, painter } = await readWithPictures(await given(), ['pictures'])
    expect(reading).toMatchObject({ left: { pictures: 0 }, notes: [] })
    const { inks } = await measureInks(reading, renderSvg, 200, painter({ longest: 200, plain: true }))
    const areas = Object.fromEntries(inks.map(({ hex, area }) => [hex, area]))
    expect(Object.keys(areas).sort()).toEqual([...TO.keys()].sort())
    const disc = (Math.PI * 0.09) / 2
    expect(areas['#3c6e91']).toBeCloseTo(disc, 1)
    expect(areas['#c6503c']).toBeGreaterThan(0.5)
    expect(inks.reduce((sum, { area }) => sum + area, 0)).toBeCloseTo(1, 1)
  })

  it('recolored, looks as if it had been drawn in those colors; left alone, the file is the same byte for byte', async () => {
    const source = await given()
    const { reading, painter } = await readWithPictures(source, ['pictures'])
    const identity = (hex: string): string => hex
    expect(writeSvg(reading, ({ hex }) => hex, undefined, await painter({})(identity))).toBe(source)
    const written = writeSvg(reading, ({ hex }) => colorOf(hex), undefined, await painter({})(colorOf))
    expect(written.replace(/data:[^"]*/, '')).toBe(recolored(source.replace(/data:[^"]*/, ''), TO))
    const wanted = around(addressOf(await pngOf(recolored(FLAT, TO)))).replace('fill="#c6503c"', 'fill="#59b38a"')
    const { mean, edges } = compared(
      await rendered(source, 400),
      await rendered(written, 400),
      await rendered(wanted, 400),
    )
    expect(mean).toBeLessThan(0.2)
    expect(edges).toBeLessThan(1)
  })

  it('is in the ink map, so that proofs show it in other colors', async () => {
    const { reading, painter } = await readWithPictures(await given(), ['pictures'])
    const { map } = await measure(reading, renderSvg, 200, painter({ longest: 200, plain: true }))
    expect(map && (await isFaithful(reading, map, renderSvg))).toBe(true)
    const there = await readWithPictures(
      around(addressOf(await pngOf(recolored(FLAT, TO)))).replace('fill="#c6503c"', 'fill="#59b38a"'),
      ['pictures'],
    )
    const inks = reading.inks.map(({ hex }) => ({
      hex: colorOf(hex),
      uses: 1,
      tokens: [],
      additions: [],
      computed: [],
    }))
    expect(map && (await isFaithful({ ...there.reading, inks }, map, renderSvg))).toBe(true)
  })

  it('shown several times is one picture, named on the screen', async () => {
    const source = around(addressOf(await pngOf(FLAT)))
    const twice = source.replace('</svg>', `${/<image[^>]*>/.exec(source)?.[0] ?? ''}</svg>`)
    const { reading } = await readWithPictures(twice, ['pictures'])
    expect(reading.pictures).toHaveLength(1)
    expect(reading.inks.find(({ hex }) => hex === '#3c6e91')).toMatchObject({ uses: 2, tokens: [] })
    expect(screenSvg(reading).match(/data-picture="0"/g)).toHaveLength(2)
  })

  it.each([
    ['as JPEG', 'image/jpeg'],
    ['as WebP', 'image/webp'],
    ['without a kind', ''],
  ])('is read %s', async (_how, kind) => {
    const picture = sharp(await pngOf(FLAT))
    const bytes = await (
      kind === 'image/webp' ? picture.webp({ lossless: true }) : picture.flatten().jpeg({ quality: 98 })
    ).toBuffer()
    const { reading } = await readWithPictures(around(addressOf(bytes, kind)), ['pictures'])
    expect(reading.pictureInks[0]?.length).toBeGreaterThanOrEqual(3)
  })

  it('is read with lines broken as old programs break them', async () => {
    const bytes = await pngOf(FLAT)
    const lines = bytes.toString('base64').replace(/.{76}/g, '$&&#10;\n ')
    const [picture] = embeddedIn(readMarkup(around(`data:image/png;base64,\n${lines}`))).pictures
    expect(picture && Buffer.from(embeddedBytes(picture) ?? [])).toEqual(bytes)
  })

  it('that is broken, too large or of another kind is left, with a note', async () => {
    const large = await sharp({ create: { width: 4000, height: 3100, channels: 3, background: '#336699' } })
      .png()
      .toBuffer()
    const more =
      `<image href="${addressOf(large)}" width="9" height="9"/><image ` +
      'href="data:image/gif;base64,R0lGOD" width="9" height="9"/>' +
      '<image href="data:image/png;base64,iVBORw0KGgo" width="9" height="9"/>' +
      '<image href="data:image/png;base64,***" width="9" height="9"/>'
    const { reading } = await readWithPictures(around(addressOf(await pngOf(FLAT)), more), ['pictures'])
    expect(reading.pictureInks.map(({ length }) => length > 0)).toEqual([true, false, false, false])
    expect(reading.left.pictures).toBe(4)
    expect(reading.notes.join()).toMatch(
      /A picture within the file is left.*3 pictures within the file cannot be read, or are too many or too large together/,
    )
  })
})
