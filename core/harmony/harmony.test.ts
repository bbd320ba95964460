import fc from 'fast-check'
import { hsbOf, lchOf } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { WHEELS } from '#core/color/wheel'
import { COUNT, derive, type Derivation } from './derive'
import { distinctColor, MIN_DIFFERENCE } from './distinct'
import { HARMONIES, offsetsOf, openingOf, spreadForAngle, spreadOf } from './harmony'
import { rolesIn, sharesIn, usualShares } from './proportion'

const from = (change: Partial<Derivation> = {}): Derivation => ({
  base: '#ff0000',
  baseHue: 0,
  kind: 'triadic',
  wheel: 'light',
  plan: 'even',
  turn: 0,
  count: 3,
  free: [0, 50, 200],
  ...change,
})
const hexes = (derivation: Derivation): string[] => derive(derivation).map(({ hex }) => hex)

const hues = (derivation: Derivation): number[] => hexes(derivation).map(hex => Math.round(hsbOf(hex).h) % 360)

const leastDifference = (colors: readonly string[]): number =>
  Math.min(...colors.flatMap((one, i) => colors.slice(0, i).map(other => deltaE(one, other))))

describe('harmonies', () => {
  it('stand at their angles', () => {
    expect(offsetsOf('complementary')).toEqual([0, 180])
    expect(offsetsOf('triadic')).toEqual([0, 120, 240])
    expect(offsetsOf('split complementary', 40)).toEqual([0, 140, 220])
    expect(offsetsOf('square').sort((a, b) => a - b)).toEqual([0, 90, 180, 270])
    expect(offsetsOf('free', 0, [0, 77])).toEqual([0, 77])
  })

  it('keep their spread within limits', () => {
    expect(spreadOf('analogous', 500)).toBe(60)
    expect(spreadOf('analogous', -3)).toBe(10)
    expect(spreadOf('analogous')).toBe(30)
    expect(spreadOf('triadic', 45)).toBe(0)
  })

  it('derive triad and complement of red on each wheel', () => {
    expect(hues(from())).toEqual([0, 120, 240])
    expect(hues(from({ wheel: 'paint' }))).toEqual([0, 60, 240])
    expect(hues(from({ kind: 'complementary', count: 2 }))).toEqual([0, 180])
    expect(hues(from({ kind: 'complementary', wheel: 'paint', count: 2 }))).toEqual([0, 120])
  })

  it('turn the whole shape', () => expect(hues(from({ turn: 120 }))).toEqual([120, 240, 0]))

  it.each(['#2e4f7f', '#000000', '#ffffff', '#808080', '#ffff00', '#e8b9a0'])(
    'make 2, 5 and 10 distinct swatches of %s in every way',
    base => {
      for (const kind of HARMONIES)
        for (const wheel of WHEELS)
          for (const count of [COUNT.min, 5, COUNT.max]) {
            const colors = hexes(from({ base, kind, wheel, count }))
            expect(colors).toHaveLength(count)
            expect(colors[0]).toBe(base)
            expect(leastDifference(colors)).toBeGreaterThanOrEqual(MIN_DIFFERENCE)
          }
    },
  )

  it('depend on nothing but what they are derived from', () =>
    fc.assert(
      fc.property(
        fc.record({
          base: fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`),
          kind: fc.constantFrom(...HARMONIES),
          wheel: fc.constantFrom(...WHEELS),
          count: fc.integer({ min: 2, max: 10 }),
          turn: fc.integer({ min: -180, max: 180 }),
        }),
        text => {
          const colors = hexes(from(text))
          expect(colors).toEqual(hexes(from(text)))
          expect(leastDifference(colors)).toBeGreaterThanOrEqual(MIN_DIFFERENCE)
        },
      ),
      { numRuns: 40 },
    ))

  it('spread a scheme of five in lightness', () => {
    const lightness = hexes(
      from({ base: '#2e4f7f', kind: 'complementary', wheel: 'paint', plan: 'spread', count: 5 }),
    ).map(hex => lchOf(hex).l)
    expect(Math.max(...lightness) - Math.min(...lightness)).toBeGreaterThan(0.35)
  })
})

describe('opening a spread by one of its hues', () => {
  it.each([
    ['analogous', 1, 42, 42],
    ['analogous', 2, -42, 42],
    ['split complementary', 1, 150, 30],
    ['split complementary', 2, 215, 35],
    ['tetradic', 2, 50, 50],
    ['tetradic', 3, 230, 50],
    ['analogous with accent', 1, 20, 20],
  ] as const)('%s, hue %i at %i° opens to %i°', (kind, place, angle, spread) =>
    expect(spreadForAngle(kind, place, angle)).toBe(spread),
  )
  it.each([
    ['triadic', 1],
    ['analogous', 0],
    ['tetradic', 1],
    ['analogous with accent', 3],
  ] as const)('%s, hue %i turns instead', (kind, place) => expect(spreadForAngle(kind, place, 40)).toBeNull())
  it('agrees with where the hues then stand', () => {
    for (const kind of HARMONIES.filter(openingOf)) {
      offsetsOf(kind, 40).forEach((offset, place) => {
        const spread = spreadForAngle(kind, place, offset)
        if (spread !== null) expect(offsetsOf(kind, spread)[place]).toBeCloseTo(offset)
      })
    }
  })
})

describe('keeping apart', () => {
  it('leaves what is distinct already as it is', () => expect(distinctColor('#ff0000', ['#0000ff'])).toBe('#ff0000'))
  it('moves what is not, on its own hue', () => {
    const moved = distinctColor('#2e4f7f', ['#2e4f80'])
    expect(deltaE(moved, '#2e4f80')).toBeGreaterThanOrEqual(5)
    expect(Math.abs(hsbOf(moved).h - hsbOf('#2e4f7f').h)).toBeLessThan(12)
  })
})

describe('proportion', () => {
  it('falls and adds up to one', () => {
    const shares = usualShares(5)
    expect(shares.reduce((sum, share) => sum + share)).toBeCloseTo(1)
    expect([...shares].sort((a, b) => b - a)).toEqual(shares)
  })
  it('gives roles by what swatches are: the accent stands out from what dominates, grays are neutral', () => {
    expect(rolesIn(['#2e4f7f', '#888888', '#e8a13c', '#f4f2ee', '#4a6fa5'])).toEqual([
      'dominant',
      'neutral',
      'accent',
      'neutral',
      'detail',
    ])
    expect(rolesIn(['#2e4f7f', '#e8a13c'])).toEqual(['dominant', 'supporting'])
  })
  it('gives an accent a small share, whatever its place', () => {
    const shares = sharesIn(['dominant', 'accent', 'supporting', 'neutral', 'detail'])
    expect(shares.reduce((sum, share) => sum + share)).toBeCloseTo(1)
    expect(shares.map(share => Math.round(share * 100))).toEqual([42, 10, 26, 16, 6])
    expect(sharesIn(['dominant', 'supporting'])).toEqual(usualShares(2))
  })
})
