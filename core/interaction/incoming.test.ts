import { MAX_SWATCHES } from '#core/document/limits'
import { readColorQuery, colorsToTake } from './finding'
import { incomingKind, isBinary, sizeRefusal } from './incoming'
import { isPastedArtwork, readPastedText } from './pastedText'

const SHEET =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 50"><rect width="40" height="40" fill="#2e4f7f"/>' +
  '<text x="2" y="46">Harbor</text><rect x="50" width="40" height="40" fill="#d9bf9b"/></svg>'

describe('what comes in', () => {
  it.each([
    ['logo.SVG', '', 'svg'],
    ['logo.svgz', '', 'svg'],
    ['logo', 'image/svg+xml', 'svg'],
    ['photo.JPeg', '', 'picture'],
    ['photo', 'image/webp', 'picture'],
    ['photo.heic', '', 'other picture'],
    ['photo', 'image/tiff', 'other picture'],
    ['brand.css', 'text/css', 'text'],
    ['no name', '', 'text'],
  ] as const)('%s of type “%s” is taken as %s', (name, type, kind) => {
    expect(incomingKind({ name, type })).toBe(kind)
  })
  it('is refused where it is too large, in words', () => {
    expect(sizeRefusal({ size: 20 * 1024 * 1024 }, 20 * 1024 * 1024, 'an SVG')).toBeNull()
    expect(sizeRefusal({ size: 31 * 1024 * 1024 }, 20 * 1024 * 1024, 'an SVG')).toBe(
      'The file is 31 MB; an SVG may have up to 20 MB.',
    )
  })
  it('is artwork where an SVG is pasted, and a list where that is a swatch sheet', () => {
    expect(isPastedArtwork('<svg xmlns="http://www.w3.org/2000/svg"><path fill="#204060" d="M0 0h9v9z"/></svg>')).toBe(
      true,
    )
    expect(isPastedArtwork(SHEET)).toBe(false)
    expect(isPastedArtwork('#2e4f7f <svgish>')).toBe(false)
    expect(isBinary('a\u0000b')).toBe(true)
    expect(isBinary('ab')).toBe(false)
  })
})

describe('the colors of a text', () => {
  const taken = (text: string, file = ''): ReadonlyArray<{ hex: string }> | null => {
    const found = readPastedText(text, file || 'the pasted text', file)
    return found?.command.do === 'take colors' ? found.command.colors : null
  }
  it.each([
    ['CSS', 'brand.css', ':root { --color-harbor: #2e4f7f; --sand: #d9bf9b; }'],
    [
      'design tokens',
      'brand.tokens.json',
      '{"brand":{"$type":"color","harbor":{"$value":"#2e4f7f"},"sand":{"$value":"#d9bf9b"}}}',
    ],
    ['CSV', 'brand.csv', 'name,hex\nHarbor,#2e4f7f\nSand,#d9bf9b'],
    ['an SVG swatch sheet', 'sheet.svg', SHEET],
    ['text', 'brand.txt', '#2e4f7f\tHarbor\n#d9bf9b\tSand\n'],
  ])('in %s become the scheme, with a note of where they came from', (kind, file, text) => {
    expect(taken(text, file)?.map(({ hex }) => hex)).toEqual(['#2e4f7f', '#d9bf9b'])
    expect(readPastedText(text, file, file)?.words).toBe(`Took 2 colors from “${file}” (${kind}).`)
  })
  it('become the base where it is one, in any notation, as it was typed', () => {
    expect(readPastedText(' C64 M38 Y0 K50 ', 'the pasted text')).toEqual({
      command: { do: 'set base', base: { hex: '#2e4f80', hue: expect.any(Number) as number, typed: 'C64 M38 Y0 K50' } },
      words: 'The base is #2e4f80.',
    })
    const long = `The color of the harbor is, as we said before, this one: #2e4f7f.`
    expect(readPastedText(long, 'mail')?.command).toMatchObject({ base: { hex: '#2e4f7f', typed: '#2e4f7f' } })
  })
  it('are as many as a scheme holds, and the rest is named', () => {
    const many = Array.from({ length: 20 }, (_, i) => `#${(i * 700_001 + 1000).toString(16).padStart(6, '0')}`).join(
      ' ',
    )
    expect(taken(many)).toHaveLength(MAX_SWATCHES)
    expect(readPastedText(many, 'the pasted text')?.words).toBe(
      `Took ${MAX_SWATCHES} colors from the pasted text; there are 20, a scheme holds ${MAX_SWATCHES}.`,
    )
  })
  it('are none where there are none', () => {
    expect(readPastedText('Nothing of the kind in here.', 'the pasted text')).toBeNull()
  })
})

describe('what schemes are found by', () => {
  it('is one color to be near, several to be in them, or nothing', () => {
    expect(readColorQuery('teal')).toEqual({ near: '#008080', several: [] })
    expect(readColorQuery('#264653 #2a9d8f')).toEqual({ near: null, several: ['#264653', '#2a9d8f'] })
    expect(readColorQuery('our blue is #264653')).toEqual({ near: '#264653', several: [] })
    expect(readColorQuery('')).toEqual({ near: null, several: [] })
  })
  it('comes as many colors as a scheme holds', () => {
    const colors = Array.from({ length: 30 }, (_, i) => ({ hex: '#112233', name: `${i}`, share: 0.1 }))
    expect(colorsToTake({ id: 's', name: '', captions: [], words: '', colors })).toHaveLength(MAX_SWATCHES)
  })
})
