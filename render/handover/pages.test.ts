import { execFileSync } from 'node:child_process'
import { mkdtemp, readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { okDistance } from '#core/color/difference'
import { readSvg } from '#core/svg/read'
import { renderableSvg } from '#core/svg/write'
import type { Page } from '#core/handover/page'
import { plainSvg, renderPng } from '../resvg'
import { openFonts } from './fonts'
import { pdfOf } from './pdf'
import { pageSvg, type Inserts } from './svgPage'

const inserts: Inserts = {
  artwork: async name => ({ kind: 'shapes', svg: await plainSvg(await drawing(name)) }),
  picture: async () => ({ bytes: await blue(), media: 'image/jpeg', ratio: 2 }),
  gradient: () => blue(),
}
const blue = (): Promise<Buffer> =>
  sharp({ create: { width: 40, height: 20, channels: 3, background: '#2040a0' } })
    .jpeg({ quality: 100 })
    .toBuffer()
const drawing = async (name: string): Promise<string> => {
  const reading = readSvg(await readFile(join(__dirname, `../../demo/artwork/${name}.svg`), 'utf8'))
  return renderableSvg(reading, ({ hex }) => hex)
}
const page = (marks: Page['marks']): Page => ({ width: 300, height: 400, ground: '#ffffff', marks })
/** A page as PDF, and as a picture drawn from that, one pixel a point. */
const printed = async (of: Page): Promise<{ pdf: string; png: Buffer }> => {
  const folder = await mkdtemp(join(tmpdir(), 'page-'))
  const pdf = join(folder, 'page.pdf')
  await writeFile(pdf, await pdfOf([of], { title: 'A page', subject: '' }, inserts))
  execFileSync('pdftoppm', ['-r', '72', '-png', '-singlefile', pdf, join(folder, 'page')])
  return { pdf, png: await readFile(join(folder, 'page.png')) }
}
const raw = (png: Buffer): Promise<Buffer> =>
  sharp(png).removeAlpha().resize(75, 100, { kernel: 'cubic' }).raw().toBuffer()
const apart = (one: Buffer, other: Buffer): number => {
  let sum = 0
  for (let p = 0; p < one.length; p += 3) {
    const hex = (of: Buffer): string => `#${of.subarray(p, p + 3).toString('hex')}`
    sum += okDistance(hex(one), hex(other))
  }
  return sum / (one.length / 3)
}

describe('a page', () => {
  it.each(['poster', 'badge', 'pictogram-food'])('shows the demo’s %s in PDF as the renderer draws it', async name => {
    const size = name === 'poster' ? { width: 300, height: 400 } : { width: 300, height: 300 }
    const { png } = await printed(page([{ mark: 'artwork', x: 0, y: 0, ...size, artwork: name, look: 'a' }]))
    const own = await renderPng(await drawing(name), 300, '#ffffff')
    const whole = await sharp({ create: { width: 300, height: 400, channels: 3, background: '#ffffff' } })
      .composite([{ input: own, left: 0, top: 0 }])
      .png()
      .toBuffer()
    expect(apart(await raw(png), await raw(whole))).toBeLessThan(0.012)
  })
  it('sets names in other scripts, which can be selected, from right to left where they run so', async () => {
    const names = [
      'Ёлка',
      'Ελληνικά',
      'שלום עולם 12',
      'مهرجان الطائرات',
      'पतंग महोत्सव',
      'เทศกาลว่าว',
      '风筝节',
      '凧祭り',
      '연 축제',
    ]
    const words = names.map((text, i) => ({
      ...{ mark: 'words' as const, text, face: 'text' as const, size: 20, fill: '#000000', x: 10, y: 30 + 40 * i },
    }))
    const { pdf } = await printed(page(words))
    const text = execFileSync('pdftotext', [pdf, '-'], { encoding: 'utf8' })
    for (const word of names.flatMap(name => name.split(' '))) expect(text.normalize('NFKC')).toContain(word)
    const fonts = openFonts()
    const how = { face: 'text', size: 20 } as const
    for (const name of names) for (const piece of fonts.piecesOf(name, how)) expect(piece.text).not.toMatch(/[\u25a1?]/)
    expect(fonts.piecesOf('مهرجان الطائرات 12', how).map(piece => piece.text)).toEqual([
      '12',
      ' ',
      'الطائرات',
      ' ',
      'مهرجان',
    ])
    // joined letters are narrower than they are apart
    const apart = [...'الطائرات'].reduce((sum, letter) => sum + fonts.measure(letter, how), 0)
    expect(fonts.measure('الطائرات', how)).toBeLessThan(apart * 0.9)
  })
  it('is the same as PDF and as a picture', async () => {
    const mixed = page([
      { mark: 'box', x: 20, y: 20, width: 80, height: 60, fill: '#c0402a', chamfer: 12 },
      { mark: 'circle', x: 200, y: 60, radius: 40, fill: '#0f6d5f' },
      { mark: 'words', x: 150, y: 180, text: 'Breezeholm', fill: '#1a1a1a', face: 'title', size: 40, align: 'middle' },
      { mark: 'words', x: 40, y: 380, text: 'upward', fill: '#1a1a1a', face: 'text', size: 30, upward: true },
      { mark: 'picture', x: 100, y: 220, width: 160, height: 140, picture: 'p', crop: { x: 0.5, y: 0.5, zoom: 1 } },
    ])
    const { png } = await printed(mixed)
    const picture = await renderPng(await pageSvg(mixed, openFonts(), inserts, 1), 300)
    expect(apart(await raw(png), await raw(picture))).toBeLessThan(0.012)
  })
  it('says its words to who reads it, embeds its fonts, and stands letters no font has in for', async () => {
    const { pdf } = await printed(
      page([
        {
          mark: 'part',
          tag: 'H1',
          marks: [
            { mark: 'words', x: 10, y: 40, text: 'Příliš “green” – 青', fill: '#000000', face: 'text', size: 20 },
          ],
        },
      ]),
    )
    expect(execFileSync('pdftotext', [pdf, '-'], { encoding: 'utf8' })).toContain('Příliš “green” –')
    expect(execFileSync('pdffonts', [pdf], { encoding: 'utf8' })).toMatch(/InstrumentSans-Regular.* yes yes yes/)
    expect(execFileSync('pdfinfo', ['-struct', pdf], { encoding: 'utf8' })).toMatch(/Document[^]*H1/)
  })
})

it('a line is measured as wide as it is set, but for kerning', () => {
  const { measure } = openFonts()
  for (const text of ['Breezeholm kite festival', '#e07a5f', 'ÁŽ', ''])
    expect(measure(text, { face: 'text', size: 20 })).toBeCloseTo(measure(text, { face: 'text', size: 10 }) * 2, 6)
  expect(measure('iiii', { face: 'value', size: 10 })).toBeCloseTo(measure('MMMM', { face: 'value', size: 10 }), 6)
})
