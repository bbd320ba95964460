import fc from 'fast-check'
import { gzipSync } from 'node:zlib'
import { packInkMap, unpackInkMap } from './codec'
import { InkMapBuilder, type InkMap } from './inkmap'
import { inkMapOfShares, inkMapOfSolid } from './testing'

/** The first format, as it lies in databases. */
const packedAtFirst = (map: InkMap): Uint8Array =>
  Uint8Array.from(
    [
      Uint32Array.of(map.width, map.height, map.pixel.length, map.ink.length),
      map.pixel,
      map.start,
      map.solid,
      map.ink,
      map.alpha,
      map.ground,
      map.share,
    ].flatMap(part => [...new Uint8Array(part.buffer, part.byteOffset, part.byteLength)]),
  )

/** A map of a width and rows, in which each pixel has shares of up to three inks out of so many, and what they leave is a ground. */
const maps = fc
  .record({
    width: fc.integer({ min: 1, max: 9 }),
    inks: fc.constantFrom(3, 254, 255, 256, 3000),
    pixels: fc.array(
      fc.tuple(fc.integer({ min: 0, max: 255 }), fc.integer({ min: 0, max: 255 }), fc.nat(), fc.boolean()),
      { minLength: 1, maxLength: 60 },
    ),
  })
  .map(({ width, inks, pixels }) => {
    const height = Math.ceil(pixels.length / width)
    const at = (p: number) => pixels[p % pixels.length]!
    const count = width * height
    const data = new Uint8Array(count * 4)
    for (let p = 0; p < count; p++) data.set([0, 0, 0, at(p)[3] ? 255 : at(p)[0]], p * 4)
    const builder = new InkMapBuilder({ width, height, data })
    const places = [0, inks - 1, Math.floor(inks / 2)]
    for (const [channel, ink] of places.entries()) {
      const shown = new Uint8Array(data)
      for (let p = 0; p < count; p++) {
        const [one, other, which, isWhole] = at(p)
        const share = isWhole ? (which % 3 === channel ? 255 : 0) : channel === 0 ? one >> 1 : other >> 2
        shown[p * 4 + channel] = Math.min(255, shown[p * 4 + channel]! + share)
      }
      builder.add(
        { width, height, data: shown },
        [0, 1, 2].map(each => (each === channel ? ink : inks + 1)),
      )
    }
    return builder.finish()
  })

describe('ink maps as bytes', () => {
  it('give the same map again, whatever is in it, of few inks or thousands', () => {
    fc.assert(fc.property(maps, map => expect(unpackInkMap(packInkMap(map))).toEqual(map)))
  })
  it('are read as they were written at first', () => {
    fc.assert(fc.property(maps, map => expect(unpackInkMap(packedAtFirst(map))).toEqual(map)))
  })
  it('are read wherever they lie in a buffer', () => {
    const map = inkMapOfSolid(7, 5, (x, y) => (x + y) % 4)
    const bytes = packInkMap(map)
    const further = new Uint8Array(bytes.length + 3)
    further.set(bytes, 3)
    expect(unpackInkMap(further.subarray(3))).toEqual(map)
  })
  it('throw where they are cut short', () => {
    const bytes = packInkMap(inkMapOfShares(4, 4, x => [[x, 100]]))
    for (const size of [21, 22, bytes.length - 1]) expect(() => unpackInkMap(bytes.subarray(0, size))).toThrow()
  })
  it('leave a general compressor little to do: a passage of two inks takes a tenth of what it took', () => {
    const map = inkMapOfShares(200, 100, x => [
      [0, Math.round((x / 199) * 255)],
      [1, 255 - Math.round((x / 199) * 255)],
    ])
    expect(gzipSync(packInkMap(map)).length * 10).toBeLessThan(gzipSync(packedAtFirst(map)).length)
  })
})
