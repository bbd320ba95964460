import { cleanSvg } from './clean'
import { visibleLosses } from './visibleLosses'
import { outsideReference } from './outside'

const wrap = (body: string, text = ''): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"${text}>${body}</svg>`

describe('cleaning', () => {
  it.each([
    ['a script', '<script>alert(1)</script>', 'script'],
    ['a script of another namespace', '<h:script xmlns:h="http://www.w3.org/1999/xhtml">alert(1)</h:script>', 'script'],
    ['an event handler', '<rect onclick="alert(1)" width="1" height="1"/>', 'event handler “onclick”'],
    [
      'a foreign object',
      '<foreignObject><p xmlns="http://www.w3.org/1999/xhtml">hi</p></foreignObject>',
      'foreign object',
    ],
    ['a link that runs', '<a xlink:href="javascript:alert(1)"><rect/></a>', 'a link to javascript:'],
    ['a link that runs, disguised', '<a href=" java&#10;script:alert(1)"><rect/></a>', 'a link to'],
    ['an outside link', '<a href="https://example.test/"><rect/></a>', 'a link to https://example.test/'],
    ['an outside picture', '<image href="http://example.test/x.png"/>', 'a picture from http'],
    ['a picture that is a document', '<image href="data:image/svg+xml;base64,PHN2Zy8+"/>', 'a picture from data:'],
    ['an outside use', '<use href="other.svg#a"/>', 'a part from other.svg'],
    ['a use of data', '<use href="data:image/png;base64,AA"/>', 'a part from data:'],
    ['an animated link', '<a><animate attributeName="href" to="javascript:alert(1)"/></a>', 'animated link'],
    ['an animated handler', '<set attributeName="onload" to="alert(1)"/>', 'animated link'],
    ['an outside fill', '<rect fill="url(http://example.test/#a)"/>', 'a reference to http'],
    ['an outside fill in capitals', '<rect fill="URL(http://example.test/#a)"/>', 'a reference to http'],
    ['an outside style', '<rect style="fill:red;filter:url(http://example.test/f)"/>', 'a reference to http'],
    ['an escaped outside style', '<rect style="fill:u\\72l(http://example.test/f)"/>', 'a reference to http'],
    ['an imported sheet', '<style>@import url(http://example.test/x.css); .a{fill:red}</style>', 'in a style sheet'],
    [
      'an outside font',
      '<style>@font-face{font-family:x;src:url(http://example.test/x.woff)} .a{fill:red}</style>',
      'in a style sheet',
    ],
    ['an outside background', '<style>.a{fill:red;cursor:url("//example.test/c")}</style>', 'in a style sheet'],
    ['where a link opens', '<a href="#a" target="_blank"><rect/></a>', 'a link target'],
    ['whom a link tells', '<a href="#a" ping="http://example.test/"><rect/></a>', 'a link target'],
    ['a link to the file itself', '<a href=""><rect/></a>', 'a link to'],
    ['an address only JavaScript trims', '<use href="\u00a0//example.test/#a"/>', 'a part from'],
    ['a picture of another kind', '<image href="data:image/png+xml,alert"/>', 'a picture from'],
    [
      'a web page in MathML',
      '<m:x xmlns:m="http://www.w3.org/1998/Math/MathML" href="//example.test"/>',
      'a web page element',
    ],
    [
      'an address in a custom property',
      '<rect style="--a:\'//x.test/a\';background:image-set(var(--a) 1x)"/>',
      'a reference to var(',
    ],
    [
      'what only a browser takes for a declaration',
      '<rect style="x:{a;fill:url(//example.test/a)"/>',
      'a reference to',
    ],
    [
      'a first value of a property',
      '<style>@property --a{syntax:"*";initial-value:url(//example.test/a)}</style>',
      'in a style sheet',
    ],
    ['a base address', '<g xml:base="http://example.test/"/>', 'base address'],
  ])('takes out %s and says so', (_what, body, text) => {
    const { source, removed } = cleanSvg(wrap(`<rect fill="#123456" width="4" height="4"/>${body}`))
    expect(removed.map(({ what }) => what).join()).toContain(text)
    expect(source).not.toMatch(/example\.test|alert|script:|\.svg#|PHN2Z/)
    expect(source).toContain('<rect fill="#123456" width="4" height="4"/>')
    expect(cleanSvg(source)).toMatchObject({ source, removed: [] })
  })

  it('takes out a linked style sheet and default attributes of the DOCTYPE', () => {
    const { removed } = cleanSvg(
      '<?xml version="1.0"?><?xml-stylesheet href="http://example.test/a.css"?>' +
        `<!DOCTYPE svg [<!ATTLIST svg onload CDATA "alert(1)">]>${wrap('')}`,
    )
    expect(removed.map(({ what }) => what)).toEqual(['a linked style sheet', 'a default attribute in the DOCTYPE'])
  })

  it('takes out a linked style sheet within the DOCTYPE', () => {
    const { source, removed } = cleanSvg(
      `<!DOCTYPE svg [<?xml-stylesheet href="http://example.test/a.css"?>]>${wrap('')}`,
    )
    expect(removed.map(({ what }) => what)).toEqual(['a linked style sheet'])
    expect(source).not.toContain('example.test')
  })

  it('counts namespaces by default as declared', () => {
    const subset = '<!ATTLIST h:img xmlns:h CDATA #FIXED "http://www.w3.org/1999/xhtml">'
    const { source, removed } = cleanSvg(`<!DOCTYPE svg [${subset}]>${wrap('<h:img src="//example.test/a"/>')}`)
    expect(removed.map(({ what }) => what)).toEqual(['a web page element <h:img>'])
    expect(source).toContain(subset)
  })

  it.each([
    ['pictures brought along', '<image href="data:image/png;base64,AAAA"/>'],
    ['its own gradients', '<rect fill="url(#a)"/><use xlink:href="#b"/>'],
    ['editor metadata', '<metadata><x xmlns="urn:editor" href="http://example.test/license" color="#fff"/></metadata>'],
    ['harmless rules', '<style>.a{fill:url(#x) red}</style>'],
  ])('leaves %s letter for letter', (_what, body) =>
    expect(cleanSvg(wrap(body))).toMatchObject({ source: wrap(body), removed: [] }),
  )

  it('names the line', () => expect(cleanSvg(wrap('\n\n<script/>\n')).removed).toEqual([{ what: 'a script', line: 3 }]))
})

it('says in plain words what is missing in the picture', () => {
  const text = (body: string): string[] => visibleLosses(cleanSvg(wrap(body)).removed)
  expect(text('<rect/>')).toEqual([])
  expect(text('<script/><a href="https://example.test/"><rect/></a><rect onclick="x"/>')).toEqual([
    'Scripts and links were removed; the picture looks the same.',
  ])
  expect(text('<foreignObject><p/></foreignObject><foreignObject/><script/>')).toEqual([
    'Text or a form that only a web page can show is missing.',
  ])
  expect(
    text('<image href="http://example.test/x.png"/><use href="o.svg#a"/><rect fill="url(http://x.test/#a)"/>'),
  ).toEqual([
    'A picture outside of the file is missing.',
    'A part outside of the file is missing.',
    'A pattern, picture or effect outside of the file is missing.',
  ])
  expect(text('<style>@import url(http://example.test/x.css); .a{fill:red}</style>')).toEqual([
    'A style sheet or font outside of the file is not used: colors or lettering may look different.',
  ])
})

describe('references that reach outside', () => {
  it.each([
    ['fill: url(#a)', null],
    ['red', null],
    ['url(data:image/png;base64,AA)', null],
    ['url(data:;base64,iVBORw0K)', null],
    ['url(data:;base64,PHN2Zz4)', 'data:;base64,PHN2Zz4'],
    ['url(//x)', '//x'],
    ['image-set("http://x" 1x)', 'http://x'],
    ['@import "x"', '@import'],
    ['\\75rl(http://x)', 'http://x'],
    ['image-set(var(--a) 1x)', 'var('],
    ['image-set(url(#a) type("image/png"))', 'image/png'],
    ['url(\u00a0#a)', '\u00a0#a'],
    ['--a: "//x"', null],
  ])('%s: %s', (css, found) => expect(outsideReference(css)).toBe(found))
})
