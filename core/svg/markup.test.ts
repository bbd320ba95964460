import { gzipSync } from 'fflate'
import { decodeSvg, encodeSvg, encodingNotes } from './encoding'
import { readMarkup } from './markup'
import { applyEdits, lineOf } from './passage'
import { sizeOf } from './size'

const wrap = (body: string, head = ''): string => `${head}<svg xmlns="http://www.w3.org/2000/svg">${body}</svg>`

describe('taking an SVG apart', () => {
  it('knows where every attribute stands', () => {
    const source = wrap('<rect fill = "#fff" id=\'a\'/>')
    const rect = readMarkup(source).elements[1]
    const fill = rect?.attributes[0]
    expect(fill && source.slice(fill.inside.start, fill.inside.end)).toBe('#fff')
    expect(rect && source.slice(rect.start, rect.end)).toBe('<rect fill = "#fff" id=\'a\'/>')
  })

  it('reads entities of the file and keeps their place', () => {
    const source = wrap('<g style="&paint;;stroke:none"/>', '<!DOCTYPE svg [ <!ENTITY paint "fill:#f00"> ]>')
    const style = readMarkup(source).elements[1]?.attributes[0]
    expect(style?.value.text).toBe('fill:#f00;stroke:none')
    expect(style?.value.pieces[0]?.from).toBe(source.indexOf('fill:#f00'))
  })

  it.each([
    ['hello', 'not an SVG'],
    ['', 'not an SVG'],
    ['<html></html>', 'its root is <html>'],
    ['<svg><g>', 'ends in the middle'],
    ['<svg><path d="M0', 'ends in the middle'],
    ['<svg><g></svg>', 'not well-formed'],
    ['<svg a=b/>', 'no quotes'],
    ['<svg a="1" a="2"/>', 'twice'],
    ['<svg/><svg/>', 'second root'],
    ['<svg>&nope;</svg>', 'does not define'],
    ['<svg a="<"/>', '“<”'],
    ['<svg>\u0000</svg>', 'invalid character'],
    ['<svg>\uD83D</svg>', 'invalid character'],
    ['<svg a="&#0;"/>', 'means nothing'],
    ['<svg a="&#xD800;"/>', 'means nothing'],
    [`${'<g>'.repeat(501)}`.replace('<g>', '<svg>'), 'more than 500 levels deep'],
  ])('refuses %s in a plain sentence', (source, words) => expect(() => readMarkup(source)).toThrow(words))

  it.each([
    ['calls itself', '<!DOCTYPE svg [<!ENTITY a "&b;"><!ENTITY b "&a;">]><svg>&a;</svg>', 'endlessly'],
    [
      'is a bomb',
      `<!DOCTYPE svg [<!ENTITY a0 "${'x'.repeat(100)}">` +
        `${Array.from({ length: 9 }, (_, i) => `<!ENTITY a${i + 1} "${`&a${i};`.repeat(10)}">`).join('')}` +
        ']><svg>&a9;</svg>',
      'more text than any drawing',
    ],
    ['hides markup', '<!DOCTYPE svg [<!ENTITY a "&#60;script/&#62;">]><svg>&a;</svg>', 'hides markup'],
    ['comes from outside', '<!DOCTYPE svg [<!ENTITY a SYSTEM "file:///etc/passwd">]><svg>&a;</svg>', 'from elsewhere'],
    [
      'stands for nothing, over and over',
      `<!DOCTYPE svg [<!ENTITY a0 "">${Array.from({ length: 20 }, (_, i) => `<!ENTITY a${i + 1} "${`&a${i};`.repeat(9)}">`).join('')}]>` +
        '<svg>&a20;</svg>',
      'endlessly',
    ],
    [
      'hides a reference',
      '<!DOCTYPE svg [<!ENTITY a "fill:&#38;#117;rl(//x)">]><svg style="&a;"/>',
      'hides a reference',
    ],
    ['is a parameter', '<!DOCTYPE svg [<!ENTITY % a "x"> %a;]><svg/>', 'parameter'],
  ])('refuses an entity that %s', (_what, source, words) => expect(() => readMarkup(source)).toThrow(words))

  it('reads lines of 200 kB and tens of thousands of attributes', () => {
    // how fast: npm run bench
    const line = `<path fill="#123456" d="${'M0 0L1 1'.repeat(25_000)}"/>`
    const small = '<rect x="1" y="2" fill="#abcdef" class="a"/>'
    const { elements } = readMarkup(wrap(line.repeat(10) + small.repeat(20_000)))
    expect(elements).toHaveLength(1 + 10 + 20_000)
    expect(elements.at(-1)?.attributes.map(({ value }) => value.text)).toEqual(['1', '2', '#abcdef', 'a'])
  })
})

describe('bytes', () => {
  it.each([
    ['UTF-8 with its mark', Uint8Array.of(0xef, 0xbb, 0xbf, 0x3c, 0xc3, 0xa9)],
    ['ISO 8859-1', Uint8Array.of(0x3c, 0xe9, 0x3e)],
    ['UTF-16 little end first', Uint8Array.of(0xff, 0xfe, 0x3c, 0, 0xe9, 0)],
    ['UTF-16 big end first', Uint8Array.of(0xfe, 0xff, 0, 0x3c, 0, 0xe9)],
  ])('%s come back as they were', (_name, bytes) => expect([...encodeSvg(decodeSvg(bytes))]).toEqual([...bytes]))
  it.each(['constructor', '__proto__', 'toString', 'hasOwnProperty'])('takes an element called %s for one', name => {
    const { elements } = readMarkup(`<svg><${name} ${name}="a">&lt;</${name}></svg>`)
    expect(elements[1]).toMatchObject({ local: name, namespace: 'http://www.w3.org/2000/svg' })
    expect(() => readMarkup(`<svg>&${name};</svg>`)).toThrow('does not define')
  })
  it('refuses an empty file', () => expect(() => decodeSvg(new Uint8Array())).toThrow('empty'))
  it('refuses one of more than 20 MB', () =>
    expect(() => decodeSvg(new Uint8Array(21 * 1024 * 1024))).toThrow('up to 20 MB'))
})

describe('declared encodings', () => {
  const head = (encoding: string): string => `<?xml version="1.0" encoding="${encoding}"?>`
  const bytes = (text: string): Uint8Array => Uint8Array.from(Buffer.from(text, 'latin1'))
  it.each([
    ['Shift_JIS', [0x83, 0x5d], 'ゾ'],
    ['GBK', [0xb0, 0xa1], '啊'],
    ['Big5', [0xa4, 0xa4], '中'],
    ['ISO-2022-JP', [0x1b, 0x24, 0x42, 0x30, 0x21, 0x1b, 0x28, 0x42], '亜'],
  ])('%s becomes UTF-8, with a note', (encoding, letter, read) => {
    const file = decodeSvg(Uint8Array.from([...bytes(`${head(encoding)}<svg id="`), ...letter, ...bytes('"/>')]))
    expect(file).toEqual({ text: `${head('UTF-8')}<svg id="${read}"/>`, encoding: 'utf-8', was: encoding })
    expect(encodingNotes(file).join()).toContain(`encoded in ${encoding}`)
  })
  it.each(['UTF-8', 'utf8', 'ISO-8859-1', 'us-ascii', 'windows-1252', 'ISO-8859-15', 'KOI8-R', 'UTF-16'])(
    'what is written in %s comes back as it was',
    encoding => {
      const came = Uint8Array.from([...bytes(`${head(encoding)}<svg id="`), 0xe9, ...bytes('"/>')])
      expect([...encodeSvg(decodeSvg(came))]).toEqual([...came])
    },
  )
  it.each([
    [head('UTF-7'), 'not supported'],
    [head('no such thing'), 'not supported'],
    [`${head('ISO-2022-JP')}\xff\xff`, 'but it isn’t'],
    [head('ISO-2022-KR'), 'not supported'],
  ])('%s is refused', (text, words) => expect(() => decodeSvg(bytes(text))).toThrow(words))
  it('a mark at the start counts more than what is declared', () =>
    expect(decodeSvg(Uint8Array.from([0xef, 0xbb, 0xbf, ...bytes(head('gbk'))])).encoding).toBe('utf-8'))
  it('what is packed twice is refused', () =>
    expect(() => decodeSvg(gzipSync(gzipSync(bytes('<svg/>'))))).toThrow('compressed (svgz) more than once'))
})

describe('edits', () => {
  it('are made in one pass, in any order', () =>
    expect(
      applyEdits('abcdef', [
        { start: 4, end: 5, text: 'X' },
        { start: 0, end: 1, text: '' },
        { start: 2, end: 2, text: '--' },
      ]),
    ).toBe('b--cdXf'))
  it('know their line', () => expect([0, 2, 4].map(at => lineOf('a\nb\nc', at))).toEqual([1, 2, 3]))
})

describe('size', () => {
  it.each([
    ['width="200" height="100"', 200, 100],
    ['viewBox="0 0 30 60"', 30, 60],
    ['width="1in" viewBox="0 0 2 1"', 96, 48],
    ['width="100%" height="100%" viewBox="0,0,5,5"', 5, 5],
    ['', 300, 150],
    ['viewBox="0 0 0 9"', 300, 150],
  ])('%s is %d by %d', (text, width, height) => expect(sizeOf(readMarkup(`<svg ${text}/>`))).toEqual({ width, height }))
})
