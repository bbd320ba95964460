import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { zlibSync } from 'fflate'
import { serializePdf, type PDFContext } from '#core/pdf/objects'
import { pdfOf } from '#core/pdf/testing'
import { brochure } from '../demo/brochure'
import { readWithPictures } from './embedded'
import { drawThumbnail, recolorPdf, showPage, takePdf } from './pdf'
import { paintedPictures } from './pdfPictures'
import { plainPicture } from './pictures'

let folder: string
let card: string
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'pdf-test-'))
  card = join(folder, 'card.pdf')
  writeFileSync(card, await brochure())
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const run = (command: string, ...args: string[]): string =>
  execFileSync(command, args, { stdio: ['ignore', 'pipe', 'ignore'] }).toString()
const fileOf = (name: string, bytes: Uint8Array | string): string => {
  const path = join(folder, name)
  writeFileSync(path, bytes)
  return path
}
const taken = async (context: PDFContext) => takePdf(fileOf('made.pdf', await serializePdf(context)))
const colorsOf = (page: Awaited<ReturnType<typeof showPage>>): string[] => [
  ...new Set(page.colors.map(({ hex }) => hex)),
]
/** Color of a pixel of a page as poppler paints it, at 72 dpi. */
const pixel = async (pdf: Uint8Array, page: number, x: number, y: number): Promise<number[]> => {
  const path = fileOf('painted.pdf', pdf)
  run('pdftoppm', '-r', '72', '-f', `${page}`, '-l', `${page}`, '-singlefile', '-png', path, join(folder, 'painted'))
  const { width, data } = await plainPicture(new Uint8Array(execFileSync('cat', [join(folder, 'painted.png')])))
  return [...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 3)]
}

const RED = '#e24b43'
const NIGHT = '#2a3763'

describe('pictures on a page', () => {
  /** The page as SVG with the pictures within it, and the picture's new colors: every ink its opposite in lightness. */
  const withPictures = async (source: Uint8Array, page: number) => {
    const { svg } = await showPage(source, page, true)
    return readWithPictures(svg, ['pictures'])
  }
  it('change where that is asked for: RGB stays RGB, and all else of the file is the same', async () => {
    const { source } = await takePdf(card)
    const read = await withPictures(source, 2)
    const colors = new Map(read.reading.pictureInks.flat().map(hex => [hex, '#123456']))
    const pictures = await paintedPictures(source, 2, read, hex => colors.get(hex) ?? hex)
    expect([...pictures.values()].map(({ width, height }) => [width, height])).toEqual([[640, 360]])
    const written = await recolorPdf(source, [{ page: 2, colors: new Map(), pictures }], true, null)
    const [x, y] = [200, 110]
    const [was, is] = [await pixel(source, 2, x, y), await pixel(written, 2, x, y)]
    expect(was).not.toEqual(is)
    is.forEach((value, n) => expect(Math.abs(value - ([0x12, 0x34, 0x56][n] ?? 0))).toBeLessThan(40))
    expect(await pixel(written, 2, 10, 580)).toEqual(await pixel(source, 2, 10, 580))
    const path = fileOf('pictures.pdf', written)
    expect(run('qpdf', '--check', path)).toContain('No syntax or stream encoding errors')
    expect(run('pdfimages', '-list', path)).toMatch(/image +640 +360 +rgb/)
  })
  it('stay shared by pages that keep them; a CMYK one stays CMYK', async () => {
    const page = { content: 'q 100 0 0 100 0 0 cm /Photo Do Q', resources: { XObject: { Photo: '@photo' } } }
    const size = { Type: '/XObject', Subtype: '/Image', Width: 16, Height: 16 }
    const photo = {
      stream: '\xa0\x20\x00\x00'.repeat(256),
      dict: { ...size, ColorSpace: '/DeviceCMYK', BitsPerComponent: 8 },
    }
    const { source } = await taken(await pdfOf([page, page], { photo }))
    const read = await withPictures(source, 1)
    const [ink = ''] = read.reading.pictureInks.flat()
    const pictures = await paintedPictures(source, 1, read, hex => (hex === ink ? '#ff0000' : hex))
    const written = await recolorPdf(source, [{ page: 1, colors: new Map(), pictures }], true, null)
    const listed = run('pdfimages', '-list', fileOf('shared.pdf', written))
    expect(listed.match(/cmyk/g)).toHaveLength(2)
    expect(await pixel(written, 2, 50, 50)).toEqual(await pixel(source, 2, 50, 50))
    const [red = 0, green = 255] = await pixel(written, 1, 50, 50)
    expect(red - green).toBeGreaterThan(100)
  })
})

describe('a PDF for a press', () => {
  it('is taken in with its pages, and each is shown in the inks it was drawn with', async () => {
    const { source, pages, removed, isForPress } = await takePdf(card)
    expect({ pages, removed, isForPress }).toEqual({
      pages: [
        { width: 420, height: 595 },
        { width: 420, height: 595 },
      ],
      removed: [],
      isForPress: true,
    })
    const [cover, inside] = [await showPage(source, 1, true), await showPage(source, 2, true)]
    expect(colorsOf(cover)).toHaveLength(9) // the stops of its sky among them, and nothing between
    expect(new Set(cover.svg.match(/#[\da-f]{6}/g))).toEqual(new Set(colorsOf(cover)))
    const red = cover.colors.find(({ hex }) => hex === RED)
    expect(red?.space).toMatchObject({ kind: 'spot', spots: ['Festival Red'] })
    const letters = inside.colors.filter(({ isLetters }) => isLetters)
    expect(letters[0]?.values).toEqual([0, 0, 0, 1])
    expect({ pictures: inside.pictures, left: inside.left.pictures }).toEqual({ pictures: 1, left: 1 })
  })
  it('leaves in other colors, which others read: text, fonts and links as they were', async () => {
    const { source } = await takePdf(card)
    const colors = new Map([
      [RED, NIGHT],
      [NIGHT, RED],
    ])
    const written = await recolorPdf(
      source,
      [
        { page: 1, colors },
        { page: 2, colors },
      ],
      true,
      null,
    )
    const path = fileOf('written.pdf', written)
    expect(run('qpdf', '--check', path)).toContain('No syntax or stream encoding errors')
    expect(run('pdftotext', path, '-')).toBe(run('pdftotext', card, '-'))
    expect(run('pdftotext', path, '-')).toContain('Three days of wind')
    expect(run('pdfinfo', path)).toContain('Breezeholm Kite Festival')
    expect(await pixel(written, 2, 380, 590)).toEqual(await pixel(source, 1, 344, 560)) // the foot, in the red of the seal
    const back = await recolorPdf(
      written,
      [
        { page: 1, colors },
        { page: 2, colors },
      ],
      true,
      null,
    )
    for (const [page, x, y] of [
      [1, 344, 560],
      [2, 380, 590],
      [2, 200, 373],
      [2, 42, 396],
    ] as const)
      expect(await pixel(back, page, x, y)).toEqual(await pixel(source, page, x, y))
  })
  it('keeps a spot color as a plate of its own under a new name', async () => {
    const { source } = await takePdf(card)
    const changes = [1, 2].map(page => ({ page, colors: new Map([[RED, '#0f6d5f']]) }))
    const written = await recolorPdf(source, changes, true, null, new Map([['Festival Red', 'Deep Teal']]))
    const { colors } = await showPage((await takePdf(fileOf('plate.pdf', written))).source, 1, true)
    const teal = colors.find(({ space }) => space.kind === 'spot')
    expect(teal?.space.spots).toEqual(['Deep Teal'])
    expect(teal?.hex).toMatch(/^#[0-2][\da-f][67]/)
  })
  it('is written without a change byte for byte in all streams', async () => {
    const { source } = await takePdf(card)
    const again = await recolorPdf(source, [], true, null)
    expect(Buffer.from(again).equals(Buffer.from(source))).toBe(true)
  })
  it('has thumbnails', async () => {
    const { width, height } = await plainPicture(new Uint8Array(await drawThumbnail((await takePdf(card)).source, 2)))
    expect([width, height]).toEqual([170, 240])
  })
})

describe('a PDF that is not as it should be', () => {
  it('is opened with its password, and is not protected any more', async () => {
    const path = join(folder, 'secret.pdf')
    run('qpdf', '--encrypt', 'kites & tea', 'owner', '256', '--', card, path)
    await expect(takePdf(path)).rejects.toThrow('The PDF is protected by a password.')
    await expect(takePdf(path, 'wrong')).rejects.toThrow('The password is wrong.')
    const { source, pages } = await takePdf(path, 'kites & tea')
    expect(pages).toHaveLength(2)
    expect(Buffer.from(source).includes('/Encrypt')).toBe(false)
    expect(Buffer.from(source).includes('kites & tea')).toBe(false)
  })
  it('is read where its index is broken', async () => {
    const bytes = await brochure()
    const broken = bytes.toString('latin1').replace(/startxref\s+\d+/, 'startxref\n7')
    expect((await takePdf(fileOf('broken.pdf', Buffer.from(broken, 'latin1')))).pages).toHaveLength(2)
    const cut = bytes.subarray(0, bytes.length - 300)
    expect((await takePdf(fileOf('cut.pdf', cut))).pages).toHaveLength(2)
  })
  it.each([
    ['something else', 'PK\u0003\u0004 no', 'The file is no PDF.'],
    ['a head alone', '%PDF-1.7\n', 'The PDF is damaged'],
    [
      'pages in a circle',
      '%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj 2 0 obj<</Type/Pages/Count 1/Kids[2 0 R]>>endobj trailer<</Root 1 0 R>>',
      'The PDF is damaged',
    ],
  ])('is refused in a sentence: %s', async (_, text, said) => {
    await expect(takePdf(fileOf('bad.pdf', text))).rejects.toThrow(said)
  })
  it('is refused where it has too many pages', async () => {
    await expect(taken(await pdfOf(Array.from({ length: 41 }, () => ({ content: '' }))))).rejects.toThrow(
      'more than 40 pages',
    )
  })
  it('is refused where a name has a million letters', async () => {
    const name = 'a'.repeat(1_000_000)
    await expect(taken(await pdfOf([{ content: `/${name} cs 1 scn 0 0 9 9 re f` }]))).rejects.toThrow(
      'The PDF is damaged',
    )
  })
  it('cannot unpack a thousandfold', async () => {
    const context = await pdfOf([{ content: '0 g 0 0 9 9 re f' }])
    const bomb = context.stream(zlibSync(new Uint8Array(80 * 1024 * 1024), { level: 1 }), { Filter: 'FlateDecode' })
    const [ref] = context.enumerateIndirectObjects().find(([, object]) => 'contents' in object) ?? []
    context.assign(ref!, bomb)
    await expect(taken(context)).rejects.toThrow('A part of the PDF unpacks to more than 64 MB.')
  })
  it('loses what acts', async () => {
    const script = { S: '/JavaScript', JS: 'app.alert(1)' }
    const { removed, source } = await taken(await pdfOf([{ content: '0 g 0 0 9 9 re f' }], {}, { OpenAction: script }))
    expect(removed).toEqual(['JavaScript'])
    expect(Buffer.from(source).includes('app.alert')).toBe(false)
  })
  it('is not read forever where forms lead in a circle', async () => {
    const form = (to: string): { stream: string; dict: Record<string, never> } => ({
      stream: '1 0 0 rg 0 0 9 9 re f /F Do',
      dict: { Type: '/XObject', Subtype: '/Form', BBox: [0, 0, 9, 9], Resources: { XObject: { F: to } } } as never,
    })
    const context = await pdfOf([{ content: '/F Do', resources: { XObject: { F: '@a' } } }], {
      a: form('@b'),
      b: form('@a'),
    })
    const { source, isForPress } = await taken(context)
    expect(colorsOf(await showPage(source, 1, isForPress))).toEqual(['#ff0000'])
  })
})
