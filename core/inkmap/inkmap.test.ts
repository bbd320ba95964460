import fc from 'fast-check'
import type { Pixels } from '#core/picture/pixels'
import { reduceInkMap } from './reduce'
import { packInkMap, unpackInkMap } from './codec'
import { areasOf, InkMapBuilder, meanDifference, paintInkMap, type InkMap } from './inkmap'

/** A row of pixels, each given as red, green, blue and alpha, premultiplied. */
const row = (...pixels: Array<readonly [number, number, number, number]>): Pixels => ({
  width: pixels.length,
  height: 1,
  data: Uint8Array.from(pixels.flat()),
})

const OPAQUE = [0, 0, 0, 255] as const
/** Four pixels: wholly ink 0, half ink 0 and half ink 1, a quarter of ink 2 over nothing, nothing. */
const sample = (): InkMap => {
  const builder = new InkMapBuilder(row(OPAQUE, OPAQUE, [0, 0, 0, 64], [0, 0, 0, 0]))
  builder.add(row([255, 0, 0, 255], [128, 127, 0, 255], [0, 0, 64, 64], [0, 0, 0, 0]), [0, 1, 2])
  return builder.finish()
}
const painted = (map: InkMap, ...colors: string[]): number[][] => {
  const out = new Uint8ClampedArray(map.width * map.height * 4)
  paintInkMap(map, colors, out)
  return Array.from({ length: out.length / 4 }, (_, i) => [...out.slice(i * 4, i * 4 + 4)])
}

describe('ink maps', () => {
  it('part pixels of one ink from those in which inks meet', () => {
    const map = sample()
    expect([...map.solid]).toEqual([1, 0, 0, 0])
    expect([...map.pixel]).toEqual([1, 2])
    expect([...map.start]).toEqual([0, 2, 3])
    expect([...map.alpha]).toEqual([255, 64])
  })

  it('paint mixtures in proportion, veils with their opacity, nothing as nothing', () => {
    expect(painted(sample(), '#ff0000', '#0000ff', '#00ff00')).toEqual([
      [255, 0, 0, 255],
      [128, 0, 127, 255],
      [0, 255, 0, 64],
      [0, 0, 0, 0],
    ])
    expect(painted(sample(), '#ffffff', '#ffffff', '#102030')).toEqual([
      [255, 255, 255, 255],
      [255, 255, 255, 255],
      [16, 32, 48, 64],
      [0, 0, 0, 0],
    ])
  })

  it('paint long passages of two inks as each pixel of them would be by itself', () => {
    const shares = Array.from({ length: 600 }, (_, i) => i % 256)
    const builder = new InkMapBuilder(row(...shares.map(() => OPAQUE)))
    builder.add(row(...shares.map(share => [share, 255 - share, 0, 255] as const)), [0, 1])
    const [one, other] = [
      [0x3a, 0x91, 0xf4],
      [0xe0, 0x7a, 0x5f],
    ]
    const mixed = painted(builder.finish(), '#3a91f4', '#e07a5f')
    shares.forEach((share, i) => {
      if (share > 2 && share < 253)
        [0, 1, 2].forEach(channel => {
          const exact = ((one?.[channel] ?? 0) * share + (other?.[channel] ?? 0) * (255 - share)) / 255
          expect(Math.abs((mixed[i]?.[channel] ?? 0) - exact)).toBeLessThanOrEqual(0.51)
        })
      expect(mixed[i]?.[3]).toBe(255)
    })
  })

  it('keep what is there besides inks, such as a picture', () => {
    const builder = new InkMapBuilder(row([100, 50, 0, 255]))
    builder.add(row([100, 50, 0, 255]), [0])
    expect(painted(builder.finish(), '#ff0000')).toEqual([[100, 50, 0, 255]])
  })

  it('weigh areas by opacity', () => {
    const [first, second, third] = areasOf(sample(), 3)
    const whole = 255 + 255 + 64
    expect(first).toBeCloseTo((255 + 128) / whole)
    expect(second).toBeCloseTo(127 / whole)
    expect(third).toBeCloseTo(64 / whole)
  })

  it('come back from their bytes, whatever is in them', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 255 }), fc.integer({ min: 0, max: 255 })), {
          minLength: 1,
          maxLength: 40,
        }),
        pixels => {
          const builder = new InkMapBuilder(row(...pixels.map(() => OPAQUE)))
          builder.add(row(...pixels.map(([one, other]) => [one, Math.min(other, 255 - one), 0, 255] as const)), [0, 1])
          const map = builder.finish()
          expect(unpackInkMap(packInkMap(map))).toEqual(map)
          for (const pixel of painted(map, '#808080', '#808080'))
            expect(Math.max(...pixel.slice(0, 3))).toBeLessThanOrEqual(129)
        },
      ),
    ))

  it('of nothing is nothing', () => expect(areasOf(new InkMapBuilder(row([0, 0, 0, 0])).finish(), 1)).toEqual([0]))
})

it('knows how far two renderings lie apart', () =>
  expect(meanDifference(Uint8Array.of(0, 10, 20, 30), Uint8Array.of(4, 10, 20, 26))).toBe(2))

describe('a reduced map', () => {
  it('paints the mean of what lay in each block', () => {
    const builder = new InkMapBuilder({
      width: 4,
      height: 2,
      data: Uint8Array.from(Array.from({ length: 8 }, () => [...OPAQUE]).flat()),
    })
    const inks = [0, 0, 1, 0, 0, 0, 1, 1]
    builder.add(
      { width: 4, height: 2, data: Uint8Array.from(inks.flatMap(ink => [ink ? 0 : 255, ink ? 255 : 0, 0, 255])) },
      [0, 1, 2],
    )
    const small = reduceInkMap(builder.finish(), 2)
    expect([small.width, small.height]).toEqual([2, 1])
    expect(painted(small, '#ff0000', '#0000ff')).toEqual([
      [255, 0, 0, 255],
      [64, 0, 191, 255],
    ])
  })
  it('is the map itself where that is small enough', () => {
    const map = sample()
    expect(reduceInkMap(map, 10)).toBe(map)
  })
})
