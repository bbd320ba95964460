import fc from 'fast-check'
import { readColors } from './read'
import { isSwatchSheet } from './sheet'

const readText = (text: string, file = ''): string[] =>
  readColors(text, file).colors.map(({ hex, name }) => (name ? `${hex} ${name}` : hex))

describe('running text gives every color in it, in order, with its name', () => {
  it.each([
    ['Brand blue: #2e4f7f', ['#2e4f7f Brand blue']],
    ['#d9bf9b sand', ['#d9bf9b sand']],
    ['- Coral — rgb(212, 93, 72)', ['#d45d48 Coral']],
    ['1. Night (#222a52)\n2. Dusk (#3f5b93)', ['#222a52 Night', '#3f5b93 Dusk']],
    ['Deep teal  #2c6a74  RGB 44 106 116  CMYK 62 9 0 55', ['#2c6a74 Deep teal']],
    ['Sea: C 100 M 0 Y 0 K 50', ['#008080 Sea']],
    ['R: 44 G: 106 B: 116', ['#2c6a74']],
    ['Sky HSB 210 40 90', ['#8ab8e6 Sky']],
    ['46 79 127', ['#2e4f7f']],
    ['#aabbcc sand, #ddeeff sky', ['#aabbcc sand', '#ddeeff sky']],
    ['#264653 #2a9d8f #e9c46a', ['#264653', '#2a9d8f', '#e9c46a']],
    ['264653, 2a9d8f, e9c46a', ['#264653', '#2a9d8f', '#e9c46a']],
    ['2e4f7f-d45d48-f2c14e', ['#2e4f7f', '#d45d48', '#f2c14e']],
    ['teal', ['#008080 teal']],
    ['red, green, navy', ['#ff0000 red', '#008000 green', '#000080 navy']],
    ['Accent: oklch(0.6 0.1 250)', ['#4f84ba Accent']],
    ['#fff and #FFFFFF and #ffffff80', ['#ffffff']],
    [
      'We use #2e4f7f for headers and d45d48 for links.\nThe facade took a decade, 123456 people came.',
      ['#2e4f7f', '#d45d48'],
    ],
    ['Dear all,\nplease call us on 030 123 456 before 5 pm.', []],
    ['', []],
  ])('%j', (text, colors) => expect(readText(text)).toEqual(colors))

  it('with any line ends, and a byte-order mark', () =>
    expect(readText('\uFEFF#112233\r\n#445566\r#778899')).toEqual(['#112233', '#445566', '#778899']))
  it('never fails', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), text => {
        readColors(text)
      }),
      { numRuns: 500, examples: [['A(0A'], ['color('], ['#'], ['{'], ['<svg']] },
    ))
})

describe('files', () => {
  it('CSS: custom properties by name, other colors by rule, dialects too', () => {
    expect(
      readColors(':root{--color-brand-blue:#2e4f7f;--sand:oklch(0.8 0.05 80)}\n.link{color:teal;margin:3px}', 'a.css')
        .kind,
    ).toBe('CSS')
    expect(
      readText(':root{--color-brand-blue:#2e4f7f;--sand:oklch(0.8 0.05 80)}\n.link{color:teal;margin:3px}'),
    ).toEqual(['#2e4f7f brand blue', '#cfbb9a sand', '#008080 link'])
    expect(readText('$sand: #d9bf9b;\n$ink: #222;', 'x.scss')).toEqual(['#d9bf9b sand', '#222222 ink'])
    expect(readText('a{color:#12345} b{color:#fed', 'broken.css')).toEqual(['#ffeedd b'])
  })
  it('design tokens: groups, aliases, component values, and circles that lead nowhere', () => {
    expect(
      readText(
        JSON.stringify({
          sea: {
            $type: 'color',
            deep: { $value: '{sea.blue}' },
            blue: { $value: '#123456' },
            lost: { $value: '{sea.lost}' },
          },
          gap: { $type: 'dimension', $value: '4px' },
        }),
      ),
    ).toEqual(['#123456 deep'])
    expect(
      readText(
        JSON.stringify({
          a: { $type: 'color', $value: { colorSpace: 'srgb', components: [1, 0.5, 0], alpha: 1 } },
          b: { $type: 'color', $value: { colorSpace: 'oklch', components: [0.6, 0.1, 250] } },
        }),
      ),
    ).toEqual(['#ff8000 a', '#4f84ba b'])
  })
  it('other JSON: lists of codes, of names with codes', () => {
    expect(readText('["#fff","#102030"]')).toEqual(['#ffffff', '#102030'])
    expect(readText('[{"name":"Sky","hex":"#88aaff"},{"name":"Sun","r":255,"g":200,"b":0}]')).toEqual([
      '#88aaff Sky',
      '#ffc800 Sun',
    ])
  })
  it('CSV: by a color cell or by r, g and b columns, names beside', () => {
    expect(readText('name,hex,role\nDeep blue,#2e4f7f,dominant\nSand,#d9bf9b,accent')).toEqual([
      '#2e4f7f Deep blue',
      '#d9bf9b Sand',
    ])
    expect(readText('Swatch;r;g;b\n"Sea, deep";10;20;30\nSun;255;200;0', 'x.csv')).toEqual([
      '#0a141e Sea, deep',
      '#ffc800 Sun',
    ])
    expect(readColors('Primary\t#112233\nSecondary\t#445566').kind).toBe('CSV')
  })
  it('an SVG swatch sheet: its blocks with the names on or under them, not its ground', () => {
    const sheet =
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 50">' +
      '<rect width="100" height="50" fill="#fff"/><rect width="40" height="40" fill="#2e4f7f"/>' +
      '<text x="2" y="46">Deep blue #2e4f7f</text><g fill="#d45d48">' +
      '<rect x="50" width="40" height="40"><title>Coral</title></rect></g></svg>'
    expect(readText(sheet)).toEqual(['#2e4f7f Deep blue', '#d45d48 Coral'])
    expect(isSwatchSheet(sheet)).toBe(true)
  })
  it.each([
    [
      'shapes over each other',
      '<svg viewBox="0 0 100 100"><rect width="60" height="60" fill="#204060"/><circle cx="50" cy="50" r="20" fill="#f0c040"/></svg>',
    ],
    ['paths', '<svg viewBox="0 0 9 9"><path fill="#204060" d="M0 0h4v4z"/><path fill="#f0c040" d="M5 5h4v4z"/></svg>'],
    [
      'one color again and again',
      '<svg viewBox="0 0 90 9"><rect width="9" height="9" fill="#111"/>' +
        '<rect x="20" width="9" height="9" fill="#111"/><rect x="40" width="9" height="9" fill="#111"/>' +
        '</svg>',
    ],
  ])('artwork of %s is no sheet', (_what, svg) => expect(isSwatchSheet(svg)).toBe(false))
})
