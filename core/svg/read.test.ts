import fc from 'fast-check'
import { readdirSync, readFileSync } from 'node:fs'
import { renderSvg } from '../../render/resvg'
import { measure } from '#core/inkmap/measureAreas'
import { cleanSvg } from './clean'
import { readSvg } from './read'
import { screenSvg, writeSvg, type HandPaint } from './write'

const wrap = (body: string, text = ''): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"${text}>${body}</svg>`
const inksOf = (body: string): Record<string, number> =>
  Object.fromEntries(readSvg(wrap(body)).inks.map(({ hex, uses }) => [hex, uses]))
const remapped = (source: string, map: Record<string, string>): string =>
  writeSvg(readSvg(source), ({ hex }) => map[hex] ?? hex)
const rect = '<rect width="1" height="1"/>'

describe('reading inks', () => {
  it.each<[string, string, Record<string, number>]>([
    ['an attribute', '<rect fill="#ff8800"/>', { '#ff8800': 1 }],
    ['a stroke', '<line stroke="#ff8800"/>', { '#ff8800': 1 }],
    ['a style', '<rect style="fill: #ff8800 ; stroke:none"/>', { '#ff8800': 1 }],
    ['a style over an attribute', '<rect fill="#111111" style="fill:#ff8800"/>', { '#ff8800': 1 }],
    ['a word', '<rect fill="ReD"/>', { '#ff0000': 1 }],
    ['rgb()', '<rect fill="rgb( 255, 136,0 )"/>', { '#ff8800': 1 }],
    ['rgb() in percent', '<rect fill="rgb(100%, 0%, 0%)"/>', { '#ff0000': 1 }],
    ['hsl()', '<rect fill="hsl(120, 100%, 25%)"/>', { '#008000': 1 }],
    ['hex of 3, 4 and 8 digits', '<rect fill="#F80"/><rect fill="#f808"/><rect fill="#ff880080"/>', { '#ff8800': 3 }],
    ['what a group says', '<g fill="#ff8800"><rect/><g><circle/></g></g>', { '#ff8800': 2 }],
    ['a child over its group', '<g fill="#111111"><rect fill="#ff8800"/></g>', { '#ff8800': 1 }],
    ['currentColor', '<g color="#ff8800"><rect fill="currentColor"/></g>', { '#ff8800': 1 }],
    [
      'currentColor of the shape itself, inherited',
      '<g color="#111111" fill="currentColor"><rect color="#ff8800"/></g>',
      { '#ff8800': 1 },
    ],
    ['inherit', '<g stroke="#ff8800" fill="none"><rect stroke="inherit"/></g>', { '#ff8800': 1 }],
    ['the black nobody wrote', rect, { '#000000': 1 }],
    ['a class', '<style>.a{fill:#ff8800}</style><rect class="b a"/>', { '#ff8800': 1 }],
    [
      'an id over a class',
      '<style>#x{fill:#ff8800} .a{fill:#111111}</style><rect id="x" class="a"/>',
      { '#ff8800': 1 },
    ],
    [
      'the later of two rules',
      '<style>.a{fill:#111111}</style><style>.b{fill:#ff8800}</style><rect class="a b"/>',
      { '#ff8800': 1 },
    ],
    ['a rule over an attribute', '<style>rect{fill:#ff8800}</style><rect fill="#111111"/>', { '#ff8800': 1 }],
    [
      '!important over a style',
      '<style>rect{fill:#ff8800!important}</style><rect style="fill:#111111"/>',
      { '#ff8800': 1 },
    ],
    [
      'a descendant selector',
      '<style>g > .a , q{fill:#ff8800}</style><g><rect class="a"/></g><rect class="a" fill="#111111"/>',
      { '#ff8800': 1, '#111111': 1 },
    ],
    [
      'an attribute selector and :nth-child',
      '<style>[id="x"]{fill:#ff8800} g rect:nth-child(2){fill:#00ff00}</style><rect id="x"/><g><rect fill="none"/><rect/></g>',
      { '#ff8800': 1, '#00ff00': 1 },
    ],
    ['a sheet in CDATA', '<style><![CDATA[ .a{fill:#ff8800} ]]></style><rect class="a"/>', { '#ff8800': 1 }],
    [
      'the rest of a broken sheet',
      '<style>.x{fill:;;} .y{fill red} q:{} .a{color:; fill:#ff8800} .b{</style><rect class="a"/>',
      { '#ff8800': 1 },
    ],
    [
      'the fallback where the sheet is not for screens',
      '<style>@media print{.a{fill:#111111}} @media screen{.a{stroke:#ff8800}}</style><rect class="a" fill="none"/>',
      { '#ff8800': 1 },
    ],
    [
      'a gradient',
      '<defs><linearGradient id="g"><stop stop-color="#ff8800"/>' +
        '<stop offset="1" style="stop-color:#00ff00"/></linearGradient></defs><rect fill="url(#g)"/>',
      { '#ff8800': 1, '#00ff00': 1 },
    ],
    [
      'a gradient that takes over stops',
      '<linearGradient id="s"><stop stop-color="#ff8800"/></linearGradient><linearGradient id="g" xlink:href="#s"/><rect fill="url(#g)"/>',
      { '#ff8800': 1 },
    ],
    [
      'the black of a stop nobody wrote',
      '<linearGradient id="g"><stop/></linearGradient><rect fill="url(#g)"/>',
      { '#000000': 1 },
    ],
    ['a pattern', '<pattern id="p"><rect fill="#ff8800"/></pattern><rect fill="url(#p)"/>', { '#ff8800': 1 }],
    ['a fallback of a reference to nothing', '<rect fill="url(#nothing) #ff8800"/>', { '#ff8800': 1 }],
    [
      'a marker',
      '<marker id="m"><path fill="#ff8800"/></marker><path fill="none" marker-end="url(#m)"/>',
      { '#ff8800': 1 },
    ],
    [
      'a flood',
      '<filter id="f"><feFlood flood-color="#ff8800"/><feComposite in2="SourceAlpha"/></filter><rect fill="none" filter="url(#f)"/>',
      { '#ff8800': 1 },
    ],
    [
      'a flood whose shadow is only made fainter',
      '<filter id="f"><feFlood flood-color="#ff8800"/>' +
        '<feColorMatrix values="1 0 0 0 0 0 1 0 0 0 0 0 1 0 0 0 0 0 0.4 0"/></filter>' +
        '<rect fill="none" filter="url(#f)"/>',
      { '#ff8800': 1 },
    ],
    ['what a use hands down', '<defs><path id="a"/></defs><use href="#a" fill="#ff8800"/>', { '#ff8800': 1 }],
    ['a symbol', '<symbol id="a"><path fill="#ff8800"/></symbol><use xlink:href="#a"/>', { '#ff8800': 1 }],
    ['text', '<text fill="#111111"><tspan fill="#ff8800">hi</tspan></text>', { '#ff8800': 1 }],
    ['a custom property', '<style>:root{--sea:#ff8800}</style><rect style="fill:var(--sea)"/>', { '#ff8800': 1 }],
    [
      'a custom property declared twice, by where it is used',
      '<g style="--sea:#111111"><rect fill="var(--sea)"/><g style="--sea:#ff8800"><rect fill="var( --sea , red )"/></g></g>',
      { '#111111': 1, '#ff8800': 1 },
    ],
    [
      'custom properties that lead to one another, computed where they are declared',
      '<g style="--a:#ff8800;--b:var(--a)"><g style="--a:#111111"><rect style="fill:var(--b)"/></g></g>',
      { '#ff8800': 1 },
    ],
    [
      'the fallback of an undeclared custom property',
      '<rect style="fill:var(--sea, var(--sky, #ff8800))"/>',
      { '#ff8800': 1 },
    ],
    [
      'what is inherited where a custom property means nothing',
      '<g fill="#ff8800" style="--a:var(--b);--b:var(--a)"><rect style="fill:var(--a)"/></g>',
      { '#ff8800': 1 },
    ],
    [
      'a custom property of a stop',
      '<style>stop{stop-color:var(--c)}</style><linearGradient id="g"><stop style="--c:#ff8800"/></linearGradient><rect fill="url(#g)"/>',
      { '#ff8800': 1 },
    ],
    ['initial', '<g fill="#ff8800"><rect style="fill:initial;stroke:initial"/></g>', { '#000000': 1 }],
    ['what comes before a managed color', '<rect fill="#ff8800 icc-color(offset, 0.1, 0.2)"/>', { '#ff8800': 1 }],
    [
      'what a light screen shows',
      '<style>@media (prefers-color-scheme: light){.a{fill:#ff8800}} @media ' +
        '(prefers-color-scheme:dark){.a{fill:#111111}} @media not print{.b{fill:#00ff00}}</style>' +
        '<rect class="a"/><rect class="b"/>',
      { '#ff8800': 1, '#00ff00': 1 },
    ],
    [
      'the colors of an animation',
      '<rect fill="#ff8800"><animate attributeName="fill" values="#ff8800; #00ff00 ;#0000ff"/><set attributeName="x" to="red"/></rect>',
      { '#ff8800': 2, '#00ff00': 1, '#0000ff': 1 },
    ],
    ['nothing from two colors in a row', '<g fill="#ff8800"><rect fill="red blue"/></g>', { '#ff8800': 1 }],
    ['an entity', '<rect style="fill:&#35;ff8800;stroke:#00ff00"/>', { '#00ff00': 1 }],
  ])('takes %s', (_what, body, inks) => expect(inksOf(body)).toEqual(inks))

  it.each([
    ['a page color of an editor', '<n:namedview xmlns:n="urn:editor" pagecolor="#ffffff" fill="#ff0000"/>'],
    ['a shape of a foreign namespace', '<x:rect xmlns:x="urn:x" fill="#ff0000"/>'],
    ['a group without shapes', '<g fill="#ff0000"/>'],
    ['a gradient nobody uses', '<linearGradient id="g"><stop stop-color="#ff0000"/></linearGradient>'],
    [
      'a clip path and a mask',
      '<clipPath id="c"><rect fill="#ff0000"/></clipPath><mask id="m"><rect fill="#ffffff"/></mask>',
    ],
    [
      'a light',
      '<filter id="f"><feDiffuseLighting lighting-color="#ff0000"/><feSpecularLighting/></filter><rect fill="none" filter="url(#f)"/>',
    ],
    [
      'a clear flood',
      '<filter id="f"><feFlood flood-opacity="0"/>' +
        '<feFlood flood-color="#ff0000" style="flood-opacity:0"/></filter>' +
        '<rect fill="none" filter="url(#f)"/>',
    ],
    [
      'what a color matrix changes',
      '<filter id="f"><feFlood flood-color="#ff0000" result="a"/><feOffset in="SourceAlpha"/><feMerge>' +
        '<feMergeNode/><feMergeNode in="a"/></feMerge><feColorMatrix type="saturate" values="0"/>' +
        '</filter><rect fill="none" filter="url(#f)"/>',
    ],
    ['the fill of a line', '<line fill="#ff0000"/>'],
    ['nothing at all', '<rect fill="none"/><rect fill="transparent"/><rect fill="rgba(1,2,3,0)"/>'],
    ['metadata and titles', '<metadata><rect fill="#ff0000"/></metadata><title>red #ff0000</title>'],
  ])('leaves %s', (_what, body) => expect(inksOf(body)).toEqual({}))

  it.each([
    ['a mixed color', '<rect style="fill:color-mix(in srgb, red, blue)"/>', 'color-mix'],
    ['the colors for paper', '<style>@media print{rect{fill:red}}</style><rect/>', 'print'],
    ['a reference to nothing', '<rect fill="url(#lost)"/>', '#lost'],
    ['a picture in the file', '<image href="data:image/png;base64,AA"/>', 'picture within'],
    [
      'a light',
      '<filter id="f"><feDiffuseLighting lighting-color="#ff0000"/></filter><rect filter="url(#f)"/>',
      'lights',
    ],
  ])('says of %s that it is left', (_what, body, text) => expect(readSvg(wrap(body)).notes.join()).toContain(text))
  describe('with what only feeds a computation', () => {
    const computed =
      '<linearGradient id="g"><stop stop-color="#ffffff"/><stop offset="1" stop-color="#00ff00"/>' +
      '</linearGradient><mask id="m"><rect fill="url(#g)"/><rect style="fill:#ffffff"/></mask>' +
      '<clipPath id="c"><rect fill="#0000ff"/></clipPath><filter id="f">' +
      '<feDiffuseLighting lighting-color="#00ffff"/></filter>' +
      '<rect fill="#ff8800" mask="url(#m)" filter="url(#f)"/><rect fill="#00ff00"/>'
    it('takes it where it is asked for, and says of none that it is left', () => {
      const reading = readSvg(wrap(computed), ['computed'])
      expect(
        reading.inks.map(({ hex, uses, tokens, computed: feeding }) => [hex, uses, tokens.length, feeding.length]),
      ).toEqual([
        ['#ff8800', 1, 1, 0],
        ['#00ff00', 2, 1, 1],
        ['#00ffff', 1, 0, 1],
        ['#ffffff', 2, 0, 2],
        ['#0000ff', 1, 0, 1],
      ])
      expect(reading).toMatchObject({ left: { computed: 0 }, notes: [] })
      expect(readSvg(wrap(computed))).toMatchObject({ left: { computed: 4 } })
    })
    it('writes it in its own place', () => {
      const written = writeSvg(readSvg(wrap(computed), ['computed']), ({ hex }) =>
        hex === '#ffffff' ? '#112233' : hex,
      )
      expect(written).toBe(wrap(computed).replaceAll('#ffffff', '#112233'))
      expect(screenSvg(readSvg(wrap(computed), ['computed']))).toContain('<clipPath id="c"><rect fill="var(--ink-4)"/>')
    })
    it('has no area, and artwork with it no map', async () => {
      const reading = readSvg(wrap(computed), ['computed'])
      const { areas, map } = await measure(reading, renderSvg, 64)
      expect(areas.slice(2)).toEqual([0, 0, 0])
      expect(map).toBeNull()
    })
  })

  describe('the background of the root', () => {
    const page = (style: string, body = '<rect width="4" height="4" fill="#111111"/>', sheet = ''): string =>
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 8 8" style="${style}">${sheet}${body}</svg>`
    it.each<[string, string, string]>([
      ['a color', page('background-color:#ff8800'), '#ff8800'],
      ['in the shorthand', page('background: rgb(255,136,0)'), '#ff8800'],
      ['a style sheet', page('', undefined, '<style>svg{background:#f80}</style>'), '#ff8800'],
      ['a custom property', page('--sky:#ff8800;background:var(--sky)'), '#ff8800'],
    ])('is an ink: %s', async (_, source, hex) => {
      const reading = readSvg(source)
      expect(reading.inks.map(ink => ink.hex)).toEqual([hex, '#111111'])
      const { areas } = await measure(reading, renderSvg, 64)
      expect(areas[0]).toBeCloseTo(0.75, 2)
      const written = remapped(source, { [hex]: '#0f6d5f' })
      expect(readSvg(written).inks.map(ink => ink.hex)).toEqual(['#0f6d5f', '#111111'])
      expect(written).not.toContain('<rect x=')
    })
    it.each([
      ['none', page('background:none')],
      ['clear', page('background:#ff880000')],
      ['that of another element', page('', '<rect width="4" height="4" fill="#111111" style="background:#ff8800"/>')],
      ['an attribute', page('', '<rect width="4" height="4" fill="#111111"/>').replace('style=""', 'background="red"')],
    ])('is none: %s', (_, source) => expect(readSvg(source).inks.map(({ hex }) => hex)).toEqual(['#111111']))
    it('covers what the view box leaves of another ratio', async () => {
      const wide = page('background:#ff8800').replace('viewBox', 'width="80" height="20" viewBox')
      const { areas } = await measure(readSvg(wide), renderSvg, 400)
      expect(areas[0]).toBeCloseTo(15 / 16, 2)
    })
    it('that computes its color has a note', () =>
      expect(readSvg(page('background:color-mix(in srgb, red, blue)')).notes.join()).toContain('color-mix'))
  })
  it('reads a file without namespace and one with a prefix', () => {
    expect(readSvg('<svg><rect fill="#ff8800"/></svg>').inks.map(({ hex }) => hex)).toEqual(['#ff8800'])
    expect(
      readSvg('<s:svg xmlns:s="http://www.w3.org/2000/svg"><s:rect fill="#ff8800"/></s:svg>').inks.map(
        ({ hex }) => hex,
      ),
    ).toEqual(['#ff8800'])
  })
  it('does not hang on uses that call each other', () =>
    expect(
      Object.keys(inksOf('<g id="a"><use href="#b"/><rect fill="#ff8800"/></g><g id="b"><use href="#a"/></g>')),
    ).toEqual(['#ff8800']))
})

describe('writing', () => {
  it.each([
    ['#FF8800', '#0A0B0C'],
    ['#f80', '#0a0b0c'],
    ['rgb( 255, 136 ,0)', 'rgb( 10, 11 ,12)'],
    ['#ff880080', '#0a0b0c80'],
    ['rgba(255,136,0,.5)', 'rgba(10,11,12,.5)'],
    ['darkorange', '#0a0b0c'],
    ['hsla(32, 100%, 50%, 0.5)', 'rgba(10, 11, 12, 0.5)'],
  ])('%s becomes %s', (before, after) => {
    const source = wrap(`<rect fill="${before}"/>`)
    const { inks } = readSvg(source)
    expect(writeSvg(readSvg(source), ({ hex }) => (hex === inks[0]?.hex ? '#0a0b0c' : hex))).toBe(
      wrap(`<rect fill="${after}"/>`),
    )
  })

  it('changes a custom property where it is declared', () => {
    const source = wrap(
      '<style>:root{--sea : #ff8800;}</style><rect style="fill:var(--sea)"/><circle style="stroke:var(--sea);fill:initial"/>',
    )
    expect(remapped(source, { '#ff8800': '#112233', '#000000': '#445566' })).toBe(
      source.replace('#ff8800', '#112233').replace('initial', '#445566'),
    )
  })
  it('keeps a short hex short where the new color allows', () =>
    expect(remapped(wrap('<rect fill="#F80"/>'), { '#ff8800': '#aabbcc' })).toBe(wrap('<rect fill="#ABC"/>')))
  it('writes the black nobody wrote once, at the root', () =>
    expect(remapped(wrap(`<g>${rect}${rect}</g><circle fill="#ff0000"/>`), { '#000000': '#112233' })).toBe(
      wrap(`<g>${rect}${rect}</g><circle fill="#ff0000"/>`).replace('<svg ', '<svg fill="#112233" '),
    ))
  it('writes it lower where a mask has to keep it', () => {
    const source = wrap(`<mask id="m">${rect}</mask><g>${rect}</g><g>${rect}</g>`)
    expect(remapped(source, { '#000000': '#112233' })).toBe(source.replaceAll('<g>', '<g fill="#112233">'))
  })
  it('writes it on a stop and for currentColor', () => {
    expect(
      remapped(wrap('<linearGradient id="g"><stop offset="1"/></linearGradient><rect fill="url(#g)"/>'), {
        '#000000': '#112233',
      }),
    ).toContain('<stop stop-color="#112233" offset="1"/>')
    expect(remapped(wrap('<rect fill="currentColor"/>'), { '#000000': '#112233' })).toContain('<svg color="#112233"')
  })
  it('replaces an attribute that says nothing valid', () =>
    expect(remapped('<svg fill="nonsense"><rect/></svg>', { '#000000': '#112233' })).toBe(
      '<svg fill="#112233"><rect/></svg>',
    ))
  it('changes an entity where it is defined, once', () => {
    const source =
      '<!DOCTYPE svg [<!ENTITY c "fill:#ff8800">]><svg xmlns="http://www.w3.org/2000/svg"><rect style="&c;"/><circle style="&c;"/></svg>'
    expect(remapped(source, { '#ff8800': '#112233' })).toBe(source.replace('#ff8800', '#112233'))
  })
  it('paints shapes by hand over all the file says of them', () => {
    const source = wrap(
      '<style>.a{fill:#ff8800}</style><rect class="a"/><circle style="fill:#ff8800;"/><path fill="#00ff00"/>',
    )
    const written = (map: ReadonlyMap<number, HandPaint>, from = source): string =>
      writeSvg(readSvg(from), ({ hex }) => hex, map)
    expect(
      written(
        new Map([
          [2, { fill: '#112233' }],
          [3, { stroke: '#445566', opacity: 0.5 }],
          [99, { fill: '#000000' }],
        ]),
      ),
    ).toBe(
      wrap(
        '<style>.a{fill:#ff8800}</style><rect style="fill:#112233" class="a"/>' +
          '<circle style="fill:#ff8800;stroke:#445566;opacity:0.5"/><path fill="#00ff00"/>',
      ),
    )
    expect(
      written(new Map([[2, { fill: '#112233' }]]), wrap('<style>.a{fill:red!important}</style><rect class="a"/>')),
    ).toContain('style="fill:#112233!important"')
    expect(written(new Map([[4, {}]]))).toBe(source)
  })
  it('gives the colors of a gradient as a run', () =>
    expect(
      readSvg(
        wrap(
          '<linearGradient id="g"><stop stop-color="#ff8800"/><stop stop-color="#00ff00"/>' +
            '<stop stop-color="#ff8800"/></linearGradient><rect fill="url(#g)"/><circle fill="url(#g)"/>',
        ),
      ).runs,
    ).toEqual([['#ff8800', '#00ff00', '#ff8800']]))
  it('gives the screen variables and says which ink a shape wears', () => {
    const screen = screenSvg(readSvg(wrap('<rect fill="#ff8800"/><circle fill="#ff880080"/>')))
    expect(screen).toContain('<rect data-shape="1" data-inks="0" fill="var(--ink-0)"/>')
    expect(screen).toContain('fill="rgb(from var(--ink-0) r g b / 0.5')
  })
})

describe('laws', () => {
  const color = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)
  const shape = fc
    .tuple(fc.constantFrom('rect', 'circle', 'path', 'g'), fc.constantFrom('fill', 'stroke', 'style'), color)
    .map(
      ([name, how, hex]) =>
        `<${name} ${how}="${how === 'style' ? `fill : ${hex};` : hex}">${name === 'g' ? rect : ''}</${name}>`,
    )
  const sources = fc.array(shape, { maxLength: 12 }).map(shapes => wrap(shapes.join('\r\n')))

  it('an identity remap changes no byte', () =>
    fc.assert(fc.property(sources, source => remapped(source, {}) === source)))
  it('only color tokens differ', () =>
    fc.assert(
      fc.property(sources, color, (source, to) => {
        const out = writeSvg(readSvg(source), ({ additions, hex }) => (additions.length ? hex : to))
        return out.replace(/#[\da-f]{6}/g, '#') === source.replace(/#[\da-f]{6}/g, '#')
      }),
    ))
  it('a swap and its inverse restore', () =>
    fc.assert(
      fc.property(fc.uniqueArray(color, { minLength: 2, maxLength: 2 }), ([one = '', other = '']) => {
        const source = wrap(`<rect fill="${one}"/><circle stroke="${other}" fill="${one}"/>`)
        const swap = { [one]: other, [other]: one }
        return remapped(remapped(source, swap), swap) === source
      }),
    ))
})

describe('the demo artwork', () => {
  const folder = new URL('../../demo/artwork/', `file://${__filename}`)
  const files = readdirSync(folder)
    .filter(name => name.endsWith('.svg'))
    .map(name => [name, readFileSync(new URL(name, folder), 'utf8')] as const)

  it.each(files)('%s is clean, and an identity remap is byte-identical', (_name, source) => {
    expect(cleanSvg(source)).toMatchObject({ source, removed: [] })
    expect(remapped(source, {})).toBe(source)
  })
  it.each(files)('%s: a swap and its inverse restore every byte', (_name, source) => {
    const [one, other] = readSvg(source).inks.map(({ hex }) => hex) as [string, string]
    const swap = { [one]: other, [other]: one }
    const swapped = remapped(source, swap)
    expect(swapped).not.toBe(source)
    expect(remapped(swapped, swap)).toBe(source)
  })
  it('has a rich poster and a badge of five inks', () => {
    const inks = Object.fromEntries(files.map(([name, source]) => [name, readSvg(source).inks]))
    expect(inks['badge.svg']).toHaveLength(5)
    expect(inks['poster.svg']?.reduce((sum, { uses }) => sum + uses, 0)).toBeGreaterThan(150)
  })
})

describe('awkward files', () => {
  it('take the first of two with one id', () =>
    expect(
      Object.keys(
        inksOf(
          '<linearGradient id="a"><stop stop-color="#ff0000"/></linearGradient><linearGradient id="a">' +
            '<stop stop-color="#00ff00"/></linearGradient><rect fill="url(#a)"/>',
        ),
      ),
    ).toEqual(['#ff0000']))
  it('fall back where a reference leads nowhere, and say so where there is nothing to fall back on', () => {
    expect(Object.keys(inksOf('<rect fill="url(#none) #ff8800"/>'))).toEqual(['#ff8800'])
    const lost = readSvg(wrap('<rect fill="url(#none)"/>'))
    expect(lost.inks).toEqual([])
    expect(lost.notes.join()).toMatch(/none|refer/i)
  })
  it('are read where parts within one another point to themselves: a circle repeats nothing', () => {
    const depth = 60
    const groups = Array.from({ length: depth }, (_, i) => `<g id="g${i}" mask="url(#g${i})">`).join('')
    const text = `<svg xmlns="http://www.w3.org/2000/svg">${groups}<rect fill="#102030"/>${'</g>'.repeat(depth)}</svg>`
    expect(readSvg(text).inks.map(({ hex }) => hex)).toEqual(['#102030'])
  })
  it('may have no color at all', () => {
    const bare = wrap('<title>Nothing</title><defs/>')
    expect(readSvg(bare).inks).toEqual([])
    expect(remapped(bare, { '#000000': '#ffffff' })).toBe(bare)
  })
  it('may have 5,000 inks, and 100,000 elements', () => {
    const hex = (i: number): string => `#${((i * 3251) % 0xffffff).toString(16).padStart(6, '0')}`
    const many = wrap(Array.from({ length: 100_000 }, (_, i) => `<path d="M0 0" fill="${hex(i % 5000)}"/>`).join(''))
    const reading = readSvg(many)
    expect(reading.inks).toHaveLength(5000)
    expect(reading.inks.reduce((sum, { uses }) => sum + uses, 0)).toBe(100_000)
    expect(writeSvg(reading, ink => ink.hex)).toBe(many)
  })
})
