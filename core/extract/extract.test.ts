import { labOf, type Hex } from '#core/color/convert'
import { deltaE, okDistance } from '#core/color/difference'
import { extractColors, extractor, REST } from './extract'
import type { Picture } from '#core/picture/picture'
import { seeded } from '#core/math/random'
import { isFull } from '../../tests/runs'

const channels = new Map<Hex, number[]>()
const rgb = (hex: Hex): number[] => {
  const known = channels.get(hex) ?? [1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16))
  channels.set(hex, known)
  return known
}

/** A picture painted by a function of its places in [0, 1], with grain of so many 8-bit steps. */
const painted = (
  width: number,
  height: number,
  at: (x: number, y: number) => Hex | null,
  grain = 0,
  seed = 1,
): Picture => {
  const data = new Uint8ClampedArray(width * height * 4)
  const random = seeded(seed)
  for (let i = 0; i < width * height; i++) {
    const hex = at(((i % width) + 0.5) / width, (Math.floor(i / width) + 0.5) / height)
    if (!hex) continue
    const color = rgb(hex)
    for (let n = 0; n < 3; n++) data[i * 4 + n] = color[n]! + (grain ? (random() + random() - 1) * grain : 0)
    data[i * 4 + 3] = 255
  }
  return { width, height, data }
}

/** Soft bands of colors running into each other, as in a photo. */
const soft = (colors: readonly Hex[], seed = 1): Picture =>
  painted(
    300,
    200,
    (x, y) => {
      const place = Math.min(0.9999, Math.max(0, x * 0.8 + 0.1 * Math.sin(y * 9) + 0.1)) * (colors.length - 1)
      const [one, other] = [rgb(colors[Math.floor(place)] as Hex), rgb(colors[Math.ceil(place)] as Hex)]
      const light = 0.75 + 0.25 * Math.cos(y * 5 + x)
      return `#${one
        .map((value, i) =>
          Math.round((value + (other[i]! - value) * (place % 1)) * light)
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')}`
    },
    14,
    seed,
  )

const SEA = ['#12343d', '#2c6a74', '#8fc3c4', '#efbf97', '#a8452f']
const hexes = (picture: Picture, count = 5, apart = 7): Hex[] =>
  extractColors([{ picture }], { count, apart }).found.map(({ hex }) => hex)
const nearest = (hex: Hex, all: readonly Hex[]): number => Math.min(...all.map(each => deltaE(each, hex)))

describe('extraction', () => {
  it('gives the same colors for the same picture, largest first, with shares that make one', () => {
    const { found, note } = extractColors([{ picture: soft(SEA) }], { count: 6, apart: 7 })
    expect(found).toEqual(extractColors([{ picture: soft(SEA) }], { count: 6, apart: 7 }).found)
    expect(found).toHaveLength(6)
    expect(note).toBeNull()
    const shares = found.map(({ share }) => share)
    expect(shares).toEqual([...shares].sort((one, other) => other - one))
    expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 6)
  })

  it.each(isFull ? [2, 3, 5, 8, 12] : [2, 12])('gives %i colors that stand apart, for both widths', count => {
    for (const apart of [7, 12]) {
      const found = hexes(soft(SEA), count, apart)
      expect(found.length).toBeGreaterThanOrEqual(Math.min(count, 7))
      found.forEach((one, i) =>
        found.slice(i + 1).forEach(other => expect(deltaE(one, other)).toBeGreaterThanOrEqual(apart)),
      )
    }
  })

  it('puts each color where the picture has it', () => {
    const picture = soft(SEA)
    for (const { hex, x, y } of extractColors([{ picture }], { count: 6, apart: 7 }).found) {
      const i = (Math.floor(y * 200) * 300 + Math.floor(x * 300)) * 4
      const there = `#${[...picture.data.slice(i, i + 3)].map(value => value.toString(16).padStart(2, '0')).join('')}`
      expect(okDistance(there, hex)).toBeLessThan(0.09)
    }
  })

  it('keeps a vivid accent of a thousandth of the picture', () => {
    for (const [seed, accent] of [
      [1, '#ff4a1c'],
      [2, '#00e0c8'],
      [3, '#d6ff2e'],
    ] as const) {
      const quiet = soft(['#2b2f45', '#4b5266', '#8a8f96', '#c9c3b8'], seed)
      for (let y = 100; y < 108; y++)
        for (let x = 150; x < 158; x++) quiet.data.set([...rgb(accent), 255], (y * 300 + x) * 4)
      expect(nearest(accent, hexes(quiet, 8))).toBeLessThan(5)
    }
  })

  it('does not take noise for an accent', () => {
    const noisy = painted(300, 200, () => '#6b7078', 90, 4)
    for (const hex of hexes(noisy, 8)) expect(Math.hypot(labOf(hex).a, labOf(hex).b)).toBeLessThan(0.13)
  })

  it('lets white paper and black shadow take one place each', () => {
    const grays = painted(
      300,
      200,
      (x, y) =>
        x < 0.45
          ? `#${['fcfcfc', 'f7f7f6', 'f3f3f4', 'ffffff'][Math.floor(y * 97) % 4]}`
          : x < 0.6
            ? `#${['050505', '0b0b0a', '101010'][Math.floor(y * 97) % 3]}`
            : (SEA[Math.floor(x * 31 + y * 17) % 5] as Hex),
      3,
    )
    const found = hexes(grays, 8)
    expect(found.filter(hex => labOf(hex).l > 0.945)).toHaveLength(1)
    expect(found.filter(hex => labOf(hex).l < 0.17)).toHaveLength(1)
    for (const color of SEA) expect(nearest(color, found)).toBeLessThan(6)
  })

  it('says so where there are fewer colors than asked, or none', () => {
    const one = extractColors([{ picture: painted(80, 60, () => '#7a4a1f') }], { count: 5, apart: 7 })
    expect(one.found.map(({ hex }) => hex)).toEqual(['#7a4a1f'])
    expect(one.note).toContain('only one color')
    const clear = extractColors([{ picture: painted(80, 60, () => null) }], { count: 5, apart: 7 })
    expect(clear.found).toEqual([])
    expect(clear.note).toContain('no solid pixel')
  })

  it('never counts clear pixels', () => {
    const cut = soft(SEA)
    for (let i = 0; i < cut.data.length; i += 4) if ((i / 4) % 300 < 150) cut.data.set([255, 0, 255, 0], i)
    expect(nearest('#ff00ff', hexes(cut, 8))).toBeGreaterThan(25)
  })

  it('stays inside a region, and takes several pictures alike whatever their size', () => {
    const left = extractColors(
      [
        {
          picture: painted(200, 100, x => (x < 0.5 ? '#205080' : '#c04030'), 30),
          region: { x: 0, y: 0, width: 0.4, height: 1 },
        },
      ],
      { count: 3, apart: 7 },
    )
    for (const { hex, x } of left.found) {
      expect(deltaE(hex, '#205080')).toBeLessThan(15)
      expect(x).toBeLessThan(0.41)
    }
    const both = extractColors(
      [{ picture: painted(400, 400, () => '#205080', 30) }, { picture: painted(40, 40, () => '#c04030', 30) }],
      { count: 4, apart: 7 },
    )
    expect(both.found.filter(({ source }) => source === 1).reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(
      0.5,
      1,
    )
  })

  it('finds the rest beside fixed colors', () => {
    const fixed = ['#a8452f', '#12343d']
    const { found } = extractColors([{ picture: soft(SEA) }], { count: 5, apart: 7, fixed })
    expect(found).toHaveLength(3)
    for (const { hex } of found) expect(nearest(hex, fixed)).toBeGreaterThanOrEqual(7)
  })
})

describe('the lean', () => {
  const pad = extractor([{ picture: soft(SEA) }], { count: 5, apart: 7 })
  const colors = (x: number, y: number): Hex[] => pad.at({ x, y }).found.map(({ hex }) => hex)
  const mean = (all: readonly Hex[], of: (hex: Hex) => number): number =>
    all.reduce((sum, hex) => sum + of(hex), 0) / all.length
  const chroma = (hex: Hex): number => Math.hypot(labOf(hex).a, labOf(hex).b)
  const light = (hex: Hex): number => labOf(hex).l

  it('rests at the faithful extraction', () =>
    expect(pad.at(REST).found.map(({ hex }) => hex)).toEqual(hexes(soft(SEA))))
  it('goes quiet and lively, dark and light', () => {
    expect(mean(colors(1, 0), chroma)).toBeGreaterThan(mean(colors(0, 0), chroma))
    expect(mean(colors(-1, 0), chroma)).toBeLessThan(mean(colors(0, 0), chroma))
    expect(mean(colors(0, 1), light)).toBeGreaterThan(mean(colors(0, 0), light))
    expect(mean(colors(0, -1), light)).toBeLessThan(mean(colors(0, 0), light))
  })
  it('follows the hand without jumping, whichever way it came', () => {
    let before = colors(0, 0)
    for (let step = 1; step <= 20; step++) {
      const now = colors(step / 20, step / 40)
      expect(now).toHaveLength(before.length)
      now.forEach((hex, i) => expect(okDistance(hex, before[i] as Hex)).toBeLessThan(0.06))
      before = now
    }
    expect(colors(0.3, 0.1)).toEqual(colors(0.3, 0.1))
  })
  it('bends weights, never a color out of the picture', () => {
    const all = soft(SEA)
    for (const hex of colors(1, 1)) {
      let min = Infinity
      for (let i = 0; i < all.data.length; i += 40)
        min = Math.min(
          min,
          okDistance(
            hex,
            `#${[...all.data.slice(i, i + 3)].map(value => value.toString(16).padStart(2, '0')).join('')}`,
          ),
        )
      expect(min).toBeLessThan(0.05)
    }
  })
})
