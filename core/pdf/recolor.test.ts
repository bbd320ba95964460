import fc from 'fast-check'
import type { Hex } from '#core/color/convert'
import { lookup, type PDFContext, type PDFDict } from './objects'
import { pagesOf } from './pages'
import { FOR_SCREEN, recolorPages } from './recolor'
import { colorsOf, pdfOf, SIMPLE, textOf, type Plain } from './testing'
import { readOperations } from './tokens'
import { writePages } from './write'

const CYAN = '#00ffff'
const MAGENTA = '#ff00ff'
const RED = '#ff0000'
const BLUE = '#0000ff'

const inksIn = (context: PDFContext): Hex[] => [
  ...new Set(
    colorsOf(context)
      .colors()
      .map(({ hex }) => hex),
  ),
]

/** A document with its inks changed, the same on every page. */
const changed = (
  context: PDFContext,
  changes: Readonly<Record<Hex, Hex>>,
  spots: Readonly<Record<string, string>> = {},
): PDFContext => {
  const pages = pagesOf(context)
  const colors = new Map(Object.entries(changes))
  writePages(
    context,
    pages,
    pages.map((_, i) => ({ page: i + 1, colors })),
    { management: SIMPLE, isForPress: colorsOf(context).isForPress, spots: new Map(Object.entries(spots)) },
  )
  return context
}
const page = (context: PDFContext, at = 0): PDFDict => pagesOf(context)[at]!
const words = (text: string): string => text.trim().replace(/\s+/g, ' ')
/** The content of a document of one page after a change of inks. */
const rewritten = async (
  content: string,
  changes: Readonly<Record<Hex, Hex>>,
  resources: Plain = {},
  objects: Record<string, Plain> = {},
): Promise<string> => words(textOf(page(changed(await pdfOf([{ content, resources }], objects), changes))))

const SPOT = (name: string): Plain => [
  '/Separation',
  name,
  '/DeviceCMYK',
  { FunctionType: 2, Domain: [0, 1], C0: [0, 0, 0, 0], C1: [0, 1, 0, 0], N: 1 },
]

describe('the inks of a page', () => {
  it('are the colors something is painted with, filled or stroked; what is set and never used is none', async () =>
    expect(
      inksIn(await pdfOf([{ content: '1 0 0 rg 0 1 0 RG 0 0 1 rg 0 0 9 9 re f 0 1 1 RG 0 0 m 9 9 l S 1 1 0 rg' }])),
    ).toEqual([BLUE, CYAN]))
  it('include black that nobody set', async () =>
    expect(inksIn(await pdfOf([{ content: '0 0 9 9 re f' }]))).toEqual(['#000000']))
  it('come back with the graphics state', async () =>
    expect(inksIn(await pdfOf([{ content: '1 0 0 rg q 0 0 1 rg 0 0 9 9 re f Q 0 0 9 9 re f' }])).sort()).toEqual([
      BLUE,
      RED,
    ]))
  it('are read in forms, patterns, drawn letters, notes and shadings; what a form inherits belongs to its caller', async () => {
    const context = await pdfOf(
      [
        {
          content: '0 1 0 rg /F Do /Pattern cs /P scn 0 0 9 9 re f BT /T 9 Tf (a) Tj ET /S sh',
          resources: {
            XObject: { F: '@form' },
            Pattern: { P: '@pattern' },
            Font: { T: '@font' },
            Shading: { S: '@shading' },
          },
          more: { Annots: [{ Type: '/Annot', Subtype: '/Stamp', Rect: [0, 0, 9, 9], AP: { N: '@stamp' } }] },
        },
      ],
      {
        form: {
          stream: '0 0 5 5 re f 1 0 0 rg 0 0 5 5 re f',
          dict: { Type: '/XObject', Subtype: '/Form', BBox: [0, 0, 9, 9] },
        },
        pattern: {
          stream: '0 0 1 rg 0 0 2 2 re f',
          dict: { PatternType: 1, PaintType: 1, TilingType: 1, BBox: [0, 0, 4, 4], XStep: 4, YStep: 4, Resources: {} },
        },
        font: {
          Type: '/Font',
          Subtype: '/Type3',
          FontBBox: [0, 0, 9, 9],
          FontMatrix: [1, 0, 0, 1, 0, 0],
          CharProcs: { a: '@letter' },
          Encoding: { Differences: [97, '/a'] },
          FirstChar: 97,
          LastChar: 97,
          Widths: [9],
        },
        letter: { stream: '9 0 d0 0 1 1 rg 0 0 9 9 re f' },
        stamp: { stream: '1 1 0 rg 0 0 9 9 re f', dict: { Type: '/XObject', Subtype: '/Form', BBox: [0, 0, 9, 9] } },
        shading: {
          ShadingType: 2,
          ColorSpace: '/DeviceRGB',
          Coords: [0, 0, 9, 0],
          Function: { FunctionType: 2, Domain: [0, 1], C0: [1, 0, 1], C1: [1, 1, 1], N: 1 },
        },
      },
    )
    expect(inksIn(context).sort()).toEqual(
      ['#00ff00', '#00ffff', '#0000ff', '#ff0000', '#ff00ff', '#ffff00', '#ffffff'].sort(),
    )
  })
  it('know their spaces: gray, RGB, CMYK, spot colors with their names, indexed and L*a*b*', async () => {
    const resources = {
      ColorSpace: {
        A: SPOT('/Brand#20Red'),
        B: ['/Indexed', '/DeviceRGB', 1, { stream: '\u0000\u0000\u0000\u00ff\u0000\u0000' }],
        C: ['/Lab', { WhitePoint: [0.9642, 1, 0.8249], Range: [-100, 100, -100, 100] }],
        D: [
          '/DeviceN',
          ['/Cyan', '/Gold'],
          '/DeviceCMYK',
          { stream: '{ pop 0 0 0 }', dict: { FunctionType: 4, Domain: [0, 1, 0, 1], Range: [0, 1, 0, 1, 0, 1, 0, 1] } },
        ],
        E: ['/Separation', '/All', '/DeviceGray', { FunctionType: 2, Domain: [0, 1], C0: [1], C1: [0], N: 1 }],
      },
    }
    const content = [
      '/A cs 0.5 scn',
      '/B cs 1 sc',
      '/C cs 50 0 0 sc',
      '/D cs 1 0 scn',
      '/E cs 1 scn',
      '0.5 g',
      '0 0 1 0 k',
    ]
    const context = await pdfOf([{ content: content.map(each => `${each} 0 0 9 9 re f`).join('\n'), resources }])
    const colors = colorsOf(context)
    expect(colors.colors().map(({ hex, space }) => [hex, space.kind, ...space.spots])).toEqual([
      ['#ff80ff', 'spot', 'Brand Red'],
      [RED, 'indexed'],
      ['#777777', 'lab'],
      [CYAN, 'spots', 'Cyan', 'Gold'],
      ['#808080', 'gray'],
      ['#ffff00', 'cmyk'],
    ])
    expect(colors.isForPress).toBe(true)
  })
  it('are apart for letters in black ink alone, in a file for a press', async () => {
    expect(inksIn(await pdfOf([{ content: '0 0 0 1 k BT /F 9 Tf (a) Tj ET 0 0 9 9 re f' }]))).toEqual([
      '#000001',
      '#000000',
    ])
    expect(inksIn(await pdfOf([{ content: '0 g BT /F 9 Tf (a) Tj ET 0 0 9 9 re f' }]))).toEqual(['#000000'])
  })
  it('are none where letters are invisible, or a mask says how much is seen', async () =>
    expect(
      inksIn(await pdfOf([{ content: '1 0 0 rg BT 3 Tr (a) Tj ET 0 0 1 rg BT 1 Tr 0 1 0 RG (a) Tj ET' }])),
    ).toEqual(['#00ff00']))
})

describe('a page in other colors', () => {
  it('has other operands and nothing else', async () =>
    expect(await rewritten('q 1 0 0 rg % red\n 0 0 9 9 re f 0 0 1 RG 2 w 0 0 m 9 9 l S Q', { [RED]: '#00ff00' })).toBe(
      'q 0 1 0 rg % red 0 0 9 9 re f 0 0 1 RG 2 w 0 0 m 9 9 l S Q',
    ))
  it('stays byte for byte where none of its inks changes', async () => {
    const context = await pdfOf([{ content: '1 0 0 rg 0 0 9 9 re f' }])
    const before = lookup(page(context), 'Contents')
    changed(context, { [BLUE]: RED })
    expect(lookup(page(context), 'Contents')).toBe(before)
  })
  it('exchanges inks by the values they have, in either direction', async () => {
    const content = '0.1 0.2 0.3 0.4 k 0 0 9 9 re f 0.9 0 0 0.05 k 0 0 5 5 re f'
    const context = await pdfOf([{ content }])
    const [one, other] = inksIn(context) as [Hex, Hex]
    changed(context, { [one]: other, [other]: one })
    expect(words(textOf(page(context)))).toBe('0.9 0 0 0.05 k 0 0 9 9 re f 0.1 0.2 0.3 0.4 k 0 0 5 5 re f')
    changed(context, { [one]: other, [other]: one })
    expect(words(textOf(page(context)))).toBe(content)
  })
  it('gives gray that becomes a color the space of the file: CMYK for a press, RGB for anything else', async () => {
    expect(await rewritten('0.5 g 0 0 9 9 re f', { '#808080': RED })).toBe('1 0 0 rg 0 0 9 9 re f')
    expect(await rewritten('0.5 g 0 0 9 9 re f 0 1 0 0 k 0 0 9 9 re f', { '#808080': RED })).toBe(
      '0 1 1 0 k 0 0 9 9 re f 0 1 0 0 k 0 0 9 9 re f',
    )
    expect(await rewritten('0.5 g 0 0 9 9 re f', { '#808080': '#333333' })).toBe('0.2 g 0 0 9 9 re f')
  })
  it('says black that nobody set, before anything is painted', async () =>
    expect(await rewritten('0 0 9 9 re f', { '#000000': RED })).toBe('1 0 0 rg 0 0 9 9 re f'))
  it('sets the space of a spot color again where that had been left, and only then', async () => {
    const resources = { ColorSpace: { A: SPOT('/Red') } }
    expect(
      await rewritten(
        '/A cs 1 scn 0 0 9 9 re f 0.5 scn 0 0 9 9 re f 0.25 scn 0 0 9 9 re f',
        { [MAGENTA]: CYAN },
        resources,
      ),
    ).toBe('/A cs 1 0 0 0 k 0 0 9 9 re f /A cs 0.5 scn 0 0 9 9 re f 0.25 scn 0 0 9 9 re f')
  })
  it('writes the color a space begins with', async () => {
    const resources = { ColorSpace: { A: SPOT('/Red') } }
    expect(await rewritten('/A cs 0 0 9 9 re f', { [MAGENTA]: CYAN }, resources)).toBe('/A cs 1 0 0 0 k 0 0 9 9 re f')
  })
  it('keeps letters in black alone where shapes of one operator change, and changes letters where that is asked for', async () => {
    const content = '0 0 0 1 k BT (a) Tj ET 1 1 m 2 2 l 3 3 l f BT (b) Tj ET 0 0 9 9 re f'
    expect(await rewritten(content, { '#000000': CYAN })).toBe(
      '0 0 0 1 k BT (a) Tj ET 1 0 0 0 k 1 1 m 2 2 l 3 3 l f BT 0 0 0 1 k (b) Tj ET 1 0 0 0 k 0 0 9 9 re f',
    )
    expect(await rewritten('0 0 0 1 k BT (a) Tj ET', { '#000001': CYAN })).toBe('1 0 0 0 k BT (a) Tj ET')
  })
  it('gives a spot color that keeps its plate a new name and new inks, its tints between', async () => {
    const context = await pdfOf([
      { content: '/A cs 1 scn 0 0 9 9 re f 0.5 scn 0 0 5 5 re f', resources: { ColorSpace: { A: SPOT('/Red') } } },
    ])
    changed(context, { [MAGENTA]: CYAN, '#ff80ff': '#80ffff' }, { Red: 'Sea' })
    expect(words(textOf(page(context)))).toBe(
      '/A cs /PlumbagoSpot0 cs 1 scn 0 0 9 9 re f /PlumbagoSpot0 cs 0.5 scn 0 0 5 5 re f',
    )
    const colors = colorsOf(context).colors()
    expect(colors.map(({ hex, space }) => [hex, space.kind, ...space.spots])).toEqual([
      [CYAN, 'spot', 'Sea'],
      ['#80ffff', 'spot', 'Sea'],
    ])
  })
  it('gives a shading other stops, and its function stays where none changes', async () => {
    const shading = (stops: Plain): Plain => ({
      ShadingType: 2,
      ColorSpace: '/DeviceCMYK',
      Coords: [0, 0, 9, 0],
      Function: stops,
    })
    const line = (from: number[], to: number[]): Plain => ({ FunctionType: 2, Domain: [0, 1], C0: from, C1: to, N: 1 })
    const stitched = {
      FunctionType: 3,
      Domain: [0, 1],
      Functions: [line([1, 0, 0, 0], [0, 1, 0, 0]), line([0, 1, 0, 0], [0, 0, 1, 0])],
      Bounds: [0.25],
      Encode: [0, 1, 0, 1],
    }
    const context = await pdfOf([{ content: '/S sh', resources: { Shading: { S: '@s' } } }], { s: shading(stitched) })
    const stopsIn = (): unknown => colorsOf(context).shadings[0]?.stops
    const before = stopsIn()
    changed(context, { [BLUE]: RED })
    expect(stopsIn()).toEqual(before)
    changed(context, { [CYAN]: '#ffff00' })
    expect(stopsIn()).toEqual([
      { at: 0, values: [0, 0, 1, 0] },
      { at: 0.25, values: [0, 1, 0, 0] },
      { at: 1, values: [0, 0, 1, 0] },
    ])
  })
  it('paints uncolored patterns in other colors, in a space of their own where needed', async () => {
    const pattern = {
      stream: '0 0 2 2 re f',
      dict: { PatternType: 1, PaintType: 2, TilingType: 1, BBox: [0, 0, 4, 4], XStep: 4, YStep: 4, Resources: {} },
    }
    const resources = {
      Pattern: { P: '@p' },
      ColorSpace: { A: ['/Pattern', '/DeviceRGB'], B: ['/Pattern', '/DeviceGray'] },
    }
    expect(await rewritten('/A cs 1 0 0 /P scn 0 0 9 9 re f', { [RED]: BLUE }, resources, { p: pattern })).toBe(
      '/A cs /PlumbagoPatternRGB cs 0 0 1 /P scn 0 0 9 9 re f',
    )
    expect(await rewritten('/B cs 0.5 /P scn 0 0 9 9 re f', { '#808080': BLUE }, resources, { p: pattern })).toBe(
      '/B cs /PlumbagoPatternRGB cs 0 0 1 /P scn 0 0 9 9 re f',
    )
  })
  it('does not change what pages share where one of them changes otherwise', async () => {
    const one = { content: '/F Do', resources: { XObject: { F: '@form' } } }
    const context = await pdfOf([one, one, one], {
      form: { stream: '1 0 0 rg 0 0 5 5 re f', dict: { Type: '/XObject', Subtype: '/Form', BBox: [0, 0, 9, 9] } },
    })
    const pages = pagesOf(context)
    const plan = { management: SIMPLE, isForPress: false, spots: new Map<string, string>() }
    writePages(
      context,
      pages,
      [
        { page: 2, colors: new Map([[RED, BLUE]]) },
        { page: 3, colors: new Map([[RED, CYAN]]) },
      ],
      plan,
    )
    expect([0, 1, 2].map(at => inksOfPage(context, at))).toEqual([[RED], [BLUE], [CYAN]])
  })
  it('is sRGB throughout for the screen', async () => {
    const context = await pdfOf([
      {
        content: '0 1 0 0 k 0 0 9 9 re f /A cs 1 scn 0 0 9 9 re f 0 0 0 1 k BT (a) Tj ET',
        resources: { ColorSpace: { A: SPOT('/Red') } },
      },
    ])
    recolorPages(colorsOf(context), FOR_SCREEN)
    expect(words(textOf(page(context)))).toBe(
      '1 0 1 rg 0 0 9 9 re f /A cs 1 0 1 rg 0 0 9 9 re f 0 0 0.00392 rg BT (a) Tj ET',
    )
  })
})

const inksOfPage = (context: PDFContext, at: number): Hex[] => [
  ...new Set(
    colorsOf(context, [page(context, at)])
      .colors()
      .map(({ hex }) => hex),
  ),
]

/** The things a content in the device's colors paints, in order, by a reading of its own. */
const paintedBy = (content: string): string[] => {
  const out: string[] = []
  const saved: Array<{ fill: string; stroke: string }> = []
  let state = { fill: '0 g', stroke: '0 g' }
  readOperations(
    Uint8Array.from(content, letter => letter.charCodeAt(0)),
    ({ operator, operands }) => {
      const color = `${operands.join(' ')} ${operator.toLowerCase()}`
      if (/^(g|rg|k)$/.test(operator)) state.fill = color
      else if (/^(G|RG|K)$/.test(operator)) state.stroke = color
      else if (operator === 'q') saved.push({ ...state })
      else if (operator === 'Q') state = saved.pop() ?? state
      else if (operator === 'f') out.push(`shape ${state.fill}`)
      else if (operator === 'S') out.push(`shape ${state.stroke}`)
      else if (operator === 'Tj') out.push(`text ${state.fill}`)
    },
  )
  return out
}

describe('any content', () => {
  const COLORS = [
    '0 g',
    '0.5 g',
    '1 0 0 rg',
    '0 0 1 rg',
    '0 0 0 1 k',
    '0 1 0 0 k',
    '0 G',
    '1 0 0 RG',
    '0 0 0 1 K',
    '0 1 0 0 K',
  ]
  const part = fc.constantFrom(...COLORS, 'q', 'Q', '0 0 9 9 re f', '0 0 m 9 9 l S', 'BT (a) Tj ET')
  /** The inks of those colors, for letters and for anything else, and what each becomes. */
  const BECOMES: Record<string, [shape: string, text: string]> = {
    '0 g': ['1 1 0 0 k', '0 g'],
    '0.5 g': ['0.5 g', '0.5 g'],
    '1 0 0 rg': ['0 0 1 rg', '0 0 1 rg'],
    '0 0 1 rg': ['1 0 0 rg', '1 0 0 rg'],
    '0 0 0 1 k': ['1 1 0 0 k', '0 0 0 1 k'],
    '0 1 0 0 k': ['0 1 0 0 k', '0 1 0 0 k'],
  }
  it('paints every thing in the color its ink becomes, in whatever order colors are set and saved', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(part, { maxLength: 30 }), async parts => {
        const content = parts.join('\n')
        const context = await pdfOf([{ content: `${content}\n0 1 0 0 k 0 0 1 1 re f` }])
        changed(context, { '#000000': BLUE, [RED]: BLUE, [BLUE]: RED })
        const expected = paintedBy(content).map(each => {
          const [use = '', ...color] = each.split(' ')
          return `${use} ${BECOMES[color.join(' ')]?.[use === 'text' ? 1 : 0]}`
        })
        expect(paintedBy(textOf(page(context))).slice(0, -1)).toEqual(expected)
      }),
      { numRuns: 150 },
    )
  })
})
