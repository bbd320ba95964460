import fc from 'fast-check'
import { arc, hexOf, hexOfHsb, hexOfLch, hsbOf, lchOf } from './convert'
import { deltaE, okDistance } from './difference'
import { KNOWN_COLORS } from './known'
import { hueWords, numberDuplicates, plainName } from './name'
import { css, parseColor, GRAY_HUE } from './parse'
import { meanChroma } from './relativeChroma'
import { angleOf, angleOfHue, rotateTo, hueAtAngle, relativeChromaOn, rotate, WHEELS, type Wheel } from './wheel'

const hexes = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)

describe('reading a color as typed', () => {
  it.each([
    ['#2e4f7f', '#2e4f7f'],
    ['2E4F7F', '#2e4f7f'],
    ['#fa3', '#ffaa33'],
    ['fa3', '#ffaa33'],
    ['#2e4f7f80', '#2e4f7f'],
    ['#fa38', '#ffaa33'],
    ['teal', '#008080'],
    ['RebeccaPurple', '#663399'],
    ['rgb(46, 79, 127)', '#2e4f7f'],
    ['rgb(46 79 127 / 50%)', '#2e4f7f'],
    ['hsl(120, 100%, 25%)', '#008000'],
    ['46 79 127', '#2e4f7f'],
    ['46, 79, 127', '#2e4f7f'],
    ['216° 64% 50%', '#2e4f80'],
    ['hsb(0 100 100)', '#ff0000'],
    ['cmyk(0 100 100 0)', '#ff0000'],
    ['100 0 0 50', '#008080'],
    ['  #FFF  ', '#ffffff'],
    ['hwb(0 0% 0%)', '#ff0000'],
    ['lab(100% 0 0)', '#ffffff'],
  ])('%s is %s', (text, hex) => expect(parseColor(text)?.hex).toBe(hex))

  it.each([
    '',
    '#12',
    '#12345',
    'no color',
    'rgb(',
    '300 0 0',
    '400° 10% 10%',
    '1 2',
    'cmyk(0 0 0 120)',
    'x'.repeat(500),
  ])('“%s” is none', text => {
    expect(parseColor(text)).toBeNull()
  })

  it('keeps the alpha of what has one', () => {
    expect(parseColor('#2e4f7f80')?.alpha).toBeCloseTo(0.502, 2)
    expect(css('rgb(1 2 3 / 25%)')?.alpha).toBe(0.25)
  })

  it('remembers the hue of a gray that was typed with one', () => {
    expect(parseColor('216° 0% 50%')).toMatchObject({ hex: '#808080', hue: 216 })
    for (const text of ['#2b2b2b', 'black', '128 128 128', 'rgb(90 90 90)'])
      expect(parseColor(text)?.hue).toBe(GRAY_HUE) // a blue that faces orange, not the green that faces red
    expect(parseColor('#e07a5f')?.hue).toBeCloseTo(hsbOf('#e07a5f').h, 6)
  })

  it('gives every hex back as it was typed', () => fc.assert(fc.property(hexes, hex => parseColor(hex)?.hex === hex)))
})

describe('converting', () => {
  it('knows OKLCH of the sRGB primaries (CSS Color 4 sample values)', () => {
    const { l, c, h } = lchOf('#ff0000')
    expect(l).toBeCloseTo(0.62796, 3)
    expect(c).toBeCloseTo(0.25768, 3)
    expect(h).toBeCloseTo(29.234, 1)
  })

  it('comes back from HSB and OKLCH to the same hex', () =>
    fc.assert(fc.property(hexes, hex => hexOfHsb(hsbOf(hex)) === hex && okDistance(hexOfLch(lchOf(hex)), hex) < 0.01)))

  it('brings what sRGB cannot show in by chroma, at the same lightness and hue', () => {
    const wanted = { l: 0.7, c: 0.4, h: 150 }
    const got = lchOf(hexOf({ mode: 'oklch', ...wanted }))
    expect(got.l).toBeCloseTo(wanted.l, 2)
    expect(Math.abs(got.h - wanted.h)).toBeLessThan(1)
    expect(got.c).toBeLessThan(0.25)
  })
})

describe('difference', () => {
  it('is ΔE2000 (pairs 1 and 9 of Sharma, Wu and Dalal cannot be written in hex; black and white can)', () => {
    expect(deltaE('#000000', '#ffffff')).toBeCloseTo(100, 0)
    expect(deltaE('#2e4f7f', '#2e4f7f')).toBe(0)
    expect(okDistance('#000000', '#ffffff')).toBeCloseTo(1, 3)
  })
  it('is the same both ways', () =>
    fc.assert(fc.property(hexes, hexes, (one, other) => Math.abs(deltaE(one, other) - deltaE(other, one)) < 1e-6)))
})

describe('wheels', () => {
  it.each([
    ['light', '#ff0000', '#00ffff'],
    ['light', '#0000ff', '#ffff00'],
    ['paint', '#ff0000', '#00ff00'],
    ['paint', '#ffff00', '#8000ff'],
    ['paint', '#0000ff', '#ff8000'],
  ] as const)('on the %s wheel %s faces %s', (wheel, one, other) => {
    const faces = (from: string, to: string): number => Math.abs(arc(hsbOf(rotate(wheel, from, 180)).h, hsbOf(to).h))
    expect(faces(one, other)).toBeLessThan(1.5)
    expect(faces(other, one)).toBeLessThan(1.5)
  })

  it('has the triad of red at yellow and blue for painters, at green and blue for light', () => {
    const hues = (wheel: Wheel): number[] => [120, 240].map(by => Math.round(hsbOf(rotate(wheel, '#ff0000', by)).h))
    expect(hues('paint')).toEqual([60, 240])
    expect(hues('light')).toEqual([120, 240])
  })

  it.each(WHEELS)('%s: turning keeps lightness and strength, and never shouts', wheel =>
    fc.assert(
      fc.property(hexes, fc.integer({ min: 1, max: 359 }), (hex, by) => {
        const [was, is] = [lchOf(hex), lchOf(rotate(wheel, hex, by))]
        fc.pre(was.l > 0.15) // near black a step of 8 bits is much
        expect(Math.abs(is.l - was.l)).toBeLessThan(0.012)
        expect(is.c).toBeLessThan(Math.max(was.c, 1.05 * relativeChromaOn(wheel, hex) * meanChroma(was.l)) + 0.012)
      }),
      { numRuns: 60 },
    ),
  )

  it('a terracotta turns into no neon', () => {
    for (const wheel of WHEELS)
      for (let by = 10; by < 360; by += 10) expect(lchOf(rotate(wheel, '#e07a5f', by)).c).toBeLessThan(0.16)
  })

  // sRGB has corners, where one degree further a hue holds far less chroma: at yellow, and most of all at blue
  it.each([
    ['light', 5.6],
    ['paint', 3.5],
    ['perceptual', 9.5],
  ] as const)(
    '%s: a turn by one degree is a small step, and within the corners of sRGB a very small one',
    (wheel, atCorners) => {
      const channels = ['00', '14', '3c', '64', '80', 'a0', 'c8', 'f0', 'ff']
      const colors = channels.flatMap(r => channels.flatMap(g => channels.map(b => `#${r}${g}${b}`)))
      for (const hex of colors) {
        const steps = [-90, -2, -1, 0, 1, 30, 100, 179].map(by =>
          deltaE(rotate(wheel, hex, by), rotate(wheel, hex, by + 1)),
        )
        expect(Math.max(...steps)).toBeLessThan(relativeChromaOn(wheel, hex) < 0.65 ? 3 : atCorners)
      }
    },
  )

  it('keeps lightness and chroma on the perceptual wheel', () => {
    const [before, after] = [lchOf('#6a8caf'), lchOf(rotate('perceptual', '#6a8caf', 140))]
    expect(after.l).toBeCloseTo(before.l, 2)
    expect(Math.abs(after.c - before.c)).toBeLessThan(0.015)
    expect(Math.abs(arc(before.h + 140, after.h))).toBeLessThan(1)
  })

  it.each(WHEELS)('%s: hue to angle and back', wheel =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 359.99, noNaN: true }),
        hue => Math.abs(hueAtAngle(wheel, angleOfHue(wheel, hue)) - hue) < 1e-6,
      ),
    ),
  )

  it.each(WHEELS)('%s: a whole turn changes nothing', wheel =>
    fc.assert(fc.property(hexes, hex => rotate(wheel, hex, 360) === hex && rotate(wheel, hex, 0) === hex)),
  )

  it('puts a gray at the hue it is remembered by', () => {
    expect(angleOf('light', '#808080', 216)).toBe(216)
    expect(rotateTo('light', '#808080', 90)).toBe('#808080')
  })
})

describe('plain names', () => {
  it.each([
    ['#ffffff', 'white'],
    ['#000000', 'black'],
    ['#808080', 'gray'],
    ['#1f3f8f', 'cobalt'],
    ['#ffd9d9', 'pale pink'],
    ['#e07a5f', 'terracotta'],
    ['#fb7a62', 'coral'],
    ['#0f6d5f', 'deep sea green'],
    ['#2e4f7f', 'denim'],
    ['#0000ff', 'royal blue'],
  ])('%s is %s', (hex, name) => expect(plainName(hex)).toBe(name))
  it('has a word of its own for every color of the table, none of them twice', () => {
    expect(new Set(KNOWN_COLORS.map(([name]) => name)).size).toBe(KNOWN_COLORS.length)
    for (const [name, hex] of KNOWN_COLORS) expect(plainName(hex)).toBe(name)
  })
  it.each([
    ['#1f3f8f', 'deep blue'],
    ['#ffd9d9', 'pale red'],
    ['#d45d48', 'red'],
  ])('%s is looked for as %s', (hex, words) => expect(hueWords(hex)).toBe(words))
  it('numbers those that come twice', () =>
    expect(numberDuplicates(['red', 'blue', 'red'])).toEqual(['red', 'blue', 'red 2']))
})
