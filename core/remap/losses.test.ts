import type { Hex } from '#core/color/convert'
import { rgbOf } from '#core/color/convert'
import type { Pixels } from '#core/picture/pixels'
import { figuresOf } from './figures'
import type { InkArea } from './inks'
import { keptOf, lossesOf } from './losses'

const NIGHT = '#14182b'
const CREAM = '#f8ead0'
const BLUE = '#3f5f8f'
const inks: InkArea[] = [
  {
    hex: NIGHT,
    area: 0.7,
    beside: [
      [CREAM, 0.6],
      [BLUE, 0.4],
    ],
  },
  { hex: BLUE, area: 0.2 },
  { hex: CREAM, area: 0.1 },
]

const merged = new Map([NIGHT, BLUE, CREAM].map(hex => [hex, '#777777']))

describe('what is lost', () => {
  it('is nothing where nothing changes, nor where contrasts are as they were', () => {
    expect(lossesOf(inks, new Map())).toEqual([])
    expect(keptOf(inks, [])).toBe(1)
  })
  it('is what fell together, letters before all else', () => {
    const losses = lossesOf(inks, merged)
    expect(losses.map(({ one, other, strong }) => [[one, other].sort().join(), strong])).toEqual([
      [[NIGHT, CREAM].sort().join(), true],
      [[NIGHT, BLUE].sort().join(), false],
    ])
    expect(keptOf(inks, losses)).toBe(0)
  })
  it('is what turned round, but for strong edges that are as strong the other way', () => {
    const turned = new Map([
      [NIGHT, CREAM],
      [CREAM, NIGHT],
      [BLUE, '#ffffff'],
    ])
    const losses = lossesOf(inks, turned)
    expect(losses.map(({ strong }) => strong)).toEqual([false, false]) // letters read, but light is dark now
    expect(keptOf(inks, losses)).toBeLessThan(0.6)
  })
  it('counts no speck', () => {
    const speck = [
      { hex: NIGHT, area: 1, beside: [[CREAM, 0.0001] as const] },
      { hex: CREAM, area: 0 },
    ]
    expect(lossesOf(speck, merged)).toEqual([])
  })
})

describe('the figures of two pictures', () => {
  /** A picture of vertical bands, ten pixels wide each. */
  const bands = (...colors: Hex[]): Pixels => {
    const width = colors.length * 10
    const data = new Uint8Array(width * 20 * 4)
    for (let p = 0; p < width * 20; p++) {
      const { r, g, b } = rgbOf(colors[Math.floor((p % width) / 10)] ?? '#000000')
      data.set([Math.round(r * 255), Math.round(g * 255), Math.round(b * 255), 255], p * 4)
    }
    return { width, height: 20, data }
  }
  const before = bands(NIGHT, CREAM, BLUE)
  it('of one picture twice are perfect', () =>
    expect(figuresOf(before, before, [NIGHT, CREAM, BLUE])).toEqual({
      edgesKept: 1,
      strongLost: 0,
      offScheme: 0,
      exact: 1,
      swatchesUsed: 1,
      value: expect.closeTo(1, 9) as number,
    }))
  it('say what is lost, off the scheme, and not used', () => {
    const after = bands('#808080', '#808080', '#400000')
    const figures = figuresOf(before, after, ['#808080', BLUE])
    expect(figures.strongLost).toBeCloseTo(0.5, 9) // night beside cream is gone, cream beside blue is still an edge
    expect(figures.edgesKept).toBeLessThan(1)
    expect(figures.offScheme).toBeCloseTo(1 / 3, 9)
    expect(figures.exact).toBeCloseTo(2 / 3, 9)
    expect(figures.swatchesUsed).toBe(0.5)
  })
  it('of pictures without edges, or of other sizes', () => {
    expect(figuresOf(bands(NIGHT), bands(CREAM), [CREAM])).toMatchObject({
      edgesKept: null,
      strongLost: null,
      value: null,
    })
    expect(() => figuresOf(before, bands(NIGHT), [NIGHT])).toThrow(RangeError)
  })
})
