import fc from 'fast-check'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import type { Artwork } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import { newProject } from '#core/scheme/create'
import { allArtwork, exportLooks, planFiles, treeOf, widthOf } from './plan'
import { FIRST_WANTED, NOW, wantedSchema, type Wanted } from './options'
import { runs } from '../../tests/runs'

const art = (id: string, name: string, kind: Artwork['kind'] = 'svg'): Artwork => ({
  ...{ id, name, kind, width: 400, height: 300 },
  hash: id.padEnd(64, '0').replace(/[^0-9a-f]/g, '0'),
})
const withArtwork = (names: readonly string[]): Project => ({
  ...newProject('Kites'),
  artwork: names.map((name, i) => art(`a${i}`, name)),
})
const TIME = '2026-11-26T10:00:00.000Z'
const frozen = (project: Project, names: readonly string[]): Project =>
  names.reduce((now, name) => apply(now, { do: 'freeze', name, time: TIME }, NOTHING_KNOWN), project)
const wanting = (project: Project, looks: string[], more: Partial<Wanted> = {}): string[] => {
  const wanted = { ...FIRST_WANTED, artwork: project.artwork.map(({ id }) => id), looks, ...more }
  return planFiles(exportLooks(project, wanted), wanted).map(({ path }) => path)
}

describe('the files of a hand-over', () => {
  it('of one look stand without a folder of its own', () =>
    expect(wanting(withArtwork(['Poster']), [NOW])).toEqual([
      'sheet.pdf',
      'artwork/poster.svg',
      'artwork/poster.png',
      'scheme/kites.css',
      'scheme/kites.tokens.json',
    ]))
  it('of several looks stand in folders by their names, in their order', () => {
    const project = frozen(withArtwork(['Poster']), ['Dawn', 'Dusk'])
    expect(wanting(project, ['c2', 'c1'], { svg: 'tokens', png: [], scheme: [], sheet: ['pdf', 'png'] })).toEqual([
      ...['sheet.pdf', 'sheet-dawn.png', 'sheet-dusk.png', 'dawn/artwork/poster.svg', 'dusk/artwork/poster.svg'],
    ])
  })
  it('of a picture of pixels are PNG in full size, and in those asked for', () => {
    const project = { ...withArtwork([]), artwork: [art('a0', 'Loft', 'raster')] }
    const sizes: Wanted['png'] = [
      { by: 'width', pixels: 200 },
      { by: 'scale', times: 1 },
    ]
    expect(wanting(project, [NOW], { png: sizes, scheme: [], sheet: [] })).toEqual([
      'artwork/loft-200w.png',
      'artwork/loft.png',
    ])
  })
  it('of pages of a PDF are that PDF, all its pages together whichever is chosen, and SVG of each where that is asked for', () => {
    const page = (id: string, number: number, more: Partial<Artwork> = {}): Artwork => ({
      ...art(id, `Card ${number}`),
      page: { pdf: 'f'.repeat(64), number },
      ...more,
    })
    const project = {
      ...withArtwork([]),
      artwork: [page('a0', 1, { folder: 'Print' }), page('a1', 2), page('a2', 2, { name: 'Again' })],
    }
    const wanted: Wanted = { ...FIRST_WANTED, looks: [NOW], artwork: ['a1'], png: [], scheme: [], sheet: [] }
    const [file] = planFiles(exportLooks(project, wanted), wanted)
    expect(file?.path).toBe('artwork/print/card.pdf')
    expect(file?.content).toMatchObject({ kind: 'pdf', pages: [{ id: 'a0' }, { id: 'a1' }] })
    expect(wanting(project, [NOW], { png: [], scheme: [], sheet: [] })).toEqual([
      'artwork/print/card.pdf',
      'artwork/again.pdf', // a page that is there twice
    ])
    expect(wanting(project, [NOW], { pdf: ['svg'], png: [], scheme: [], sheet: [] })).toEqual([
      'artwork/print/card-1.svg',
      'artwork/card-2.svg',
      'artwork/again.svg',
    ])
  })
  it('stand in the folders of the artwork, with distinct names in each', () => {
    const project = withArtwork(['Arrow', 'Arrow', 'Arrow', 'Home', 'Odd'])
    const folders = [undefined, 'Icons/Actions', 'icons/actions', 'Icons', `CON/../a:b/ /${'x/'.repeat(20)}y`]
    const artwork = project.artwork.map((each, i) => ({ ...each, ...(folders[i] ? { folder: folders[i] } : {}) }))
    expect(wanting({ ...project, artwork }, [NOW], { png: [], scheme: [], sheet: [] })).toEqual([
      'artwork/arrow.svg',
      'artwork/icons/actions/arrow.svg',
      'artwork/icons/actions/arrow-2.svg',
      'artwork/icons/home.svg',
      'artwork/x/x/x/x/x/x/x/y/odd.svg',
    ])
  })
  it('are of all artwork there is: what was removed since is still in the colorways', () => {
    const project = { ...frozen(withArtwork(['Poster', 'Flyer']), ['Dawn']), artwork: [art('b0', 'Ticket')] }
    expect(allArtwork(project).map(({ name }) => name)).toEqual(['Ticket', 'Poster', 'Flyer'])
  })
  it('of a colorway are of the artwork it was frozen on', () => {
    const project = { ...frozen(withArtwork(['Poster']), ['Dawn']), artwork: [art('b0', 'Flyer')] }
    const wanted = { ...FIRST_WANTED, artwork: ['a0', 'b0'], looks: ['c1'], png: [], scheme: [], sheet: [] as [] }
    expect(planFiles(exportLooks(project, wanted), wanted).map(({ path }) => path)).toEqual(['artwork/poster.svg'])
  })

  const anyName = fc.oneof(
    fc.constantFrom(
      ...[
        'a/b',
        '..',
        'CON',
        'x.',
        '  ',
        'É',
        'E\u0301',
        'poster',
        'Poster',
        'poster 2x',
        '青い凧',
        '\u202Etxt.exe',
        'a\u0000b',
        'é'.repeat(120),
      ],
    ),
    fc.string({ minLength: 1, maxLength: 120, unit: 'grapheme' }),
  )
  it('have names that no file system refuses and no two share, whatever things are called', () =>
    fc.assert(
      fc.property(
        fc.array(anyName, { minLength: 1, maxLength: 8 }),
        fc.array(anyName, { maxLength: 4 }),
        (names, ways) => {
          const project = frozen(
            withArtwork(names),
            ways.map(way => way.trim() || 'x'),
          )
          const sizes: Wanted['png'] = [
            { by: 'scale', times: 1 },
            { by: 'scale', times: 2 },
          ]
          const paths = wanting(project, [NOW, ...project.lineUp.colorways.map(({ id }) => id)], { png: sizes })
          expect(new Set(paths.map(path => path.normalize('NFC').toLowerCase())).size).toBe(paths.length)
          for (const path of paths) {
            for (const part of path.split('/')) {
              expect(part).not.toMatch(/^\.|[<>:"\\|?*\p{Cc}\p{Cs}\u202A-\u202E]|[. ]$/u)
              expect(part).not.toMatch(/^(con|prn|aux|nul|com\d|lpt\d)(\.|$)/i)
              expect(Buffer.byteLength(part)).toBeLessThan(160)
            }
          }
        },
      ),
      { numRuns: runs(200) },
    ))
  it('are none where no colorway of that name is there', () =>
    expect(wanting(withArtwork(['Poster']), ['c9'])).toEqual([]))
  it('stand in a tree', () =>
    expect(treeOf(['a.pdf', 'x/b.svg', 'x/y/c.svg', 'x/d.svg'])).toEqual([
      { name: 'a.pdf', path: 'a.pdf', branches: [] },
      {
        name: 'x',
        path: null,
        branches: [
          { name: 'b.svg', path: 'x/b.svg', branches: [] },
          { name: 'y', path: null, branches: [{ name: 'c.svg', path: 'x/y/c.svg', branches: [] }] },
          { name: 'd.svg', path: 'x/d.svg', branches: [] },
        ],
      },
    ]))
})

describe('what is wanted', () => {
  it('is refused without a colorway, and beyond what can be drawn', () => {
    const wanted = { ...FIRST_WANTED, artwork: [], looks: [NOW] }
    expect(wantedSchema.safeParse(wanted).success).toBe(true)
    expect(wantedSchema.safeParse({ ...wanted, looks: [] }).success).toBe(false)
    expect(wantedSchema.safeParse({ ...wanted, png: [{ by: 'width', pixels: 1e6 }] }).success).toBe(false)
  })
  it('is never drawn larger than can be written', () => {
    expect(widthOf({ width: 400, height: 300 }, { by: 'scale', times: 2 })).toBe(800)
    expect(widthOf({ width: 9000, height: 9000 }, { by: 'scale', times: 20 })).toBe(12_000)
    const tall = widthOf({ width: 100, height: 4000 }, { by: 'width', pixels: 12_000 })
    expect(tall * tall * 40).toBeLessThanOrEqual(145e6)
  })
})
