import fc from 'fast-check'
import { contrastOf } from '#core/color/contrast'
import { lchOf, type Hex } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { relativeChromaOf } from '#core/color/relativeChroma'
import { WHEELS } from '#core/color/wheel'
import { COUNT, derive, type Derivation } from './derive'
import { HARMONIES, openingOf } from './harmony'
import { rolesIn } from './proportion'
import { profileOf, TONE_PLANS, type TonePlan } from './tone'

const KINDS = HARMONIES.filter(kind => kind !== 'free')
const BRANDS = ['#e07a5f', '#0f6d5f', '#5468b0', '#ffcf24', '#2b2b2b', '#f3d9e0', '#000000', '#ffffff'] as const
const from = (change: Partial<Derivation>): Hex[] =>
  derive({
    base: '#e07a5f',
    baseHue: 13,
    kind: 'complementary',
    wheel: 'paint',
    plan: 'spread',
    turn: 0,
    count: 5,
    ...change,
  }).map(({ hex }) => hex)
const lightnesses = (hexes: readonly Hex[]): number[] => hexes.map(hex => lchOf(hex).l)
const derivation = fc.record({
  base: fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`),
  kind: fc.constantFrom(...KINDS),
  wheel: fc.constantFrom(...WHEELS),
  plan: fc.constantFrom(...TONE_PLANS),
})

describe('tone plans', () => {
  it('keep the base as it was typed, and swatches apart, for 2 to 10 of them', () =>
    fc.assert(
      fc.property(derivation, fc.integer({ min: COUNT.min, max: COUNT.max }), (text, count) => {
        const hexes = from({ ...text, count })
        expect(hexes).toHaveLength(count)
        expect(hexes[0]).toBe(text.base)
        const min = Math.min(...hexes.flatMap((one, i) => hexes.slice(0, i).map(other => deltaE(one, other))))
        expect(min).toBeGreaterThanOrEqual(5)
        expect(from({ ...text, count })).toEqual(hexes)
      }),
      { numRuns: 60 },
    ))

  it('make usable schemes of common brand colors: lettering, a light, a dark, and an accent that is seen', () => {
    for (const base of BRANDS)
      for (const kind of KINDS)
        for (const plan of ['spread', 'quiet with an accent'] as const) {
          const hexes = from({ base, kind, plan })
          const pairs = hexes.flatMap((one, i) => hexes.slice(0, i).map(other => [one, other] as const))
          expect(Math.max(...pairs.map(([one, other]) => contrastOf(one, other)))).toBeGreaterThan(7)
          expect(Math.max(...lightnesses(hexes)) - Math.min(...lightnesses(hexes))).toBeGreaterThan(0.6)
          const accent = hexes[rolesIn(hexes).indexOf('accent')] ?? ''
          expect(deltaE(hexes[0] as Hex, accent)).toBeGreaterThanOrEqual(25)
        }
  })

  it('never make a companion shout: a terracotta gives no neon', () => {
    for (const kind of KINDS)
      for (const wheel of WHEELS)
        for (const plan of TONE_PLANS)
          for (const hex of from({ kind, wheel, plan })) expect(lchOf(hex).c).toBeLessThan(0.19)
  })

  it('hold the classic opposites of painters', () => {
    const facing = (base: Hex): number => lchOf(from({ base, plan: 'even', count: 2 })[1] as Hex).h
    expect(Math.abs(facing('#c8402f') - 142)).toBeLessThan(25) // red and green
    expect(Math.abs(facing('#f0c020') - 305)).toBeLessThan(25) // yellow and violet
    expect(Math.abs(facing('#2a4fc0') - 60)).toBeLessThan(25) // blue and orange
  })

  /** The largest change of a swatch from one derivation to another, as ΔE. */
  const step = (one: Partial<Derivation>, other: Partial<Derivation>): number => {
    const before = from(one)
    return Math.max(...from(other).map((hex, i) => deltaE(hex, before[i] as Hex)))
  }
  const steady = (one: Partial<Derivation>, other: Partial<Derivation>): void =>
    expect(step(one, other)).toBeLessThan(9)
  it('hardly ever jump while the whole turns', () => {
    const turned = fc.sample(fc.tuple(derivation, fc.integer({ min: -179, max: 178 })), 150)
    const jumps = turned.flatMap(([text, turn]) => {
      const isQuiet = lchOf(text.base).c < 0.02 || lchOf(text.base).l < 0.25
      const colorful = { ...text, base: isQuiet ? '#8a5a44' : text.base }
      const by = step({ ...colorful, turn }, { ...colorful, turn: turn + 1 })
      return by < 9 ? [] : [{ ...colorful, turn, by }]
    })
    // one step of some ten thousand does; two of 150 would be another matter
    expect(jumps.slice(1)).toEqual([])
    for (const [base, kind, wheel, plan] of [
      ['#39b9cb', 'monochromatic', 'perceptual', 'light'],
      ['#ffffe5', 'analogous', 'perceptual', 'light'],
      ['#6a9685', 'monochromatic', 'paint', 'spread'],
      ['#398fe6', 'monochromatic', 'light', 'spread'],
      ['#64a14d', 'analogous', 'perceptual', 'quiet with an accent'],
    ] as const)
      for (let turn = -180; turn < 180; turn++)
        steady({ base, kind, wheel, plan, turn }, { base, kind, wheel, plan, turn: turn + 1 })
  })
  it('never jump while the harmony opens', () => {
    for (const base of BRANDS.filter(hex => lchOf(hex).c > 0.02))
      for (const kind of KINDS) {
        const { min, max } = openingOf(kind) ?? { min: 0, max: 0 }
        for (const plan of TONE_PLANS)
          for (let spread = min; spread < max; spread += 3)
            steady({ base, kind, plan, spread }, { base, kind, plan, spread: spread + 1 })
      }
  })

  it('leave the first five as they are when more come', () => {
    for (const plan of TONE_PLANS)
      for (const kind of KINDS) {
        const five = from({ plan, kind, count: 5 })
        for (const count of [6, 8, 10]) expect(from({ plan, kind, count }).slice(0, 5)).toEqual(five)
      }
  })

  const range = (plan: TonePlan): [number, number] => {
    const [, ...rest] = lightnesses(from({ plan, kind: 'triadic' }))
    return [Math.min(...rest), Math.max(...rest)]
  }
  it('are light, deep, even, quiet, as they say', () => {
    expect(range('light')[0]).toBeGreaterThan(0.6)
    expect(range('deep')[1]).toBeLessThan(0.6)
    for (const l of lightnesses(from({ plan: 'even', kind: 'triadic', count: 3 })))
      expect(l).toBeCloseTo(lchOf('#e07a5f').l, 1)
    const quiet = from({ plan: 'quiet with an accent', kind: 'triadic' })
    const accent = rolesIn(quiet).indexOf('accent')
    quiet.forEach((hex, i) => {
      if (i && i !== accent) expect(relativeChromaOf(hex)).toBeLessThan(0.4)
    })
  })

  it('follow a picture: as dark as it is dark, as strong as it is strong', () => {
    const night = profileOf([
      { hex: '#101522', area: 0.5 },
      { hex: '#1c2740', area: 0.3 },
      { hex: '#2b3a5c', area: 0.18 },
      { hex: '#e8b84a', area: 0.02 },
    ])
    const hexes = from({ plan: 'like the picture', profile: night, kind: 'complementary' })
    const accent = hexes[1] as Hex
    expect(lchOf(accent).l).toBeCloseTo(lchOf('#e8b84a').l, 1)
    for (const l of lightnesses(hexes.slice(2))) expect(l).toBeLessThan(0.5)
    expect(from({ plan: 'like the picture' })).toEqual(from({ plan: 'spread' }))
  })
})
