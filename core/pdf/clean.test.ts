import { cleanPdf } from './clean'
import { lookup, lookupDict, PDFName, serializePdf, type PDFArray, type PDFContext } from './objects'
import { catalogOf, keepPage, pagesOf, pageSize } from './pages'
import { pdfOf, type Plain } from './testing'

const SCRIPT: Plain = { Type: '/Action', S: '/JavaScript', JS: '@code' }
const CODE: Plain = { stream: 'app.alert(1)' }
const link = (action: Plain): Plain => ({ Type: '/Annot', Subtype: '/Link', Rect: [0, 0, 9, 9], A: action })
const written = async (context: PDFContext): Promise<string> =>
  new TextDecoder('iso-8859-1').decode(await serializePdf(context))

describe('a PDF that is cleaned', () => {
  it.each<[what: string, catalog: Record<string, Plain>, said: string]>([
    ['a script when it is opened', { OpenAction: SCRIPT }, 'JavaScript'],
    ['scripts by name', { Names: { JavaScript: { Names: ['a', SCRIPT] } } }, 'JavaScript'],
    [
      'a script in a chain of actions',
      { OpenAction: { S: '/GoTo', D: 'a', Next: [{ S: '/GoTo', D: 'b' }, SCRIPT] } },
      'JavaScript',
    ],
    ['what happens before it is printed', { AA: { WP: SCRIPT } }, 'an action'],
    ['a program that is started', { OpenAction: { S: '/Launch', F: 'evil.exe' } }, 'an action'],
    ['another file that is opened', { OpenAction: { S: '/GoToR', F: 'other.pdf' } }, 'an action'],
    [
      'files it brings along',
      { Names: { EmbeddedFiles: { Names: ['a', { EF: { F: '@code' } }] } } },
      'an embedded file',
    ],
    ['a form', { AcroForm: { Fields: [], XFA: '@code' } }, 'a form field'],
    ['a collection of files', { Collection: { Type: '/Collection' } }, 'an embedded file'],
  ])('loses %s', async (_, catalog, said) => {
    const context = await pdfOf([{ content: '' }], { code: CODE }, catalog)
    expect(cleanPdf(context).join()).toContain(said)
    expect(await written(context)).not.toMatch(/app\.alert|evil\.exe|other\.pdf|XFA|Collection|EmbeddedFiles/)
  })
  it.each<[what: string, note: Plain]>([
    ['a script', link(SCRIPT)],
    ['an address that is a script', link({ S: '/URI', URI: 'javascript:alert(1)' })],
    ['a file', link({ S: '/URI', URI: 'file:///etc/passwd' })],
    ['data that is sent', link({ S: '/SubmitForm', F: 'https://evil.example' })],
  ])('keeps a link without %s', async (_, note) => {
    const context = await pdfOf([{ content: '', more: { Annots: [note] } }], { code: CODE })
    expect(cleanPdf(context)).toHaveLength(1)
    expect((lookup(pagesOf(context)[0], 'Annots') as PDFArray).size()).toBe(1)
    expect(await written(context)).not.toMatch(/app\.alert|javascript:|etc\/passwd|evil\.example/)
  })
  it.each(['Widget', 'FileAttachment', 'RichMedia', 'Screen', 'Sound', '3D', 'Movie', 'Unheard'])(
    'loses notes of the kind %s',
    async kind => {
      const note = { Type: '/Annot', Subtype: `/${kind}`, Rect: [0, 0, 9, 9] }
      const context = await pdfOf([
        { content: '', more: { Annots: [note, link({ S: '/URI', URI: 'https://a.example' })] } },
      ])
      expect(cleanPdf(context)).toHaveLength(1)
      const left = await written(context)
      expect(left).not.toContain(kind)
      expect(left).toContain('https://a.example')
    },
  )
  it('does not take a name of a font or a letter for an entry that acts', async () => {
    const font = { Type: '/Font', Subtype: '/Type3', CharProcs: { AA: '@code', JS: '@code' } }
    const context = await pdfOf([{ content: '', resources: { Font: { AA: font, JS: '@plain' } } }], {
      code: CODE,
      plain: { Type: '/Font' },
    })
    expect(cleanPdf(context)).toEqual([])
    expect(await written(context)).toContain('app.alert') // it is a letter
  })
  it('looks into what is hidden as a table, too', async () => {
    const context = await pdfOf(
      [{ content: '', resources: { Font: '@both' } }],
      { both: { Type: '/Catalog', AA: { O: '@act' } }, act: SCRIPT, code: CODE },
      { Extra: '@both' },
    )
    expect(cleanPdf(context)).toHaveLength(1)
    expect(await written(context)).not.toContain('app.alert')
  })
  it('loses streams that say their content lies in another file', async () => {
    const stream = { stream: 'x', dict: { F: 'https://evil.example/a' } }
    const context = await pdfOf([{ content: '', resources: { XObject: { A: '@s' } } }], { s: stream })
    expect(cleanPdf(context)).toEqual(['a reference to a file outside'])
    expect(await written(context)).not.toContain('evil.example')
  })
  it('keeps nothing that nobody refers to', async () => {
    const context = await pdfOf([{ content: '' }], { code: CODE })
    expect(cleanPdf(context)).toEqual([])
    expect(await written(context)).not.toContain('app.alert')
  })
})

describe('pages', () => {
  it('have what stands above them', async () => {
    const context = await pdfOf([{ content: '' }])
    const root = lookupDict(catalogOf(context), 'Pages')!
    const [page] = pagesOf(context)
    page!.delete(PDFName.of('MediaBox'))
    root.set(PDFName.of('MediaBox'), context.obj([0, 0, 300, 50]))
    root.set(PDFName.of('Rotate'), context.obj(90))
    expect(pagesOf(context).map(pageSize)).toEqual([{ width: 50, height: 300 }])
  })
  it('that are too many, none, or lead in a circle are refused', async () => {
    const many = await pdfOf(Array.from({ length: 41 }, () => ({ content: '' })))
    expect(() => pagesOf(many)).toThrow('The PDF has more than 40 pages.')
    const circle = await pdfOf([{ content: '' }])
    const root = lookupDict(catalogOf(circle), 'Pages')!
    ;(lookup(root, 'Kids') as PDFArray).push(root)
    expect(() => pagesOf(circle)).toThrow('The PDF is damaged: its pages lead in a circle.')
    const none = await pdfOf([{ content: '' }])
    ;(lookup(lookupDict(catalogOf(none), 'Pages'), 'Kids') as PDFArray).remove(0)
    expect(() => pagesOf(none)).toThrow('The PDF has no pages.')
  })
  it('are left alone by all others where one is kept', async () => {
    const context = await pdfOf([
      { content: '1 g' },
      { content: '0.123 g', more: { Annots: [link({ S: '/GoTo', D: 'a' })] } },
      { content: '0.5 g' },
    ])
    keepPage(context, pagesOf(context)[1]!)
    expect(pagesOf(context)).toHaveLength(1)
    expect(context.enumerateIndirectObjects().length).toBeLessThan(7)
  })
})
