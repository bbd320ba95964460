import { sentence } from '#core/document/sentence'
import { contrastOf } from '#core/color/contrast'
import { ladder } from '#core/harmony/ladder'
import { newProject } from '#core/scheme/create'
import { exportGradient, exportScheme } from './schemeOfProject'
import type { Mark, Measure, Page, Words } from './page'
import { sheetPages } from './sheet'
import { MAX_ON_SHEET, type SheetLook, type SheetPlan } from './sheetPaper'
import { textPairs } from './sheetUse'

const measure: Measure = (text, { size }) => [...text].length * size * 0.52
const project = newProject('Kites')
const look = (id: string, more: Partial<SheetLook> = {}): SheetLook => ({
  ...{ id, name: `Look ${id}`, note: '', chosen: false },
  artwork: [{ id: 'a1', name: 'Poster', width: 900, height: 1200 }],
  left: 0,
  scheme: exportScheme(project, 'Kites', { ladders: true, only: null }).scheme,
  gradients: [],
  ...more,
})
const plan = (looks: readonly SheetLook[]): SheetPlan => ({
  ...{ title: 'Kites', date: 'November 26, 2026', paper: null, inksOf: null, looks },
})
const flat = (marks: readonly Mark[]): Mark[] =>
  marks.flatMap(mark => (mark.mark === 'part' ? [mark, ...flat(mark.marks)] : [mark]))
const wordsOn = (pages: readonly Page[]): string[] =>
  pages
    .flatMap(({ marks }) => flat(marks).filter((mark): mark is Words => mark.mark === 'words'))
    .map(({ text }) => text)
const tagsOn = ({ marks }: Page): string[] => flat(marks).flatMap(mark => (mark.mark === 'part' ? [mark.tag] : []))

const LONG = 'A very long name that somebody gave a swatch so that it says everything there is to say about it, twice'

describe('the sheet', () => {
  it('of one colorway has no contents; of several it begins with them, leading to each', () => {
    expect(sheetPages(plan([look('c1')]), measure).map(({ anchor }) => anchor)).toEqual([
      'colorway-c1',
      undefined,
      undefined,
    ])
    const [first, ...rest] = sheetPages(plan([look('c1'), look('c2')]), measure)
    const links = flat(first?.marks ?? []).flatMap(mark => (mark.mark === 'part' && mark.leadsTo ? [mark.leadsTo] : []))
    expect(links).toEqual(['colorway-c1', 'colorway-c2'])
    expect(rest.map(({ anchor }) => anchor).filter(Boolean)).toEqual(links)
    expect(first?.bookmark).toEqual({ title: 'Kites', depth: 0 })
  })
  it('says how many pieces of artwork it leaves out', () => {
    const artwork = Array.from({ length: MAX_ON_SHEET }, (_, i) => ({ id: `a${i}`, name: 'Icon', width: 9, height: 9 }))
    const pages = sheetPages(plan([look('c1', { artwork, left: 976 })]), measure)
    expect(wordsOn(pages)).toContain('24 of 1,000 pieces of artwork')
    expect(wordsOn(sheetPages(plan([look('c1', { artwork })]), measure)).join()).not.toContain('pieces of artwork')
  })
  it('says the name, role, share, hex, RGB, CMYK and OKLCH of every swatch', () => {
    const text = wordsOn(sheetPages(plan([look('c1')]), measure))
    for (const { name, hex, role, share = 0 } of look('c1').scheme.swatches) {
      expect(text).toContain(sentence(name))
      expect(text).toContain(hex)
      expect(text).toContain(`${role} · ${Math.round(share * 100)}%`)
      const [r, g, b] = [1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16))
      expect(text).toContain(`${r} ${g} ${b}`)
    }
    expect(text.filter(text => /^\d+ \d+ \d+ \d+$/.test(text))).toHaveLength(5)
    expect(text.filter(text => /^[\d.]+% [\d.]+ [\d.]+°$/.test(text))).toHaveLength(5)
    expect(text).toContain('CMYK, no profile')
  })
  it('lists the rungs the artwork wears, and marks them in the ladders', () => {
    const [first] = project.scheme
    const worn = new Set([ladder(first?.hex ?? '', 'tints', project.rungs)[1] ?? ''])
    const { scheme } = exportScheme(project, 'Kites', { ladders: true, only: null, worn })
    const pages = sheetPages(plan([look('c1', { scheme })]), measure)
    expect(wordsOn(pages)).toContain('tint 2')
    const marks = pages.flatMap(page => flat(page.marks))
    const alts = marks.flatMap(mark => (mark.mark === 'part' && mark.alt?.startsWith('tints of') ? [mark.alt] : []))
    expect(alts.filter(alt => alt.includes('; used: tint 2, '))).toHaveLength(1)
    const circles = (all: readonly Mark[]): number => all.filter(({ mark }) => mark === 'circle').length
    const without = sheetPages(plan([look('c1')]), measure).flatMap(page => flat(page.marks))
    expect(circles(marks)).toBe(circles(without) + 1)
  })
  it('sets a name under a narrow swatch small enough that its words stay whole', () => {
    const { scheme } = look('c1')
    const swatches = scheme.swatches.map((each, i) => ({
      ...each,
      ...(i ? { share: 0.23 } : { name: 'terracottas', share: 0.05 }),
    }))
    const [first] = sheetPages(plan([look('c1', { scheme: { ...scheme, swatches } })]), measure)
    const name = flat(first?.marks ?? []).find(mark => mark.mark === 'words' && mark.text === 'Terracottas') as Words
    expect(name.size).toBeLessThan(7.5)
    expect(name.size).toBeGreaterThanOrEqual(5)
  })
  it('gives the colors the first page where there is no artwork', () => {
    const highOf = (artwork: SheetLook['artwork']): number => {
      const [first] = sheetPages(plan([look('c1', { artwork })]), measure)
      return Math.max(...flat(first?.marks ?? []).map(mark => (mark.mark === 'box' ? mark.height : 0)))
    }
    expect(highOf(look('c1').artwork)).toBe(40)
    expect(highOf([])).toBeGreaterThan(300)
  })
  it('says the inks of the paper where there is one', () => {
    const printed = { ...plan([look('c1')]), paper: 'coated paper', inksOf: () => ({ c: 0.1, m: 0.2, y: 0.3, k: 0.4 }) }
    const text = wordsOn(sheetPages(printed, measure))
    expect(text).toContain('CMYK, coated paper')
    expect(text).toContain('10 20 30 40')
  })
  it('tells readers of screens what is what, in order', () => {
    const [pictures, colors, use] = sheetPages(plan([look('c1')]), measure)
    expect(pictures && tagsOn(pictures)[0]).toBe('H1')
    expect(colors && tagsOn(colors).slice(0, 4)).toEqual(['H3', 'Table', 'TR', 'TH'])
    expect(use && tagsOn(use)).toContain('LI')
    const figures = flat(pictures?.marks ?? []).filter(mark => mark.mark === 'part' && mark.tag === 'Figure')
    expect(figures.every(mark => mark.mark === 'part' && mark.alt)).toBe(true)
  })
  it('keeps everything on its pages, however much there is and however it is called', () => {
    const scheme = look('c1').scheme
    const [one] = scheme.swatches
    if (!one) throw new Error('There is no swatch.')
    const swatches = Array.from({ length: 12 }, (_, i) => ({ ...one, name: `${LONG} ${i}`, share: i ? 0.01 : 0.89 }))
    const gradient = exportGradient(
      {
        ...{ name: LONG, kind: 'linear', angle: 90, space: 'oklch', way: 'longer' },
        stops: [0, 1].map(at => ({ at, swatch: 's1', hex: '#123456' })),
      },
      project.scheme,
    )
    const full = look('c1', {
      name: LONG,
      note: Array.from({ length: 60 }, () => LONG).join(' '),
      artwork: Array.from({ length: 50 }, (_, i) => ({ id: `a${i}`, name: LONG, width: 10 + i * 40, height: 400 })),
      scheme: { ...scheme, swatches },
      gradients: Array.from({ length: 24 }, () => gradient),
    })
    const pages = sheetPages(
      plan([full, ...Array.from({ length: 11 }, (_, i) => look(`d${i}`, { name: LONG }))]),
      measure,
    )
    const shown = pages.flatMap(page => flat(page.marks).filter(mark => mark.mark === 'artwork' && mark.look === 'c1'))
    expect(new Set(shown.flatMap(mark => (mark.mark === 'artwork' ? [mark.artwork] : []))).size).toBe(50)
    expect(pages.flatMap(page => flat(page.marks).filter(mark => mark.mark === 'gradient'))).toHaveLength(24)
    const outside = pages.flatMap(page =>
      flat(page.marks).filter(mark => {
        if (mark.mark === 'words') {
          const width = measure(mark.text, mark)
          const left = mark.x - (mark.align === 'end' ? width : mark.align === 'middle' ? width / 2 : 0)
          return left < 0 || left + width > page.width || mark.y < 0 || mark.y > page.height
        }
        if (!('width' in mark)) return false
        return mark.x < 0 || mark.y < 0 || mark.x + mark.width > page.width + 0.01 || mark.y + mark.height > page.height
      }),
    )
    expect(outside).toEqual([])
  })
  it('sets only text that can be read, the best first, and no color everywhere', () => {
    const pairs = textPairs(look('c1').scheme.swatches)
    expect(pairs.length).toBeGreaterThan(2)
    for (const { text, ground, ratio } of pairs) {
      expect(ratio).toBeCloseTo(contrastOf(text.hex, ground.hex), 9)
      expect(ratio).toBeGreaterThanOrEqual(3)
    }
    expect(pairs.map(({ ratio }) => ratio)).toEqual(pairs.map(({ ratio }) => ratio).sort((one, other) => other - one))
  })
})
