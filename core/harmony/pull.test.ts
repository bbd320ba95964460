import fc from 'fast-check'
import { arc } from '#core/color/convert'
import { okDistance } from '#core/color/difference'
import { angleOf, WHEELS } from '#core/color/wheel'
import { blendSchemes, mixColors, pairColors } from './blend'
import { HARMONIES, offsetsOf } from './harmony'
import { anchorOf, pullToward } from './pull'

const hex = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)

describe('pulling into a harmony', () => {
  it('by nothing changes nothing, whatever the color', () =>
    fc.assert(
      fc.property(hex, fc.constantFrom(...HARMONIES), fc.constantFrom(...WHEELS), (color, kind, wheel) => {
        expect(pullToward(color, kind, wheel, 40, 0)).toBe(color)
      }),
    ))
  it('all the way stands on the nearest angle, half way between', () => {
    const [anchor, color] = [angleOf('light', '#c02020'), '#40c060']
    const own = angleOf('light', color)
    const aim = offsetsOf('triadic')
      .map(offset => arc(own, anchor + offset))
      .sort((one, other) => Math.abs(one) - Math.abs(other))[0]!
    expect(arc(own, angleOf('light', pullToward(color, 'triadic', 'light', anchor, 1)))).toBeCloseTo(aim, 0)
    expect(arc(own, angleOf('light', pullToward(color, 'triadic', 'light', anchor, 0.5)))).toBeCloseTo(aim / 2, 0)
  })
  it('leaves grays alone, and finds its anchor past them', () => {
    expect(pullToward('#7f8080', 'complementary', 'paint', 10, 1)).toBe('#7f8080')
    expect(anchorOf('light', ['#808080', '#ff0000', '#00ff00'])).toBe(angleOf('light', '#ff0000'))
  })
})

describe('blending schemes', () => {
  const [one, other] = [
    ['#2e4f7f', '#d9bf9b', '#d45d48'],
    ['#e07060', '#203860'],
  ]
  it('pairs what differs least', () => expect(pairColors(one, other)).toEqual([1, null, 0]))
  it('at 0 is the first, at 1 the other, and what has no partner stays', () => {
    expect(blendSchemes(one, other, 0)).toEqual(one)
    expect(blendSchemes(one, other, 1)).toEqual(['#203860', '#d9bf9b', '#e07060'])
  })
  it('half way is half way in OKLab', () => {
    const half = mixColors('#2e4f7f', '#203860', 0.5)
    expect(okDistance(half, '#2e4f7f')).toBeCloseTo(okDistance(half, '#203860'), 2)
  })
})
