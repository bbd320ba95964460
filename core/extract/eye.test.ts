import { hexOfLab, labOf, lchOf, mixLabs, type Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import type { Picture } from '#core/picture/picture'
import { seeded } from '#core/math/random'
import { assignPoints } from './cluster'
import { extractColors, extractor, type TakenBy } from './extract'
import { endOf } from './eye'
import { tallyPixels } from './tally'

const bytesOf = (hex: Hex): number[] => [1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16))
/** A picture of parts in colors, each with some noise, one under the other; a disc of a color on top where asked. */
const pictureOf = (parts: ReadonlyArray<readonly [hex: Hex, part: number]>, disc?: readonly [Hex, number]): Picture => {
  const [width, height] = [240, 160]
  const data = new Uint8Array(width * height * 4)
  const random = seeded(7)
  const radius = disc ? Math.sqrt((width * height * disc[1]) / Math.PI) : 0
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let left = (y + random() * 12) / (height + 6)
      const [hex] = parts.find(([, part]) => (left -= part) < 0) ?? (parts.at(-1) as readonly [Hex, number])
      const inDisc = disc && (x - 150) ** 2 + (y - 60) ** 2 < radius ** 2
      const rgb = bytesOf(inDisc ? disc[0] : hex)
      const grain = (random() - 0.5) * 22
      rgb.forEach((value, k) => (data[(y * width + x) * 4 + k] = Math.min(255, Math.max(0, value + grain))))
      data[(y * width + x) * 4 + 3] = 255
    }
  return { width, height, data }
}
/** A picture that runs through colors from top to bottom, each at its height in [0, 1], along a slight wave. */
const gradientPicture = (stops: ReadonlyArray<readonly [height: number, hex: Hex]>): Picture => {
  const [width, height] = [300, 200]
  const data = new Uint8Array(width * height * 4)
  const random = seeded(3)
  for (let i = 0; i < width * height; i++) {
    const at = Math.min(0.999, Math.max(0, Math.floor(i / width) / height + 0.02 * Math.sin((i % width) / 40)))
    const next = stops.findIndex(([from]) => from > at)
    const [[from, one], [to, other]] = [stops[next - 1]!, stops[next]!]
    const grain = (random() - 0.5) * 10
    bytesOf(hexOfLab(mixLabs(labOf(one), labOf(other), (at - from) / (to - from)))).forEach((value, k) => {
      data[i * 4 + k] = Math.min(255, Math.max(0, value + grain))
    })
    data[i * 4 + 3] = 255
  }
  return { width, height, data }
}
const taken = (picture: Picture, by: TakenBy, count = 5): Hex[] =>
  extractColors([{ picture }], { count, apart: 7, by }).found.map(({ hex }) => hex)

/** A flower before a dark ground, a sky, browns, a page with print: as photographs are. */
const FLOWER = pictureOf([
  ['#0c0b04', 0.3],
  ['#1b1a06', 0.25],
  ['#2a2512', 0.1],
  ['#e0a010', 0.2],
  ['#f8d820', 0.15],
])
const SKY = pictureOf(
  [
    ['#2458a0', 0.3],
    ['#3a6fb4', 0.3],
    ['#5a88c0', 0.2],
    ['#8fa9c8', 0.2],
  ],
  ['#f0c810', 0.0012],
)
/** Dusk over dark water, from violet through rose, with an orange stripe over the horizon that covers a fraction of it. */
const sunset = (stripe: number): Picture => {
  const stops = [
    ...([
      [0, '#26264f'],
      [0.3, '#5b4478'],
      [0.5 - stripe, '#a8607f'],
      [0.55 - stripe, '#c97a72'],
    ] as const),
    ...([
      [0.555 - stripe, '#f2903a'],
      [0.555, '#f7a13c'],
      [0.56, '#3c3350'],
      [0.8, '#2b2743'],
      [1, '#181629'],
    ] as const),
  ]
  return gradientPicture(stops)
}
const BROWNS = pictureOf([
  ['#6b4a32', 0.3],
  ['#74533a', 0.3],
  ['#5c4030', 0.2],
  ['#8a6a4c', 0.12],
  ['#3f6f88', 0.08],
])
const PAGE = pictureOf([
  ['#ffffff', 0.3],
  ['#fbfaf7', 0.3],
  ['#f4f4f2', 0.2],
  ['#222222', 0.1],
  ['#c03030', 0.1],
])
const ALL = { FLOWER, SKY, BROWNS, PAGE }

describe('what is taken by eye', () => {
  it.each(Object.entries(ALL))(
    '%s: five distinct colors, one dark and one light at most, the same each time',
    (_, picture) => {
      const hexes = taken(picture, 'eye')
      const ends = hexes.map(hex => endOf(labOf(hex)))
      expect(ends.filter(end => end === 'dark').length).toBeLessThanOrEqual(1)
      expect(ends.filter(end => end === 'light').length).toBeLessThanOrEqual(1)
      hexes.forEach((one, i) => hexes.slice(0, i).forEach(other => expect(deltaE(one, other)).toBeGreaterThan(6.9)))
      expect(taken(picture, 'eye')).toEqual(hexes)
    },
  )
  it('takes one black of a flower before a dark ground, where a faithful extraction takes two', () => {
    const darkOf = (by: TakenBy): number => taken(FLOWER, by).filter(hex => lchOf(hex).l < 0.27).length
    expect(darkOf('eye')).toBe(1)
    expect(darkOf('faithful')).toBeGreaterThan(1)
  })
  it.each([4, 5, 6, 8])('takes what stands out, a thousandth of a sky, among %d colors', count => {
    expect(Math.min(...taken(SKY, 'eye', count).map(hex => deltaE(hex, '#f0c810')))).toBeLessThan(10)
  })
  it.each([
    [4, 0.02],
    [5, 0.012],
    [5, 0.02],
    [5, 0.03],
    [6, 0.008],
    [8, 0.004],
  ])('takes, among %d colors, the orange stripe of a sunset that covers %d of it', (count, stripe) => {
    const hexes = taken(sunset(stripe), 'eye', count)
    expect(hexes).toHaveLength(count)
    expect(Math.min(...hexes.map(hex => deltaE(hex, '#f3963a')))).toBeLessThan(5)
  })
  it('gives up the second of two like browns for another color', () => {
    const hexes = taken(BROWNS, 'eye', 3)
    expect(Math.min(...hexes.map(hex => deltaE(hex, '#3f6f88')))).toBeLessThan(8)
  })
  it('is no duller than the areas its colors stand for', () => {
    for (const picture of Object.values(ALL)) {
      const tally = tallyPixels([{ picture }])
      const labs = taken(picture, 'eye').map(labOf)
      const { label } = assignPoints(tally, labs)
      labs.forEach((lab, c) => {
        if (endOf(lab)) return
        let [weight, chroma] = [0, 0]
        label.forEach((own, i) => {
          if (own !== c) return
          weight += tally.weight[i]!
          chroma += tally.weight[i]! * Math.hypot(tally.a[i]!, tally.b[i]!)
        })
        if (weight > 0.01) expect(Math.hypot(lab.a, lab.b)).toBeGreaterThan((chroma / weight) * 0.94 - 0.003)
      })
    }
  })
  it('covers the picture nearly as well as the faithful one', () => {
    for (const picture of Object.values(ALL)) {
      const tally = tallyPixels([{ picture }])
      const cost = (by: TakenBy): number => assignPoints(tally, taken(picture, by).map(labOf)).cost
      expect(cost('eye') / cost('faithful')).toBeLessThan(1.6)
    }
  })
  it('is bent by the lean pad without a jump, and rests where it began', () => {
    const { at } = extractor([{ picture: SKY }], { count: 5, apart: 7, by: 'eye' })
    const rest = at({ x: 0, y: 0 }).found.map(({ hex }) => hex)
    const little = at({ x: 0.02, y: 0.02 }).found.map(({ hex }) => hex)
    expect(little).toHaveLength(rest.length)
    rest.forEach((hex, i) => expect(deltaE(hex, little[i] as Hex)).toBeLessThan(8))
    expect(at({ x: 0, y: 0 }).found.map(({ hex }) => hex)).toEqual(rest)
    expect(at({ x: 0.6, y: 0.8 }).found.map(({ hex }) => hex)).not.toEqual(rest)
  })
  it('keeps fixed colors, and gives fewer where there are no more', () => {
    const fixed = ['#112233', '#445566']
    const { found } = extractColors([{ picture: SKY }], { count: 5, apart: 7, by: 'eye', fixed })
    expect(found.length).toBeLessThanOrEqual(3)
    for (const { hex } of found) for (const other of fixed) expect(deltaE(hex, other)).toBeGreaterThan(6.9)
    const plain = pictureOf([['#808080', 1]])
    expect(taken(plain, 'eye').length).toBeLessThanOrEqual(3)
  })
})
