import fc from 'fast-check'
import { parse, converter, type Oklch } from 'culori'
import { labOf, lchOf } from '#core/color/convert'
import { deltaE, labDistance, okDistance } from '#core/color/difference'
import { gradientPixels, hueTurn, HUE_WAYS, placeOn, plainStops, runAt, GRADIENT_SPACES, type Run } from './gradient'
import { runs } from '../../tests/runs'

const oklch = converter('oklch')
const run = (from: string, to: string, more: Partial<Run> = {}): Run => ({
  stops: [
    { at: 0, hex: from },
    { at: 1, hex: to },
  ],
  space: 'oklab',
  way: 'shorter',
  ...more,
})

describe('hues go round as CSS Color 4 has it', () => {
  it.each([
    [40, 60, [20, -340, 20, -340]],
    [60, 40, [-20, 340, 340, -20]],
    [350, 10, [20, -340, 20, -340]],
    [10, 10, [0, 360, 0, 0]],
    [0, 180, [180, 180, 180, -180]],
  ])('from %d to %d', (from, to, turns) => expect(HUE_WAYS.map(way => hueTurn(from, to, way))).toEqual(turns))
})

describe('a run', () => {
  it('begins and ends with its stops, and goes straight in OKLab', () => {
    const at = runAt(run('#e07a5f', '#0f6d5f'))
    expect(labDistance(at(0), labOf('#e07a5f'))).toBeLessThan(1e-6)
    expect(labDistance(at(1), labOf('#0f6d5f'))).toBeLessThan(1e-6)
    expect(at(0.5).l).toBeCloseTo((labOf('#e07a5f').l + labOf('#0f6d5f').l) / 2, 6)
  })
  it('in OKLCH keeps its chroma where the straight way would turn gray', () => {
    const [straight, round] = GRADIENT_SPACES.map(space => runAt(run('#c0504d', '#2c7a7b', { space }))(0.5)) as [
      ReturnType<typeof labOf>,
      ReturnType<typeof labOf>,
    ]
    expect(Math.hypot(straight.a, straight.b)).toBeLessThan(0.04)
    expect(Math.hypot(round.a, round.b)).toBeGreaterThan(0.07)
  })
  it('from a gray takes the hue of the other, not red', () => {
    const middle = runAt(run('#808080', '#2e4f7f', { space: 'oklch' }))(0.5)
    const hue = ((Math.atan2(middle.b, middle.a) * 180) / Math.PI + 360) % 360
    expect(Math.abs(hue - lchOf('#2e4f7f').h)).toBeLessThan(1)
  })
  it('agrees with the color library on the shorter way', () => {
    const [a, b] = ['#e07a5f', '#c9a227'].map(hex => oklch(parse(hex))) as [Oklch, Oklch]
    const middle = runAt(run('#e07a5f', '#c9a227', { space: 'oklch' }))(0.5)
    expect(Math.hypot(middle.a, middle.b)).toBeCloseTo((a.c + b.c) / 2, 4)
  })
  it('takes two stops in one place as an edge', () => {
    const at = runAt({
      ...run('#000000', '#ffffff'),
      stops: [
        { at: 0.5, hex: '#000000' },
        { at: 0.5, hex: '#ffffff' },
      ],
    })
    expect([at(0.49).l, at(0.51).l].map(Math.round)).toEqual([0, 1])
  })
})

const hex = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)
const anyRun = fc.record({
  stops: fc.array(fc.record({ at: fc.integer({ min: 0, max: 100 }).map(n => n / 100), hex }), {
    minLength: 2,
    maxLength: 6,
  }),
  space: fc.constantFrom(...GRADIENT_SPACES),
  way: fc.constantFrom(...HUE_WAYS),
})

it('plain stops show what the run shows, everywhere, mixed in sRGB', () =>
  fc.assert(
    fc.property(anyRun, fc.double({ min: 0, max: 1, noNaN: true }), (each, at) => {
      const stops = plainStops(each)
      const next = stops.findIndex(stop => stop.at > at)
      const [one, other] = [stops[next - 1], stops[next]]
      if (!one || !other || other.at === one.at) return
      const part = (at - one.at) / (other.at - one.at)
      const channel = (from: string, place: number): number => parseInt(from.slice(1 + place * 2, 3 + place * 2), 16)
      const mixed = `#${[0, 1, 2]
        .map(place =>
          Math.round(channel(one.hex, place) * (1 - part) + channel(other.hex, place) * part)
            .toString(16)
            .padStart(2, '0'),
        )
        .join('')}`
      const meant = runAt(each)(at)
      expect(labDistance(labOf(mixed), meant)).toBeLessThan(0.03)
    }),
    { numRuns: runs(400) },
  ))

describe('pixels', () => {
  it('lie where CSS has them', () => {
    expect(placeOn('linear', 90, 200, 100)(50, 70)).toBeCloseTo(0.25)
    expect(placeOn('linear', 0, 200, 100)(50, 75)).toBeCloseTo(0.25)
    expect(placeOn('radial', 0, 200, 100)(100, 50)).toBe(0)
    expect(placeOn('conic', 0, 100, 100)(90, 50)).toBeCloseTo(0.25)
    expect(placeOn('conic', 90, 100, 100)(50, 90)).toBeCloseTo(0.25)
  })
  it.each([
    ['of two near grays', '#606060', '#6c6c6c'],
    ['of two near blues', '#203050', '#24365a'],
    ['of dark to light', '#0f6d5f', '#f7e1d7'],
  ])('show no band 4096 wide: %s', (_what, from, to) => {
    const width = 4096
    const height = 16
    const pixels = gradientPixels(run(from, to), { kind: 'linear', angle: 90 }, width, height)
    // what 16 columns show together: within a twelfth of a step of what is meant, so that it rises without steps
    const exact = runAt(run(from, to))
    for (let x = 0; x + 16 <= width; x += 64) {
      let sum = 0
      for (let y = 0; y < height; y++) for (let i = 0; i < 16; i++) sum += pixels[(y * width + x + i) * 4 + 1]!
      const shown = sum / (16 * height)
      const { l, a, b } = exact((x + 8) / width)
      const linear = converter('rgb')({ mode: 'oklab', l, a, b }) as { g: number }
      expect(Math.abs(shown - linear.g * 255)).toBeLessThan(0.13)
    }
    // and no row is one color for long where the run goes on
    let longest = 0
    for (let x = 1, same = 1; x < width; x++) {
      const at = (x + 4096 * 7) * 4
      const like = [0, 1, 2].every(channel => pixels[at + channel] === pixels[at - 4 + channel])
      same = like ? same + 1 : 1
      longest = Math.max(longest, same)
    }
    expect(longest).toBeLessThan(48)
  })
  it('begin and end in the colors of the stops', () => {
    const pixels = gradientPixels(run('#e07a5f', '#0f6d5f'), { kind: 'linear', angle: 90 }, 512, 4)
    const at = (x: number): string =>
      `#${[0, 1, 2].map(channel => pixels[x * 4 + channel]!.toString(16).padStart(2, '0')).join('')}`
    expect(okDistance(at(0), '#e07a5f')).toBeLessThan(0.01)
    expect(deltaE(at(511), '#0f6d5f')).toBeLessThan(1)
  })
})
