import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import { tmpdir } from 'node:os'
import { basename, join, resolve } from 'node:path'
import sharp from 'sharp'
import type { Hex } from '#core/color/convert'
import type { PdfColor } from '#core/pdf/document'
import { lookup, parsePdf, PDFArray, PDFName, serializePdf, streamWith, type PDFDict } from '#core/pdf/objects'
import { pagesOf } from '#core/pdf/pages'
import { Unreadable } from '#core/svg/unreadable'
import { brochure } from '../../demo/brochure'
import { recolorPdf, showPage, takePdf } from '../../render/pdf'

/* Reading and writing of PDF, on files nobody here made and on some that were made from drawings. */

/** Packages that ship PDF as documentation or artwork. Only their files are unpacked; nothing of them is installed. */
const PACKAGES = [
  ...[
    'asymptote-doc',
    'cups-filters',
    'debian-faq',
    'fig2dev',
    'gnuplot-doc',
    'grace',
    'maxima-doc',
    'xfig-doc',
    'yorick-doc',
  ],
  ...[
    'car',
    'colorspace',
    'lattice',
    'lme4',
    'mcmc',
    'multcomp',
    'mvtnorm',
    'party',
    'rcpp',
    'sandwich',
    'scatterplot3d',
    'sp',
  ].map(name => `r-cran-${name}`),
  ...['spacetime', 'strucchange', 'vcd', 'xts', 'zoo'].map(name => `r-cran-${name}`),
]
const FOLDER = resolve('.data/bench-pdfs')
/** The most pages of a document that are looked at; of longer ones the first. */
const PAGES = 6
const DRAWINGS = 100
const COLLECTION = '/usr/share/openclipart/svg'

const run = (command: string, ...args: string[]): Buffer =>
  execFileSync(command, args, { stdio: ['ignore', 'pipe', 'ignore'], maxBuffer: 1 << 30 })

/** PDF files of Debian's packages, fetched once. */
const foreign = (): string[] => {
  const unpacked = join(FOLDER, 'unpacked')
  if (!existsSync(unpacked)) {
    mkdirSync(unpacked, { recursive: true })
    for (const name of PACKAGES) spawnSync('apt-get', ['download', name], { cwd: FOLDER, stdio: 'ignore' })
    for (const file of readdirSync(FOLDER).filter(each => each.endsWith('.deb')))
      run('dpkg-deb', '-x', join(FOLDER, file), unpacked)
  }
  const found = new Map<string, string>()
  for (const entry of readdirSync(unpacked, { withFileTypes: true, recursive: true })) {
    if (!entry.isFile() || !/\.pdf(\.gz)?$/.test(entry.name)) continue
    const path = join(entry.parentPath, entry.name)
    const bytes = entry.name.endsWith('.gz') ? gunzipSync(readFileSync(path)) : readFileSync(path)
    const own = join(FOLDER, entry.name.replace(/\.gz$/, ''))
    if (!existsSync(own)) writeFileSync(own, bytes)
    found.set(basename(own), own)
  }
  return [...found.values()].sort()
}

/** PDF files made of real drawings by a converter that is not ours. */
const converted = (): string[] => {
  if (!existsSync(COLLECTION)) run('apt-get', 'install', '-y', 'openclipart-svg')
  if (spawnSync('rsvg-convert', ['--version']).error)
    run('apt-get', 'install', '-y', '--no-install-recommends', 'librsvg2-bin')
  const out = join(FOLDER, 'drawings')
  mkdirSync(out, { recursive: true })
  const all = readdirSync(COLLECTION, { withFileTypes: true, recursive: true })
    .filter(entry => entry.isFile() && entry.name.endsWith('.svg'))
    .map(entry => join(entry.parentPath, entry.name))
    .sort()
  const files: string[] = []
  for (let i = 0; files.length < DRAWINGS && i < DRAWINGS * 2; i++) {
    const path = all[Math.floor((i * all.length) / (DRAWINGS * 2))]!
    const own = join(out, `${i}.pdf`)
    if (!existsSync(own))
      spawnSync('rsvg-convert', ['-f', 'pdf', '-o', own, path], { stdio: 'ignore', timeout: 30_000 })
    if (existsSync(own) && readFileSync(own).length > 1000) files.push(own)
  }
  return files
}

/** The demo's card, and its drawings as PDF. */
const demo = async (): Promise<string[]> => {
  const out = join(FOLDER, 'demo')
  mkdirSync(out, { recursive: true })
  writeFileSync(join(out, 'brochure.pdf'), await brochure())
  for (const name of readdirSync('demo/artwork').filter(each => each.endsWith('.svg')))
    spawnSync('rsvg-convert', ['-f', 'pdf', '-o', join(out, `${name}.pdf`), join('demo/artwork', name)])
  return readdirSync(out).map(name => join(out, name))
}

interface Pixels {
  width: number
  height: number
  data: Buffer
}

/** A page as poppler paints it, every pixel one color. */
const painted = async (folder: string, path: string, page: number): Promise<Pixels> => {
  const to = join(folder, 'painted')
  run(
    'pdftoppm',
    '-r',
    '72',
    '-aa',
    'no',
    '-aaVector',
    'no',
    '-f',
    `${page}`,
    '-l',
    `${page}`,
    '-singlefile',
    '-png',
    path,
    to,
  )
  const { data, info } = await sharp(`${to}.png`).removeAlpha().raw().toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, data }
}

const isSame = (one: Pixels, other: Pixels): boolean => one.width === other.width && one.data.equals(other.data)

/** The part of pixels of one picture that another has too, as near as 2 of 255. */
const alike = (one: Pixels, other: Pixels): number => {
  if (one.data.length !== other.data.length) return 0
  let same = 0
  for (let at = 0; at < one.data.length; at += 3)
    if ([0, 1, 2].every(i => Math.abs(one.data[at + i]! - other.data[at + i]!) <= 2)) same++
  return same / (one.data.length / 3)
}

/** The color poppler paints a place of a page with: its page, painted with that color alone. */
const popplerColor = async (
  folder: string,
  source: Uint8Array,
  color: PdfColor,
  number: number,
): Promise<number[] | null> => {
  const context = await parsePdf(source)
  const page = pagesOf(context)[number - 1]!
  const { space, values } = color
  if (!space.isDevice) return null
  const operator = { gray: 'g', rgb: 'rg', cmyk: 'k' }[space.kind as 'gray' | 'rgb' | 'cmyk']
  const content = new TextEncoder().encode(`${values.join(' ')} ${operator} -9999 -9999 99999 99999 re f`)
  page.set(PDFName.of('Contents'), context.register(streamWith(context.obj({}), content)))
  page.delete(PDFName.of('Annots'))
  const path = join(folder, 'probe.pdf')
  writeFileSync(path, await serializePdf(context))
  const { data, width, height } = await painted(folder, path, number)
  const at = (Math.floor(height / 2) * width + Math.floor(width / 2)) * 3
  return [...data.subarray(at, at + 3)]
}

/** The two colors of a page that are set most often, of one space of the device. */
const pairOf = (colors: readonly PdfColor[]): [PdfColor, PdfColor] | null => {
  const counts = new Map<Hex, { color: PdfColor; count: number }>()
  for (const color of colors) {
    // white may be the paper, too
    if (!color.space.isDevice || color.isLetters || color.hex === '#ffffff') continue
    const known = counts.get(color.hex)
    if (known) known.count++
    else counts.set(color.hex, { color, count: 1 })
  }
  const sorted = [...counts.values()].sort((one, other) => other.count - one.count)
  const [first] = sorted
  const second = sorted.find(each => each !== first && each.color.space === first?.color.space)
  return first && second ? [first.color, second.color] : null
}

/** The part of pixels of a page that a swap of two colors left or made as expected. */
const swapFigures = (before: Pixels, after: Pixels, a: readonly number[], b: readonly number[]): number => {
  const is = (picture: Pixels, at: number, color: readonly number[], off: number): boolean =>
    color.every((value, i) => Math.abs(picture.data[at + i]! - value) <= off)
  let [right, wrong] = [0, 0]
  for (let at = 0; at < before.data.length; at += 3) {
    const expected = is(before, at, a, 0) ? b : is(before, at, b, 0) ? a : [...before.data.subarray(at, at + 3)]
    if (is(after, at, expected, 2)) right++
    else wrong++
  }
  return right / (right + wrong)
}

const hexOfNumbers = (numbers: readonly string[]): Hex =>
  `#${numbers
    .map(each =>
      Math.round(Math.min(1, Math.max(0, Number(each))) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`

/**
 * A file in which two colors of RGB or gray are exchanged by plain replacement of text, without reading what it means: operands of
 * operators and the ends of functions, in all its parts unpacked. Gradients and transparency mix the two, so that what is expected of a
 * pixel is not known otherwise.
 */
const replacedText = (folder: string, path: string, a: Hex, b: Hex): string => {
  const [plain, changed] = [join(folder, 'plain.qdf'), join(folder, 'replaced.pdf')]
  run('qpdf', '--warning-exit-0', '--qdf', '--object-streams=disable', path, plain)
  const becomes = (hex: Hex): string | null => {
    const to = hex === a ? b : hex === b ? a : null
    return to && [1, 3, 5].map(at => (parseInt(to.slice(at, at + 2), 16) / 255).toFixed(5)).join(' ')
  }
  const number = String.raw`(-?\d*\.?\d+)`
  const three = String.raw`${number}\s+${number}\s+${number}`
  const text = readFileSync(plain, 'latin1')
    .replace(
      new RegExp(String.raw`(?<![\d.])${three}(\s+)(rg|RG|sc|SC|scn|SCN)(?=\s)`, 'g'),
      (whole, r: string, g: string, b_: string, gap: string, operator: string) => {
        const to = becomes(hexOfNumbers([r, g, b_]))
        return to ? `${to}${gap}${operator}` : whole
      },
    )
    .replace(
      new RegExp(String.raw`(/C[01] \[\s*)${three}(\s*\])`, 'g'),
      (whole, open: string, r: string, g: string, b_: string, close: string) => {
        const to = becomes(hexOfNumbers([r, g, b_]))
        return to ? `${open}${to}${close}` : whole
      },
    )
    .replace(
      new RegExp(String.raw`(?<![\d.\s]\s*)(^|[\n\r])${number}(\s+)([gG])(?=\s)`, 'g'),
      (whole, before: string, gray: string, gap: string, operator: string) => {
        const to = becomes(hexOfNumbers([gray, gray, gray]))
        return to ? `${before}${to}${gap}${operator === 'g' ? 'rg' : 'RG'}` : whole
      },
    )
  writeFileSync(`${plain}2`, text, 'latin1')
  writeFileSync(changed, run('fix-qdf', `${plain}2`))
  return changed
}

/** Everything of a file that is not to change: its text, fonts, boxes, links and layers, as other programs see them. */
const rest = async (path: string, source: Uint8Array): Promise<string> => {
  const context = await parsePdf(source)
  const pages = pagesOf(context)
  const links = pages.map((page: PDFDict) => {
    const notes = lookup(page, 'Annots')
    return notes instanceof PDFArray ? notes.size() : 0
  })
  const layers = String(lookup(context.lookup(context.trailerInfo.Root) as PDFDict, 'OCProperties') !== undefined)
  const boxes = run('pdfinfo', '-box', '-f', '1', '-l', '999', path)
    .toString()
    .replace(/^File size.*$/m, '')
  return [
    run('pdftotext', path, '-').toString(),
    run('pdffonts', path)
      .toString()
      .replace(/\s+\d+\s+\d+\s*$/gm, ''),
    boxes,
    links.join(),
    layers,
  ].join('\n')
}

/** The figures of a set of files. */
export interface PdfFigures {
  files: number
  read: number
  refused: Map<string, number>
  failed: string[]
  pages: number
  same: number
  swapped: number
  exact: number
  back: number
  rest: number
  reading: number[]
  swapPages: Array<{ name: string; page: number; right: number; back: number }>
}

const EMPTY = (): PdfFigures => ({
  ...{ files: 0, read: 0, refused: new Map(), failed: [], pages: 0, same: 0, swapped: 0, exact: 0, back: 0, rest: 0 },
  ...{ reading: [], swapPages: [] },
})

const seconds = async (work: () => unknown): Promise<number> => {
  const start = performance.now()
  await work()
  return (performance.now() - start) / 1000
}

/** Looks at one file. */
const look = async (folder: string, path: string, figures: PdfFigures): Promise<void> => {
  const cut = join(folder, 'cut.pdf')
  run(
    'qpdf',
    '--warning-exit-0',
    path,
    '--pages',
    '.',
    `1-${Math.min(PAGES, Number(run('qpdf', '--show-npages', path)))}`,
    '--',
    cut,
  )
  const taken = await takePdf(cut)
  const [same, swap, back] = ['same', 'swap', 'back'].map(name => join(folder, `${name}.pdf`)) as [
    string,
    string,
    string,
  ]
  writeFileSync(same, await recolorPdf(taken.source, [], taken.isForPress, null))
  if ((await rest(cut, taken.source)) === (await rest(same, readFileSync(same)))) figures.rest++
  for (let page = 1; page <= taken.pages.length; page++) {
    figures.pages++
    const { colors } = await showPage(taken.source, page, taken.isForPress)
    const before = await painted(folder, cut, page)
    if (isSame(before, await painted(folder, same, page))) figures.same++
    const pair = pairOf(colors)
    if (!pair) continue
    const [a, b] = pair
    const [ofA, ofB] = [
      await popplerColor(folder, taken.source, a, page),
      await popplerColor(folder, taken.source, b, page),
    ]
    if (!ofA || !ofB || ofA.join() === ofB.join()) continue
    const exchange = new Map([
      [a.hex, b.hex],
      [b.hex, a.hex],
    ])
    const changed = await recolorPdf(taken.source, [{ page, colors: exchange }], taken.isForPress, null)
    writeFileSync(swap, changed)
    writeFileSync(back, await recolorPdf(changed, [{ page, colors: exchange }], taken.isForPress, null))
    const after = await painted(folder, swap, page)
    const exact = taken.isForPress
      ? swapFigures(before, after, ofA, ofB)
      : alike(await painted(folder, replacedText(folder, cut, a.hex, b.hex), page), after)
    const returned = alike(before, await painted(folder, back, page))
    figures.swapped++
    figures.exact += exact
    figures.back += returned
    figures.swapPages.push({ name: basename(path), page, right: exact, back: returned })
  }
  const [own, bare] = [
    await seconds(async () => {
      const { source, pages, isForPress } = await takePdf(cut)
      for (let page = 1; page <= pages.length; page++) await showPage(source, page, isForPress)
    }),
    await seconds(() => {
      for (let page = 1; page <= taken.pages.length; page++)
        run('pdftocairo', '-svg', '-f', `${page}`, '-l', `${page}`, cut, join(folder, 'bare.svg'))
    }),
  ]
  figures.reading.push(own / bare)
}

/** The figures of PDF files by where they come from. */
export const pdfFigures = async (): Promise<Record<string, PdfFigures>> => {
  mkdirSync(FOLDER, { recursive: true })
  const sets = { 'Debian’s documentation': foreign(), 'drawings': converted(), 'the demo': await demo() }
  const all: Record<string, PdfFigures> = {}
  for (const [name, files] of Object.entries(sets)) {
    const figures = EMPTY()
    all[name] = figures
    for (const path of files) {
      const folder = mkdtempSync(join(tmpdir(), 'bench-pdf-'))
      figures.files++
      try {
        await look(folder, path, figures)
        figures.read++
      } catch (error) {
        if (error instanceof Unreadable)
          figures.refused.set(error.message, (figures.refused.get(error.message) ?? 0) + 1)
        else figures.failed.push(`${basename(path)}: ${String(error)}`)
      } finally {
        rmSync(folder, { recursive: true, force: true })
      }
    }
  }
  return all
}

/** Seconds a PDF of about 10 MB, most of it pictures, takes to be written in other colors, and its size in MB. */
export const writingTime = async (): Promise<{ seconds: number; megabytes: number }> => {
  const { source, isForPress } = await takePdf(join(FOLDER, 'demo/brochure.pdf'))
  const context = await parsePdf(source)
  const [page] = pagesOf(context)
  const pictures = context.obj({})
  for (let i = 0; i < 10; i++) {
    const data = Uint8Array.from({ length: 1_000_000 }, (_, at) => (at * 7919 + i * 104729) % 251)
    const dict = {
      Type: 'XObject',
      Subtype: 'Image',
      Width: 1000,
      Height: 1000,
      ColorSpace: 'DeviceGray',
      BitsPerComponent: 8,
    }
    pictures.set(PDFName.of(`P${i}`), context.register(context.stream(data, dict)))
  }
  ;(lookup(page, 'Resources') as PDFDict).set(PDFName.of('XObject'), pictures)
  const big = await serializePdf(context)
  const changes = [1, 2].map(number => ({ page: number, colors: new Map([['#e24b43', '#2a3763']]) }))
  return { seconds: await seconds(() => recolorPdf(big, changes, isForPress, null)), megabytes: big.length / 1e6 }
}
