import { decoded, encoded } from './encoding'
import { readMarkup } from './markup'
import { edited, lineOf } from './passage'
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
  ])('refuses %s in a plain sentence', (source, words) => expect(() => readMarkup(source)).toThrow(words))

  it.each([
    ['calls itself', '<!DOCTYPE svg [<!ENTITY a "&b;"><!ENTITY b "&a;">]><svg>&a;</svg>', 'without end'],
    [
      'is a bomb',
      `<!DOCTYPE svg [<!ENTITY a0 "${'x'.repeat(100)}">` +
        `${Array.from({ length: 9 }, (_, i) => `<!ENTITY a${i + 1} "${`&a${i};`.repeat(10)}">`).join('')}` +
        ']><svg>&a9;</svg>',
      'more text than any drawing',
    ],
    ['hides markup', '<!DOCTYPE svg [<!ENTITY a "&#60;script/&#62;">]><svg>&a;</svg>', 'hides markup'],
    ['comes from outside', '<!DOCTYPE svg [<!ENTITY a SYSTEM "file:///etc/passwd">]><svg>&a;</svg>', 'from outside'],
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
  ])('%s come back as they were', (_name, bytes) => expect([...encoded(decoded(bytes))]).toEqual([...bytes]))
  it('refuses an empty file', () => expect(() => decoded(new Uint8Array())).toThrow('empty'))
  it('refuses one of more than 20 MB', () =>
    expect(() => decoded(new Uint8Array(21 * 1024 * 1024))).toThrow('up to 20 MB'))
})

describe('edits', () => {
  it('are made in one pass, in any order', () =>
    expect(
      edited('abcdef', [
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
  ])('%s is %d by %d', (said, width, height) => expect(sizeOf(readMarkup(`<svg ${said}/>`))).toEqual({ width, height }))
})
