import fc from 'fast-check'
import { hexOfHsb, hexOfLch, hsbOf, labOf, lchOf, type Hued } from '#core/color/convert'
import { contrastOf, luminanceOf } from '#core/color/contrast'
import {
  adjustColors,
  AT_REST,
  balanceColor,
  brighten,
  drain,
  evenOut,
  tintNeutrals,
  nudge,
  saturate,
  settlingNeutral,
} from './adjust'
import { rolesOf } from './proportion'
import { orderSwatches } from './order'
import { colorsBetween } from './blend'

const hued = (hex: string): Hued => ({ hex, hue: hsbOf(hex).h })
const SCHEME = ['#0f6d5f', '#d45d48', '#e2a83c', '#f8ead0', '#222a52'].map(hued)
const spread = (values: number[]): number => Math.max(...values) - Math.min(...values)
const chroma = ({ hex }: Hued): number => lchOf(hex).c
const lightness = ({ hex }: Hued): number => labOf(hex).l

it('WCAG contrast has its published values', () => {
  expect(contrastOf('#ffffff', '#000000')).toBeCloseTo(21, 5)
  expect(contrastOf('#777777', '#ffffff')).toBeCloseTo(4.48, 2)
  expect(luminanceOf('#ff0000')).toBeCloseTo(0.2126, 4)
})

describe('saturation', () => {
  it('of HSB is scaled, hue and brightness stay', () => {
    const { s, b, h } = hsbOf(saturate(hued('#d45d48'), -0.5, 'hsb').hex)
    const before = hsbOf('#d45d48')
    expect([s, b, h]).toEqual([
      expect.closeTo(before.s / 2, 2),
      expect.closeTo(before.b, 2),
      expect.closeTo(before.h, -0.5),
    ])
  })
  it('taken away and given back keeps the hue it had', () => {
    const gray = saturate(hued('#2e4f7f'), -1, 'hsb')
    expect(hsbOf(gray.hex).s).toBe(0)
    expect(gray.hue).toBeCloseTo(hsbOf('#2e4f7f').h, 5)
  })
  it('of OKLCH is scaled at constant lightness', () => {
    const { l, c } = lchOf(saturate(hued('#d45d48'), -0.4, 'perceptual').hex)
    expect(l).toBeCloseTo(lchOf('#d45d48').l, 2)
    expect(c).toBeCloseTo(lchOf('#d45d48').c * 0.6, 2)
  })
})

describe('brightness', () => {
  it('of HSB is shifted', () =>
    expect(hsbOf(brighten([hued('#804020')], 0.2, 'hsb')[0]?.hex ?? '').b).toBeCloseTo(128 / 255 + 0.2, 2))
  it.each([0.3, 0.9, -0.2])('perceptually by %d keeps every contrast', amount => {
    const colors = SCHEME.slice(0, 3)
    const after = brighten(colors, amount, 'perceptual')
    expect(after.map(({ hex }) => hex)).not.toEqual(colors.map(({ hex }) => hex))
    for (const [i, one] of colors.entries())
      for (const [j, other] of colors.entries())
        expect(contrastOf(after[i]?.hex ?? '', after[j]?.hex ?? '') / contrastOf(one.hex, other.hex)).toBeCloseTo(1, 1)
  })
  it('perceptually never leaves what can be shown: at its end the lightest is white', () =>
    expect(brighten(SCHEME, 1, 'perceptual')[3]?.hex).toBe('#ffffff'))
})

describe('evening out', () => {
  it('brings lightness together by the given amount, wholly at 1', () => {
    const lightnesses = SCHEME.slice(0, 3).map(lightness)
    expect(spread(evenOut(SCHEME.slice(0, 3), 'lightness', 0.5).map(lightness)) / spread(lightnesses)).toBeCloseTo(
      0.5,
      1,
    )
    expect(spread(evenOut(SCHEME.slice(0, 3), 'lightness', 1).map(lightness))).toBeLessThan(0.012)
  })
  it('brings chroma together and leaves neutrals', () => {
    const muted = ['#7a9c94', '#b96a5c', '#b59a63'].map(hued)
    const even = evenOut([...muted, hued('#808080')], 'saturation', 1)
    expect(spread(even.slice(0, 3).map(chroma))).toBeLessThan(spread(muted.map(chroma)) * 0.1)
    expect(even[3]?.hex).toBe('#808080')
  })
})

describe('color balance', () => {
  it.each([
    [0.6, 0, 0, 'r'],
    [0, 0.6, 0, 'g'],
    [0, 0, 0.6, 'b'],
  ] as const)('toward %d %d %d gives more of %s at the same lightness', (red, green, blue, channel) => {
    const before = '#7f7a74'
    const after = balanceColor(hued(before), red, green, blue).hex
    const excess = (hex: string): number => {
      const [r, g, b] = [1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16)) as [number, number, number]
      return { r: r - (g + b) / 2, g: g - (r + b) / 2, b: b - (r + g) / 2 }[channel]
    }
    expect(excess(after)).toBeGreaterThan(excess(before) + 10)
    expect(labOf(after).l).toBeCloseTo(labOf(before).l, 2)
  })
  it('leaves black and white', () =>
    expect([balanceColor(hued('#000000'), 1, 0, 0).hex, balanceColor(hued('#ffffff'), 0, 1, -1).hex]).toEqual([
      '#000000',
      '#ffffff',
    ]))
})

it('draining ends at the gray of the same lightness', () => {
  const gray = drain(hued('#d45d48'), 1).hex
  expect(chroma(hued(gray))).toBeLessThan(0.003)
  expect(labOf(gray).l).toBeCloseTo(labOf('#d45d48').l, 2)
})

it('tinted neutrals carry the dominant hue, colors stay', () => {
  const [gray, coral] = tintNeutrals([hued('#808080'), hued('#d45d48')], '#2e4f7f', 1)
  expect(lchOf(gray?.hex ?? '').h).toBeCloseTo(lchOf('#2e4f7f').h, -1)
  expect(chroma(gray as Hued)).toBeGreaterThan(0.015)
  expect(coral?.hex).toBe('#d45d48')
})

it('random nudges stay within their limits, move something, and are the same for the same seed', () =>
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 9999 }), seed => {
      const limits = { saturation: 0.1, brightness: 0.06, seed }
      const after = nudge(SCHEME, limits)
      expect(nudge(SCHEME, limits)).toEqual(after)
      for (const [i, { hex }] of after.entries()) {
        const [now, was] = [hsbOf(hex), hsbOf(SCHEME[i]?.hex ?? '')]
        expect(Math.abs(now.s - was.s)).toBeLessThan(0.11)
        expect(Math.abs(now.b - was.b)).toBeLessThan(0.065)
      }
    }),
    { numRuns: 60 },
  ))

it('at rest nothing changes', () => expect(adjustColors(SCHEME, AT_REST, '#0f6d5f')).toEqual(SCHEME))

it('a settling neutral is all but gray and fills the widest gap in lightness', () => {
  const { l, c } = lchOf(settlingNeutral(['#000000', '#222222', '#eeeeee'], '#0f6d5f'))
  expect(c).toBeLessThan(0.02)
  expect(l).toBeGreaterThan(0.4)
  expect(l).toBeLessThan(0.75)
})

it('in-betweens stand at equal distances in OKLab', () => {
  const all = ['#0f6d5f', ...colorsBetween('#0f6d5f', '#e2a83c', 3), '#e2a83c'].map(labOf)
  const steps = all
    .slice(1)
    .map((lab, i) => Math.hypot(lab.l - (all[i]?.l ?? 0), lab.a - (all[i]?.a ?? 0), lab.b - (all[i]?.b ?? 0)))
  expect(spread(steps)).toBeLessThan(0.006)
})

describe('orders', () => {
  const all = ['#808080', '#d45d48', '#f8ead0', '#0f6d5f', '#222222'].map(hex => ({ hex }))
  const shown = (order: Parameters<typeof orderSwatches>[1]): string[] =>
    orderSwatches(all, order, 'light').map(({ hex }) => hex)
  it('light to dark', () =>
    expect(shown('light to dark')).toEqual(['#f8ead0', '#d45d48', '#808080', '#0f6d5f', '#222222']))
  it('by hue, neutrals last', () =>
    expect(shown('by hue')).toEqual(['#d45d48', '#f8ead0', '#0f6d5f', '#808080', '#222222']))
  it('neutrals together, the rest as set', () =>
    expect(shown('neutrals together')).toEqual(['#d45d48', '#f8ead0', '#0f6d5f', '#808080', '#222222']))
  it('as set', () => expect(shown('as set')).toEqual(all.map(({ hex }) => hex)))
})

it('roles follow share and chroma', () =>
  expect(
    rolesOf([
      { hex: '#0f6d5f', share: 0.2 },
      { hex: '#f2efe8', share: 0.55 },
      { hex: '#d43a28', share: 0.06 },
      { hex: '#808080', share: 0.1 },
      { hex: '#7a6a9a', share: 0.05 },
      { hex: hexOfLch({ l: 0.5, c: 0.05, h: 200 }), share: 0.04 },
    ]),
  ).toEqual(['supporting', 'dominant', 'accent', 'neutral', 'detail', 'detail']))

it('turning a hue in HSB by nothing is nothing', () => expect(hexOfHsb(hsbOf('#0f6d5f'))).toBe('#0f6d5f'))
