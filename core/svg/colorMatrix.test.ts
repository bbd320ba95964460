import { renderSvg } from '../../render/resvg'
import type { Pixels } from '#core/picture/pixels'
import { readSvg } from './read'
import { themedSvg } from './themedSvg'
import { writeSvg } from './write'

const wrap = (body: string): string => `<svg xmlns="http://www.w3.org/2000/svg">${body}</svg>`

describe('the color a matrix makes by its numbers alone', () => {
  const shadow = (attributes: string, values: string): string =>
    wrap(
      `<filter id="f" ${attributes}><feGaussianBlur in="SourceAlpha" stdDeviation="2"/>` +
        `<feColorMatrix values="${values}" result="shade"/><feMerge><feMergeNode in="shade"/>` +
        '<feMergeNode in="SourceGraphic"/></feMerge></filter>' +
        '<rect x="3" y="3" width="6" height="6" fill="#ff8800" filter="url(#f)"/>',
    )
  const PLAIN = '0 0 0 0 0.2  0 0 0 0 0.4  0 0 0 0 0.6  0 0 0 0.5 0'
  const S_RGB = 'color-interpolation-filters="sRGB"'
  it('is an ink where it is asked for', () => {
    expect(readSvg(shadow(S_RGB, PLAIN))).toMatchObject({ left: { computed: 1 }, inks: [{ hex: '#ff8800' }] })
    const { inks, left } = readSvg(shadow(S_RGB, PLAIN), ['computed'])
    expect(inks.map(({ hex, uses }) => [hex, uses])).toEqual([
      ['#ff8800', 1],
      ['#336699', 1],
    ])
    expect(left.computed).toBe(0)
  })
  it('is computed in linear light unless declared otherwise, on the primitive or around it', () => {
    expect(readSvg(shadow('', PLAIN), ['computed']).inks[1]?.hex).toBe('#7caacb')
    expect(readSvg(shadow('style="color-interpolation-filters:sRGB"', PLAIN), ['computed']).inks[1]?.hex).toBe(
      '#336699',
    )
  })
  it('is written as numbers, everything else as it was', () => {
    const write = (source: string): string =>
      writeSvg(readSvg(source, ['computed']), ({ hex }) => (hex === '#ff8800' ? hex : '#80ff00'))
    expect(write(shadow(S_RGB, PLAIN))).toBe(shadow(S_RGB, '0 0 0 0 0.502  0 0 0 0 1  0 0 0 0 0  0 0 0 0.5 0'))
    expect(readSvg(write(shadow('', PLAIN)), ['computed']).inks[1]?.hex).toBe('#80ff00')
  })
  it.each([
    ['what it is given has a part in it', '0 0 0 0.2 0  0 0 0 0 0.4  0 0 0 0 0.6  0 0 0 0.5 0'],
    ['it lets nothing through', '0 0 0 0 0.2  0 0 0 0 0.4  0 0 0 0 0.6  0 0 0 0 0'],
    ['numbers are missing', '0 0 0 0 0.2 0 0 0 0 0.4'],
    ['its numbers are none', PLAIN.replace('0.2', 'red')],
  ])('is none where %s', (_why, values) => expect(readSvg(shadow(S_RGB, values), ['computed']).inks).toHaveLength(1))
  it.each([
    ['', 'in linear light'],
    [S_RGB, 'in sRGB'],
  ])('looks as before where it follows a variable (%#)', async attributes => {
    const source = shadow(attributes, PLAIN)
    const themed = themedSvg(
      readSvg(source, ['computed']),
      ({ hex }) => hex,
      () => 'one',
    )
    const shown = themed.text.replace(/var\(--[\w-]+, (#[\da-f]{6})\)/g, '$1').replace(/<style>.*?<\/style>/, '')
    expect(shown).toContain('<feFlood flood-color="#')
    const view = { side: 'width', pixels: 40, crisp: false } as const
    const [one, other] = [await renderSvg(source, view), await renderSvg(shown, view)]
    expect(one.data.some(value => value > 0 && value < 255)).toBe(true)
    // as they cover; linear light is rounded to eight bits on the way, which the darks show
    const covered = ({ data }: Pixels): number[] =>
      [...data].map((value, i) => (i % 4 === 3 ? value : (value * data[i - (i % 4) + 3]!) / 255))
    const [before, after] = [covered(one), covered(other)]
    const off = before.map((value, i) => Math.abs(value - after[i]!))
    expect(Math.max(...off)).toBeLessThanOrEqual(6)
    expect(off.reduce((sum, each) => sum + each, 0) / off.length).toBeLessThan(0.4)
  })
})
