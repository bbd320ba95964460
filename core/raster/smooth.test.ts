import fc from 'fast-check'
import { hexOfRgb, type Hex } from '#core/color/convert'
import { toLab } from '#core/color/oklab'
import { seeded } from '#core/math/random'
import type { Picture } from '#core/picture/picture'
import { cropUnmixed, cropBytes } from './crop'
import { groundOf } from './ground'
import { inksOf, mannerOf, takeApart } from './manner'
import { paintRaster } from './paint'
import { tableOf } from './smoothTable'
import type { Unmixed } from './unmix'

const color = fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 255 })))
const hexOf = ([r = 0, g = 0, b = 0]: readonly number[]): Hex => hexOfRgb(r / 255, g / 255, b / 255)
const inksAndColors = fc
  .uniqueArray(color, { minLength: 2, maxLength: 12, selector: hexOf })
  .chain(inks =>
    fc.tuple(
      fc.constant(inks.map(hexOf)),
      fc.array(color.map(hexOf), { minLength: inks.length, maxLength: inks.length }),
    ),
  )

const pictureOf = (width: number, height: number, at: (x: number, y: number) => readonly number[]): Picture => {
  const data = new Uint8Array(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [r = 0, g = 0, b = 0, a = 255] = at(x, y)
      data.set([r, g, b, a], (y * width + x) * 4)
    }
  return { width, height, data }
}
/** A soft sky over a darker sea, with grain. */
const painted = (width = 120, height = 80): Picture => {
  const chance = seeded(7)
  return pictureOf(width, height, (x, y) => {
    const part = y / height + 0.15 * Math.sin(x / 17)
    const grain = (chance() - 0.5) * 14
    return [60 + 150 * part, 110 + 60 * part, 190 - 120 * part].map(value =>
      Math.min(255, Math.max(0, Math.round(value + grain))),
    )
  })
}
const paintedIn = (taken: Unmixed, inks: readonly Hex[], colors: readonly Hex[]): Uint8Array => {
  const out = new Uint8Array(taken.picture.data.length)
  paintRaster(taken, inks, [{ colors, opacity: 1 }], null, out)
  return out
}
const far = (one: ArrayLike<number>, i: number, other: ArrayLike<number>, j: number): number => {
  const [a, b] = [
    [0, 0, 0],
    [0, 0, 0],
  ]
  toLab(one[i]!, one[i + 1]!, one[i + 2]!, a)
  toLab(other[j]!, other[j + 1]!, other[j + 2]!, b)
  return Math.hypot(...a.map((value, n) => value - b[n]!))
}
/** Colors as a picture without grain, side by side. */
const without = (colors: ReadonlyArray<readonly number[]>): Unmixed => {
  const picture = pictureOf(colors.length, 1, x => colors[x] ?? [])
  const bytes = new Uint8Array(picture.data.length)
  return { picture, places: bytes, weights: bytes, ground: Uint8Array.from(picture.data) }
}

describe('the smooth way', () => {
  it('gives the picture back where no ink changes', () => {
    const picture = painted()
    const inks = inksOf(picture, 'painted')
    expect(paintedIn(takeApart(picture, inks, 'painted'), inks, inks)).toEqual(picture.data)
  })

  it('does not part colors that lie beside each other: its slope is bounded, whatever inks become', () => {
    fc.assert(
      fc.property(
        inksAndColors,
        fc.array(fc.tuple(color, color), { minLength: 40, maxLength: 40 }),
        ([inks, colors], pairs) => {
          const beside = pairs.map(([one, by]) =>
            one.map((value, n) => Math.min(255, Math.max(0, value + ((by[n] ?? 0) % 9) - 4))),
          )
          const taken = without([...pairs.map(([one]) => one), ...beside])
          const after = paintedIn(taken, inks, colors)
          pairs.forEach((_, i) => {
            const [one, other] = [i * 4, (i + pairs.length) * 4]
            const before = far(taken.picture.data, one, taken.picture.data, other)
            if (before <= 0.03) expect(far(after, one, after, other)).toBeLessThan(0.08)
          })
        },
      ),
      { numRuns: 40 },
    )
  })

  it('does not depend on the order of inks', () => {
    fc.assert(
      fc.property(inksAndColors, ([inks, colors]) => {
        expect(tableOf([...inks].reverse(), [...colors].reverse())).toEqual(tableOf(inks, colors))
      }),
      { numRuns: 4 },
    )
  })

  it('brings each ink to its color where those like it go along', () => {
    const inks = ['#203050', '#e8d8b0', '#b04030']
    const colors = ['#0f3d2e', '#f4f0e8', '#2060a0']
    const after = paintedIn(
      without([
        [0x20, 0x30, 0x50],
        [0xe8, 0xd8, 0xb0],
        [0xb0, 0x40, 0x30],
      ]),
      inks,
      colors,
    )
    colors.forEach((hex, i) => {
      const wanted = [1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16))
      expect(far(after, i * 4, wanted, 0)).toBeLessThan(0.05)
    })
  })

  it('is the same for a part of a picture as for the whole', () => {
    const picture = painted()
    const inks = inksOf(picture, 'painted')
    const colors = inks.map((_, i) => inks[(i + 2) % inks.length] as Hex)
    const taken = takeApart(picture, inks, 'painted')
    const crop = { left: 31, top: 12, width: 50, height: 40 }
    expect(paintedIn(cropUnmixed(taken, crop), inks, colors)).toEqual(
      cropBytes(paintedIn(taken, inks, colors), picture.width, 4, crop),
    )
  })

  it('keeps grain as it is: no speckle where all becomes dark, no color where all becomes gray', () => {
    const picture = painted()
    const inks = inksOf(picture, 'painted')
    const taken = takeApart(picture, inks, 'painted')
    const spreadOf = (data: ArrayLike<number>): number => {
      const steps = Array.from({ length: 60 }, (_, x) => far(data, (40 * 120 + x) * 4, data, (40 * 120 + x + 1) * 4))
      return Math.max(...steps)
    }
    const dark = paintedIn(
      taken,
      inks,
      inks.map(() => '#181420'),
    )
    expect(spreadOf(dark)).toBeLessThan(spreadOf(picture.data) * 1.6)
    const gray = paintedIn(
      taken,
      inks,
      inks.map(() => '#888888'),
    )
    for (let i = 0; i < gray.length; i += 4)
      expect(Math.max(...gray.slice(i, i + 3)) - Math.min(...gray.slice(i, i + 3))).toBeLessThan(40)
  })

  it('keeps alpha as it is, and takes no color of what is clear into soft edges', () => {
    const chance = seeded(5)
    const picture = pictureOf(60, 60, (x, y) => {
      const alpha = Math.min(255, Math.max(0, Math.round((24 - Math.hypot(x - 30, y - 30)) * 80)))
      const grain = (): number => 34 + Math.round(chance() * 14)
      return alpha ? [grain(), grain(), grain(), alpha] : [0, 0, 0, 0]
    })
    const inks = ['#242424', '#303030', '#d0a060']
    const out = paintedIn(takeApart(picture, inks, 'painted'), inks, ['#b04030', '#b04030', '#f0e0c0'])
    const red = [0xb0, 0x40, 0x30]
    for (let i = 0; i < out.length; i += 4) {
      expect(out[i + 3]).toBe(picture.data[i + 3])
      if (out[i + 3]) expect(far(out, i, red, 0)).toBeLessThan(0.12)
    }
  })

  it('takes one color, two pixels and clear ones', () => {
    for (const picture of [
      pictureOf(9, 9, () => [200, 90, 40]),
      pictureOf(2, 1, x => [x * 200, 90, 40]),
      pictureOf(8, 8, () => [9, 9, 9, 0]),
    ]) {
      const inks = inksOf(picture, 'painted')
      const out = paintedIn(
        takeApart(picture, inks, 'painted'),
        inks,
        inks.map(() => '#204060'),
      )
      expect(out).toHaveLength(picture.data.length)
      expect(mannerOf(picture)).toBe('flat')
    }
  })
})

describe('the ground of a picture', () => {
  it('has no grain, and what is a thing of its own', () => {
    const picture = pictureOf(20, 20, (x, y) =>
      x === 10 && y === 10 ? [120, 120, 120] : x === 5 ? [10, 10, 10] : [100, 100, 100],
    )
    const ground = groundOf(picture)
    const at = (x: number, y: number): number => ground[(y * 20 + x) * 4]!
    expect([at(10, 10), at(5, 10), at(2, 2)]).toEqual([100, 10, 100])
  })
  it('can be called off', () => {
    expect(() =>
      groundOf(
        pictureOf(10, 200, (x, y) => [x, y, 0]),
        () => {
          throw new Error('called off')
        },
      ),
    ).toThrow('called off')
  })
})

describe('what a picture is made of', () => {
  it('is found by its pixels: flat areas, paint, or the noise of a photograph', () => {
    const chance = seeded(3)
    const flat = pictureOf(160, 120, (x, y) => (((x >> 5) + (y >> 5)) % 2 ? [200, 60, 40] : [240, 230, 200]))
    const soft = pictureOf(160, 120, (x, y) => [60 + (x >> 1), 90 + (y >> 1), 200 - (x >> 1)])
    const noisy = pictureOf(160, 120, (x, y) => {
      const grain = 12 * chance()
      return [60 + x, 90 + y, 200 - x].map(value => Math.round(value + grain))
    })
    expect([flat, soft, noisy].map(mannerOf)).toEqual(['flat', 'painted', 'photographic'])
  })
  it('has few inks where it is not flat, that it could be mixed of', () => {
    const inks = inksOf(painted(), 'painted')
    expect(inks.length).toBeGreaterThanOrEqual(3)
    expect(inks.length).toBeLessThanOrEqual(16)
  })
})
