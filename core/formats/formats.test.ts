import fc from 'fast-check'
import { ladder, LADDERS } from '#core/harmony/ladder'
import { ROLES } from '#core/harmony/proportion'
import { toCss, toTailwind } from './css'
import { toCsv } from './csv'
import { SCHEME_FORMATS, SCHEME_FORMAT_KINDS } from './formats'
import { distinctKeys, keyOf, toOneLine, type ExportScheme } from './exportScheme'
import { readColors } from './read/read'
import { isSwatchSheet } from './read/sheet'
import { toStrip, toSwatchSheet } from './swatchSheet'
import { toText } from './text'
import { toTokens } from './tokens'
import { runs } from '../../tests/runs'

const colors = [
  { name: 'deep blue', hex: '#2e4f7f', role: 'dominant', share: 0.6 },
  { name: 'Deep Blue', hex: '#334455' },
  { name: '★', hex: '#ffffff' },
]
const kites: ExportScheme = { title: 'Kites */ 1', swatches: colors }
const laddered: ExportScheme = {
  title: 'Kite festival',
  swatches: [
    { ...colors[0], name: 'deep blue', hex: '#2e4f7f', rungs: [{ ladder: 'tints', step: 1, hex: '#97a7bf' }] },
  ],
}

describe('what is written', () => {
  it('as CSS custom properties: each key once, the name, role and share behind the value', () =>
    expect(toCss(kites)).toBe(
      '/* Kites *\u200B/ 1 */\n:root {\n' +
        '  --deep-blue: #2e4f7f; /* deep blue · dominant · 60% */\n' +
        '  --deep-blue-2: #334455; /* Deep Blue */\n  --color: #ffffff; /* ★ */\n}\n',
    ))
  it('as a theme of Tailwind, rungs with it', () =>
    expect(toTailwind(laddered)).toBe(
      '/* Kite festival */\n@theme {\n  --color-deep-blue: #2e4f7f; /* deep blue · dominant · 60% */\n' +
        '  --color-deep-blue-tint-1: #97a7bf; /* tint 1 */\n}\n',
    ))
  it('as design tokens: sRGB components and hex, a group with a root token for a ladder', () =>
    expect(JSON.parse(toTokens(laddered))).toEqual({
      'kite-festival': {
        '$type': 'color',
        '$description': 'Kite festival',
        'deep-blue': {
          $root: {
            $value: { colorSpace: 'srgb', components: [0.18039, 0.3098, 0.49804], alpha: 1, hex: '#2e4f7f' },
            $description: 'dominant',
            $extensions: { plumbago: { name: 'deep blue', role: 'dominant', share: 0.6 } },
          },
          tint: {
            1: { $value: { colorSpace: 'srgb', components: [0.59216, 0.6549, 0.74902], alpha: 1, hex: '#97a7bf' } },
            $extensions: { plumbago: { ladder: 'tints' } },
          },
        },
      },
    }))
  it('as a table', () =>
    expect(toCsv(laddered).split('\n').slice(0, 3)).toEqual([
      'name,hex,role,share,rung,red,green,blue,cyan,magenta,yellow,black,lightness,chroma,hue',
      'deep blue,#2e4f7f,dominant,0.6,,46,79,127,64,38,0,50,0.4265,0.0892,257.75',
      'deep blue,#97a7bf,,,tint 1,151,167,191,21,13,0,25,0.7239,0.0394,258.37',
    ]))
  it('as a table: a name no spreadsheet reckons with', () =>
    expect(toCsv({ title: 't', swatches: [{ name: '=1+1', hex: '#123456' }] })).toContain(`\n"'=1+1",#123456,`))
  it('as plain text, rungs set in', () =>
    expect(toText(laddered)).toBe('#2e4f7f\tdeep blue\tdominant\t60%\n\t#97a7bf\ttint 1\n'))
  it('as a strip: as wide as the shares, without a gap', () => {
    const strip = toStrip({
      title: 't',
      swatches: [
        { name: 'a', hex: '#000000', share: 0.75 },
        { name: 'b', hex: '#ffffff', share: 0.25 },
      ],
    })
    expect(strip).toContain('<rect x="0" width="1200" height="320" fill="#000000"/><rect x="1200" width="400"')
  })
  it.each([
    ['Blå  hav!', 'bla-hav'],
    ['--x--', 'x'],
    ['', 'color'],
  ])('“%s” as the key %s', (name, key) => expect(keyOf(name)).toBe(key))
  it('with keys of which each is there once, also where one looks numbered', () =>
    expect(distinctKeys(['a', 'a-2', 'a', 'a'])).toEqual(['a', 'a-2', 'a-3', 'a-4']))
})

describe('every format comes back: colors, order, names letter for letter, shares', () => {
  const hex = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)
  const name = fc.oneof(
    fc.constantFrom(
      ...[
        'red',
        '#fff',
        '=cmd()',
        "'-",
        "''=x",
        "'tis",
        "it's",
        'a, b; "c"',
        '*/ } x',
        '<b>&amp;',
        'tint 2',
        '青 藍',
        'rect-12',
        '{a.b}',
        '$root',
      ],
      ...[
        '__proto__',
        'name',
        'title',
        'color',
        'hex',
        'value',
        '  two  words ',
        'x'.repeat(120),
        'RGB 12 12 12',
        '-',
        '--a: #fff;',
        'a · dominant · 40%',
        '\u202Eevil',
        '12',
      ],
    ),
    fc.string({ minLength: 1, maxLength: 120, unit: 'grapheme' }).filter(each => toOneLine(each) !== ''),
  )
  const swatch = fc.record({
    hex,
    name,
    role: fc.constantFrom(...ROLES),
    share: fc.integer({ min: 0, max: 10_000 }).map(part => part / 10_000),
  })
  const swatches = fc.uniqueArray(swatch, { minLength: 2, maxLength: 12, selector: each => each.hex }).chain(all =>
    fc.boolean().map(with_ =>
      all.map(each =>
        with_
          ? {
              ...each,
              rungs: LADDERS.flatMap(kind =>
                ladder(each.hex, kind, 3).map((rung, i) => ({ ladder: kind, step: i + 1, hex: rung })),
              ),
            }
          : each,
      ),
    ),
  )
  const texts = SCHEME_FORMAT_KINDS.filter(kind => !('drawn' in SCHEME_FORMATS[kind]))

  it.each(texts)('%s', kind => {
    const format = SCHEME_FORMATS[kind]
    fc.assert(
      fc.property(swatches, name, (all, title) => {
        const text = format.write({ title, swatches: all })
        const back = readColors(text, `scheme${format.extension}`).colors
        expect(back).toEqual(
          all.map(each => ({
            hex: each.hex,
            name: toOneLine(each.name).slice(0, 120).trim(),
            role: each.role,
            share: each.share,
          })),
        )
      }),
      { numRuns: runs(300) },
    )
  })
  it('a swatch sheet is known as one, with ladders and without', () =>
    fc.assert(
      fc.property(swatches, all => {
        expect(isSwatchSheet(toSwatchSheet({ title: 'x', swatches: all }))).toBe(true)
      }),
      { numRuns: 50 },
    ))
})
