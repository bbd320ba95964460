import fc from 'fast-check'
import { deltaE } from './difference'
import { hsbOf } from './convert'
import { CHANNELS, trackOf } from './channels'
import { cmykOf, hexOfCmyk, NOTATIONS, formatColor } from './notation'
import { parseColor } from './parse'

const anyHex = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)

it.each(Object.keys(CHANNELS) as Array<keyof typeof CHANNELS>)('%s read and written again is the same color', mode =>
  fc.assert(
    fc.property(anyHex, hex => {
      const { read, write } = CHANNELS[mode]
      const again = write(read(hex, hsbOf(hex).h), hsbOf(hex).h).hex
      expect(mode === 'oklch' ? deltaE(hex, again) < 0.6 : again === hex).toBe(true)
    }),
  ),
)

it('a hue set while the color is gray or black is remembered', () => {
  expect(CHANNELS.hsb.write([291, 0, 50], 0)).toEqual({ hex: '#808080', hue: 291 })
  expect(CHANNELS.hsb.write([291, 80, 0], 0)).toEqual({ hex: '#000000', hue: 291 })
  expect(CHANNELS.hsb.read('#000000', 291)[0]).toBe(291)
})

it('a track shows what each position gives, from the lowest to the highest value', () => {
  expect(trackOf(CHANNELS.hsb, [0, 100, 100], 2, 0, 3)).toEqual(['#000000', '#800000', '#ff0000'])
  expect(trackOf(CHANNELS.rgb, [0, 0, 0], 1, 0, 2)).toEqual(['#000000', '#00ff00'])
})

it.each([
  ['#ff0000', { c: 0, m: 1, y: 1, k: 0 }],
  ['#000000', { c: 0, m: 0, y: 0, k: 1 }],
  ['#408080', { c: 0.5, m: 0, y: 0, k: 127 / 255 }],
])('%s is plain CMYK %j', (hex, cmyk) => {
  const text = cmykOf(hex)
  for (const key of ['c', 'm', 'y', 'k'] as const) expect(text[key]).toBeCloseTo(cmyk[key], 2)
  expect(hexOfCmyk(text)).toBe(hex)
})

it.each(NOTATIONS.filter(notation => notation !== 'css variable'))(
  'a color written as %s is read again as it was, as nearly as its digits say',
  notation =>
    fc.assert(
      fc.property(anyHex, hex => {
        const read = parseColor(formatColor(hex, notation))
        expect(deltaE(read?.hex ?? '#000000', hex)).toBeLessThan(notation === 'hsb' || notation === 'cmyk' ? 4 : 0.3)
      }),
    ),
)
it('a CSS variable is named after its swatch', () =>
  expect(formatColor('#0f6d5f', 'css variable', 'Deep Sea 2')).toBe('--deep-sea-2: #0f6d5f;'))
