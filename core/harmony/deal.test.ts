import { contrastOf } from '#core/color/contrast'
import { deltaE, labDistance } from '#core/color/difference'
import { relativeChromaOf } from '#core/color/relativeChroma'
import { isNeutral, labOf, lchOf, type Hex } from '#core/color/convert'
import { angleOf, rotate, WHEELS } from '#core/color/wheel'
import { deal, isHarmonic } from './deal'
import { MIN_DIFFERENCE } from './distinct'
import { offsetsOf, openingOf } from './harmony'
import { rolesIn } from './proportion'
import { alternatives, ladder, ladderLabs, LADDERS, rungOf, strip } from './ladder'
import { runs } from '../../tests/runs'

/** The darkest and the lightest. */
const bySize = (hexes: readonly Hex[]): Hex[] => {
  const sorted = [...hexes].sort((one, other) => lchOf(one).l - lchOf(other).l)
  return [sorted[0] as Hex, sorted.at(-1) as Hex]
}
const FIXED: Hex[][] = [
  ['#0f6d5f'],
  ['#d45d48', '#222a52'],
  ['#f8ead0'],
  ['#808080'],
  ['#ff0000', '#00ff00', '#0000ff'],
]

/** Returns whether a color stands on an angle the harmony can have at any of its spreads. */
const fits = (
  hex: Hex,
  wheel: (typeof WHEELS)[number],
  anchor: number,
  kind: Parameters<typeof offsetsOf>[0],
): boolean => {
  const range = openingOf(kind)
  const spreads = range ? Array.from({ length: range.max - range.min + 1 }, (_, i) => range.min + i) : [undefined]
  return isHarmonic(
    hex,
    wheel,
    anchor,
    spreads.flatMap(spread => offsetsOf(kind, spread)),
    6,
  )
}

describe('dealing', () => {
  it('thousands of times is always distinct, harmonic within 6° and leaves fixed colors', () => {
    for (let seed = 0; seed < runs(10_000); seed++) {
      const fixed = FIXED[seed % FIXED.length] as Hex[]
      const before = [...fixed]
      const wheel = WHEELS[seed % 3] as (typeof WHEELS)[number]
      const { hexes, kind, anchor } = deal({ fixed, count: 2 + (seed % 5), wheel }, seed)
      expect(fixed).toEqual(before)
      const all = [...fixed, ...hexes]
      let min = Infinity
      for (let i = fixed.length; i < all.length; i++)
        for (let j = 0; j < i; j++) min = Math.min(min, deltaE(all[i] as Hex, all[j] as Hex))
      if (min < MIN_DIFFERENCE) throw new Error(`Deal ${seed}: two swatches are ${min} apart.`)
      const off = hexes.find(hex => !fits(hex, wheel, anchor, kind))
      if (off) throw new Error(`Deal ${seed}: ${off} at ${angleOf(wheel, off)} is not ${kind} on ${anchor}.`)
    }
  })
  it('is repeatable, and other with another seed', () => {
    const wish = { fixed: ['#0f6d5f'], count: 5, wheel: 'paint' as const }
    expect(deal(wish, 7)).toEqual(deal(wish, 7))
    expect(deal(wish, 7)).not.toEqual(deal(wish, 8))
  })
  it('stands on the hue of a fixed color', () => {
    for (let seed = 0; seed < 200; seed++)
      expect(
        Math.abs(
          deal({ fixed: ['#808080', '#d45d48'], count: 3, wheel: 'light' }, seed).anchor - angleOf('light', '#d45d48'),
        ),
      ).toBeLessThan(0.01)
  })
  it('is spread in lightness', () => {
    const spreads = Array.from({ length: 300 }, (_, seed) => {
      const lightnesses = ['#0f6d5f', ...deal({ fixed: ['#0f6d5f'], count: 5, wheel: 'paint' }, seed).hexes].map(
        hex => labOf(hex).l,
      )
      return Math.max(...lightnesses) - Math.min(...lightnesses)
    })
    expect(Math.min(...spreads)).toBeGreaterThan(0.25)
    expect(spreads.reduce((sum, spread) => sum + spread, 0) / 300).toBeGreaterThan(0.5)
  })
  it('stays in a harmony that is asked for', () =>
    expect(
      new Set(
        Array.from(
          { length: 50 },
          (_, seed) => deal({ fixed: ['#0f6d5f'], count: 4, wheel: 'paint', kind: 'triadic' }, seed).kind,
        ),
      ),
    ).toEqual(new Set(['triadic'])))
  it('can be used at once: a light, a dark, a neutral, a pair for lettering, an accent, nothing louder than the fixed colors', () => {
    for (const base of ['#e07a5f', '#0f6d5f', '#5468b0', '#ffcf24', '#2b2b2b', '#f3d9e0', '#000000', '#ffffff'])
      for (let seed = 0; seed < 60; seed++) {
        const wheel = WHEELS[seed % 3] as (typeof WHEELS)[number]
        const all = [base, ...deal({ fixed: [base], count: 4, wheel }, seed).hexes]
        const accent = all[rolesIn(all).indexOf('accent')]
        const lightnesses = all.map(hex => lchOf(hex).l)
        expect(Math.max(...lightnesses)).toBeGreaterThan(0.84)
        expect(Math.min(...lightnesses)).toBeLessThan(0.36)
        expect(contrastOf(...(bySize(all) as [Hex, Hex]))).toBeGreaterThanOrEqual(4.5)
        expect(all.some(isNeutral)).toBe(true)
        expect(deltaE(base, accent ?? base)).toBeGreaterThanOrEqual(25)
        expect(Math.abs(lchOf(base).l - lchOf(accent ?? base).l)).toBeGreaterThanOrEqual(0.15)
        const own = relativeChromaOf(base)
        if (lchOf(base).c > 0.012)
          for (const hex of all) if (hex !== accent) expect(relativeChromaOf(hex)).toBeLessThan(own * 1.2 + 0.02)
      }
  })
  it('one companion can be read on a fixed color, or the other way round', () => {
    for (const base of ['#0f6d5f', '#ffcf24', '#2b2b2b', '#f3d9e0'])
      for (let seed = 0; seed < 40; seed++) {
        const [hex = ''] = deal({ fixed: [base], count: 1, wheel: 'paint' }, seed).hexes
        expect(contrastOf(base, hex)).toBeGreaterThan(4.5)
      }
  })
})

describe('ladders', () => {
  const COLORS = ['#0f6d5f', '#d45d48', '#0000ff', '#ffff00', '#00ff00', '#ff00ff', '#808080', '#e2a83c']
  it('are even in OKLab within 2%', () => {
    for (const hex of COLORS)
      for (const kind of LADDERS)
        for (const count of [2, 4, 7, 10]) {
          const labs = [labOf(hex), ...ladderLabs(hex, kind, count)]
          const steps = labs.slice(1).map((lab, i) => labDistance(lab, labs[i] ?? lab))
          const mean = steps.reduce((sum, step) => sum + step, 0) / steps.length
          if (mean > 0.004) for (const step of steps) expect(Math.abs(step / mean - 1)).toBeLessThan(0.02)
        }
  })
  it('lead to white, to the gray of the same lightness, and to near-black', () => {
    for (const hex of COLORS) {
      expect(rungOf(hex, { ladder: 'tints', step: 5, rungs: 5 })).toBe('#ffffff')
      expect(rungOf(hex, { ladder: 'shades', step: 5, rungs: 5, toBlack: true })).toBe('#000000')
      expect(labOf(rungOf(hex, { ladder: 'shades', step: 5, rungs: 5 })).l).toBeCloseTo(0.14, 2)
      const gray = labOf(rungOf(hex, { ladder: 'tones', step: 5, rungs: 5 }))
      expect(Math.hypot(gray.a, gray.b)).toBeLessThan(0.003)
      expect(gray.l).toBeCloseTo(labOf(hex).l, 2)
    }
  })
  it('end one step short of white, gray and near-black, no two rungs alike, with fewer where there is no room', () => {
    for (const hex of [...COLORS, '#0b3b2e', '#fde8ec', '#fefefe', '#101010', '#ffffff', '#000000'])
      for (const kind of LADDERS)
        for (const count of [1, 2, 4, 10]) {
          const rungs = ladder(hex, kind, count)
          expect(rungs.length).toBeLessThanOrEqual(count)
          const end = rungOf(hex, { ladder: kind, step: rungs.length, rungs: rungs.length })
          const all = [hex, ...rungs, ...(rungs.length ? [end] : [])]
          for (const [i, each] of all.slice(1).entries()) expect(deltaE(each, all[i] ?? '')).toBeGreaterThanOrEqual(3)
          rungs.forEach((rung, i) => expect(rung).toBe(rungOf(hex, { ladder: kind, step: i, rungs: rungs.length })))
          for (const rung of rungs) expect(deltaE(rung, kind === 'tints' ? '#ffffff' : '#000000')).toBeGreaterThan(3)
        }
    expect(ladder('#0b3b2e', 'shades', 4).length).toBe(4)
    expect(ladder('#fde8ec', 'tints', 4).length).toBeLessThan(4)
    expect([ladder('#ffffff', 'tints', 4), ladder('#000000', 'shades', 4), ladder('#808080', 'tones', 4)]).toEqual([
      [],
      [],
      [],
    ])
  })
  it('have as many rungs as asked, and a strip runs from dark to light round the swatch', () => {
    expect(ladder('#0f6d5f', 'tints', 7)).toHaveLength(7)
    const all = strip('#0f6d5f', 3)
    expect(all[3]).toBe('#0f6d5f')
    const lightnesses = all.map(hex => labOf(hex).l)
    expect(lightnesses).toEqual([...lightnesses].sort((one, other) => one - other))
  })
  it('have alternatives nearby: different, but not far', () => {
    const near = alternatives('#d45d48')
    expect(near.length).toBeGreaterThan(10)
    for (const hex of near) {
      expect(hex).not.toBe('#d45d48')
      expect(deltaE(hex, '#d45d48')).toBeLessThan(25)
    }
  })
})

describe('complements and triads of primaries and secondaries', () => {
  it.each(['#ff0000', '#00ff00', '#0000ff', '#ffff00', '#00ffff', '#ff00ff'])(
    'on the perceptual wheel, %s is faced by the OKLCH hue 180° away, and its triad stands at 120°',
    hex => {
      for (const by of [120, 180, 240])
        expect(Math.abs(((lchOf(rotate('perceptual', hex, by)).h - lchOf(hex).h - by + 900) % 360) - 180)).toBeLessThan(
          1.5,
        )
    },
  )
  it.each([
    ['light', '#ff0000', '#00ffff'],
    ['light', '#00ff00', '#ff00ff'],
    ['light', '#0000ff', '#ffff00'],
    ['paint', '#ff0000', '#00ff00'],
    ['paint', '#ffff00', '#8000ff'],
    ['paint', '#0000ff', '#ff8000'],
    ['paint', '#ff8000', '#0000ff'],
    ['paint', '#00ff00', '#ff0000'],
    ['paint', '#8000ff', '#ffff00'],
  ] as const)('on the %s wheel, %s faces %s', (wheel, one, other) => {
    const away = Math.abs(angleOf(wheel, one) - angleOf(wheel, other))
    expect(Math.min(away, 360 - away)).toBeCloseTo(180, 0)
  })
  it.each([
    ['light', ['#ff0000', '#00ff00', '#0000ff']],
    ['light', ['#ffff00', '#00ffff', '#ff00ff']],
    ['paint', ['#ff0000', '#ffff00', '#0000ff']],
    ['paint', ['#ff8000', '#00ff00', '#8000ff']],
  ] as const)('on the %s wheel, %j are a triad', (wheel, all) => {
    const angles = all.map(hex => angleOf(wheel, hex))
    expect(angles.map((angle, i) => Math.round((((angles[(i + 1) % 3] ?? 0) - angle + 360) % 360) / 10) * 10)).toEqual([
      120, 120, 120,
    ])
  })
})
