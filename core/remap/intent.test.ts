import fc from 'fast-check'
import { seeded } from '#core/math/random'
import { hexOfLch, labOf, lchOf, type Hex } from '#core/color/convert'
import { okDistance } from '#core/color/difference'
import type { Role } from '#core/harmony/proportion'
import { ladder, LADDERS } from '#core/harmony/ladder'
import type { InkArea, MatchSwatch } from './inks'
import { matchKeeping } from './matchPicture'
import { HUES, SHARES, weightAt, type Meant } from './intent'
import { recolorInks } from './recolor'
import { meantShares } from './search'
import { inksOfOne, uniteInks } from './unite'
import { runs } from '../../tests/runs'

const ROLES: readonly Role[] = ['dominant', 'supporting', 'accent', 'neutral', 'detail']
const SHARED = [0.42, 0.26, 0.1, 0.16, 0.06] as const
const BRAND: readonly MatchSwatch[] = ['#0f6d5f', '#8fc3b2', '#e0653f', '#f4efe4', '#1b1f2a'].map((hex, i) => ({
  ...{ id: `s${i}`, hex },
  ...{ share: SHARED[i]!, role: ROLES[i] as Role },
}))
const match = (inks: readonly InkArea[], swatches: readonly MatchSwatch[], meant: Partial<Meant> = {}) =>
  matchKeeping(inks, swatches, { ...meant, seed: 0, byHand: new Map() })
/** The part of the picture each swatch covers, in the order of the swatches. */
const covers = (inks: readonly InkArea[], swatches: readonly MatchSwatch[], to: ReadonlyMap<Hex, string>): number[] =>
  swatches.map(({ id }) => inks.reduce((sum, { hex, area }) => sum + (to.get(hex) === id ? area : 0), 0))
const distance = (inks: readonly InkArea[], swatches: readonly MatchSwatch[], to: ReadonlyMap<Hex, string>): number => {
  const meant = meantShares(swatches)
  return covers(inks, swatches, to).reduce((sum, cover, s) => sum + Math.abs(cover - meant[s]!) / 2, 0)
}

const color = fc
  .tuple(
    fc.double({ min: 0.1, max: 0.95, noNaN: true }),
    fc.double({ min: 0, max: 0.18, noNaN: true }),
    fc.integer({ min: 0, max: 359 }),
  )
  .map(([l, c, h]) => hexOfLch({ l, c, h }))
const picture = fc
  .tuple(
    fc.uniqueArray(color, { minLength: 3, maxLength: 16 }),
    fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: 16, maxLength: 16 }),
    fc.array(fc.tuple(fc.nat(15), fc.nat(15), fc.double({ min: 0.01, max: 1, noNaN: true })), { maxLength: 24 }),
  )
  .map(([hexes, areas, pairs]): InkArea[] => {
    const total = hexes.reduce((sum, _, i) => sum + areas[i]!, 0)
    const beside = pairs.filter(([a, b]) => a < b && b < hexes.length)
    const length = beside.reduce((sum, [, , part]) => sum + part, 0)
    return hexes.map((hex, i) => ({
      hex,
      area: areas[i]! / total,
      beside: beside.flatMap(([a, b, part]) => (a === i ? [[hexes[b] as Hex, part / length] as const] : [])),
    }))
  })
const scheme = fc.tuple(
  fc.uniqueArray(color, { minLength: 1, maxLength: 8 }),
  fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 8, maxLength: 8 }),
)
const swatchesOf = ([hexes, shares]: [Hex[], number[]]): MatchSwatch[] =>
  hexes.map((hex, i) => ({ id: `s${i}`, hex, share: shares[i]!, role: ROLES[i % ROLES.length] as Role }))

describe('what a scheme is meant to cover', () => {
  it('is farther off at no position of the control than at one before it', () =>
    fc.assert(
      fc.property(picture, scheme, (inks, text) => {
        const swatches = swatchesOf(text)
        const far = [0, 0.13, 0.25, 0.5, 0.62, 0.75, 0.9, 1].map(shares =>
          distance(inks, swatches, match(inks, swatches, { shares })),
        )
        far.forEach((each, i) => expect(each).toBeLessThanOrEqual((far[i - 1] ?? 1) + 1e-9))
      }),
      { numRuns: runs(400) },
    ))
  it('does not depend on the order of inks', () =>
    fc.assert(
      fc.property(picture, scheme, fc.constantFrom(0, 0.3, 0.5, 1), (inks, text, shares) => {
        const swatches = swatchesOf(text)
        expect([...match([...inks].reverse(), swatches, { shares })].sort()).toEqual(
          [...match(inks, swatches, { shares })].sort(),
        )
      }),
      { numRuns: runs(200) },
    ))
  it('has the dominant color in the picture, and an accent that covers less', () => {
    // a sky, a sea, a beach, a sail, a hull: nothing about them says which is to be the brand's
    const inks: InkArea[] = [
      { hex: '#9cc9e8', area: 0.45, beside: [['#2f6ea5', 0.3], ['#f0f0ea', 0.1]] }, // prettier-ignore
      { hex: '#2f6ea5', area: 0.25, beside: [['#e3c58d', 0.3], ['#7a2f2a', 0.1]] }, // prettier-ignore
      { hex: '#e3c58d', area: 0.18 },
      { hex: '#f0f0ea', area: 0.07, beside: [['#7a2f2a', 0.2]] },
      { hex: '#7a2f2a', area: 0.05 },
    ]
    const [dominant, , accent] = covers(inks, BRAND, match(inks, BRAND)) as [number, number, number]
    expect(dominant).toBeGreaterThan(0.2)
    expect(accent).toBeLessThan(dominant)
    expect(distance(inks, BRAND, match(inks, BRAND))).toBeLessThan(0.3)
  })
  it('is had in every artwork of a set', () => {
    const calm = (hexes: readonly Hex[]): { inks: InkArea[] } => ({
      inks: hexes.map((hex, i) => ({ hex, area: [0.5, 0.25, 0.15, 0.1][i]! })),
    })
    const files = [
      calm(['#9cc9e8', '#2f6ea5', '#e3c58d', '#7a2f2a']),
      calm(['#f6d7c4', '#b0563f', '#46222a', '#f3f1e6']),
      calm(['#dfe8d2', '#6e8f55', '#2c3f2b', '#c9a94d']),
    ]
    const to = match(uniteInks(files), BRAND)
    for (const { inks } of files) expect(covers(inks, BRAND, to)[0]).toBeGreaterThan(0.02)
  })
  it.each([
    ['shares that add up to more than 1', BRAND.map(each => ({ ...each, share: each.share * 7 }))],
    ['shares of 0', BRAND.map(each => ({ ...each, share: 0 }))],
    ['shares below 0 and none', BRAND.map((each, i) => ({ ...each, share: i % 2 ? -1 : NaN }))],
    ['all alike', BRAND.map(each => ({ ...each, share: 0.2 }))],
    ['roles twice', BRAND.map(each => ({ ...each, role: 'dominant' as const }))],
    ['accents alone', BRAND.map(each => ({ ...each, role: 'accent' as const }))],
    ['no roles', BRAND.map(({ id, hex, share }) => ({ id, hex, share }))],
    ['one swatch', BRAND.slice(0, 1)],
  ])('takes %s', (_, swatches) => {
    const inks: InkArea[] = ['#102030', '#d0c0a0', '#7f3f2f', '#eeeeee'].map((hex, i) => ({ hex, area: (4 - i) / 10 }))
    for (const shares of [0, 0.5, 1]) {
      const to = match(inks, swatches, { shares })
      expect(to.size).toBe(4)
      for (const id of to.values()) expect(swatches.some(each => each.id === id)).toBe(true)
    }
    const parts = meantShares(swatches)
    expect(parts.reduce((sum, part) => sum + part, 0)).toBeCloseTo(1, 9)
    expect(Math.min(...parts)).toBeGreaterThanOrEqual(0)
  })
  it('counts what was sent by hand already: another swatch has the rest', () => {
    const inks: InkArea[] = [
      { hex: '#305070', area: 0.45 },
      { hex: '#7090a0', area: 0.35 },
      { hex: '#d0c8b0', area: 0.2 },
    ]
    const spent = matchKeeping(inks, BRAND, { shares: 1, seed: 0, byHand: new Map([['#305070', 's0']]) })
    expect(spent.has('#305070')).toBe(false)
    expect([...spent.values()]).not.toContain('s0')
  })
})

describe('inks that hue alone tells apart', () => {
  it('keep different colors, also where they do not touch', () => {
    // two figures of one lightness on a light ground, far from each other
    const inks: InkArea[] = [
      { hex: '#f2efe6', area: 0.7, beside: [['#c0392b', 0.5], ['#2e8b45', 0.5]] }, // prettier-ignore
      { hex: '#c0392b', area: 0.15 },
      { hex: '#2e8b45', area: 0.15 },
    ]
    const to = match(inks, BRAND)
    const [one = '', other = ''] = ['#c0392b', '#2e8b45'].map(
      hex => BRAND.find(({ id }) => id === to.get(hex))?.hex ?? '',
    )
    expect(okDistance(one, other)).toBeGreaterThan(0.1)
  })
})

describe('hues', () => {
  /** The mean angle by which hues turn, weighted by area and chroma. */
  const turned = (inks: readonly InkArea[], swatches: readonly MatchSwatch[], hues: number): number => {
    const to = match(inks, swatches, { hues })
    let [sum, weight] = [0, 0]
    for (const { hex, area } of inks) {
      const [from, is] = [lchOf(hex), lchOf(swatches.find(({ id }) => id === to.get(hex))?.hex ?? hex)]
      if (is.c < 0.02) continue
      sum += area * from.c * Math.abs(((from.h - is.h + 540) % 360) - 180)
      weight += area * from.c
    }
    return weight ? sum / weight : 0
  }
  it('turn less the more they count, over many pictures', () => {
    const random = seeded(5)
    const some = (count: number): Hex[] =>
      Array.from({ length: count }, () =>
        hexOfLch({ l: 0.2 + 0.7 * random(), c: 0.05 + 0.12 * random(), h: 360 * random() }),
      )
    const samples = Array.from({ length: runs(600) }, (): [InkArea[], [Hex[], number[]]] => [
      some(8).map(hex => ({ hex, area: 1 / 8 })),
      [some(5), [0.42, 0.26, 0.1, 0.16, 0.06]],
    ])
    const mean = (hues: number): number =>
      samples.reduce((sum, [inks, text]) => sum + turned(inks, swatchesOf(text), hues), 0) / samples.length
    const [free, rest, near] = [HUES.min, HUES.rest, HUES.max].map(mean) as [number, number, number]
    expect(rest).toBeLessThan(free)
    expect(near).toBeLessThan(rest - 2)
  })
  it('a blue sky takes the scheme’s blue before its orange', () => {
    const swatches: MatchSwatch[] = [
      { id: 'orange', hex: '#d9822b', share: 0.5 },
      { id: 'blue', hex: '#3f86c9', share: 0.5 },
    ]
    const inks: InkArea[] = [
      { hex: '#5aa0d8', area: 0.5 },
      { hex: '#c98a4f', area: 0.5 },
    ]
    expect(match(inks, swatches)).toEqual(
      new Map([
        ['#5aa0d8', 'blue'],
        ['#c98a4f', 'orange'],
      ]),
    )
  })
})

it('weights are none at 0 and one at rest; beyond the ends they stay', () => {
  expect([SHARES.min, SHARES.rest, SHARES.max, -1, 2].map(weightAt)).toEqual([0, 1, 8, 0, 8])
})

it('of a set, the inks of one artwork are those it has, with what they touch there', () => {
  const united = uniteInks([
    { inks: [{ hex: '#111111', area: 0.75, beside: [['#eeeeee', 1]] }, { hex: '#eeeeee', area: 0.25 }] }, // prettier-ignore
    { inks: [{ hex: '#111111', area: 0.5, beside: [['#cc0000', 1]] }, { hex: '#cc0000', area: 0.5 }] }, // prettier-ignore
  ])
  expect(inksOfOne(united, 1)).toEqual([
    { hex: '#111111', area: 0.5, beside: [['#cc0000', 0.5, 0]] },
    { hex: '#cc0000', area: 0.5, beside: [] },
  ])
  expect(inksOfOne(united, 2)).toEqual([])
})

it('on rungs every held ink is its swatch or a rung of its ladders, the nearest to where it is held', () => {
  const inks: InkArea[] = ['#101820', '#36454f', '#7b8a94', '#c5ced4', '#f4f6f8'].map((hex, i, all) => ({
    ...{ hex, area: 0.2 },
    beside: all[i + 1] ? [[all[i + 1] as Hex, 0.25] as const] : [],
  }))
  const swatches = new Map([['brand', '#c8553d']])
  const colors = (shading: 'held' | 'rungs', hold: number) =>
    recolorInks(inks, {
      ...{ targets: new Map(inks.map(({ hex }) => [hex, 'brand'])), swatches, hold, rungs: 5 },
      ...{ shadingOf: () => shading, chosenLead: () => undefined, tinted: new Set<Hex>(), tint: '#c8553d' },
    })
  const rungs = ['#c8553d', ...LADDERS.flatMap(kind => ladder('#c8553d', kind, 5))]
  for (const hold of [0, 0.25, 0.5, 1]) {
    const [fixed, onRungs] = [colors('held', hold), colors('rungs', hold)]
    for (const { hex } of inks) {
      const [is = '', was = ''] = [onRungs.get(hex), fixed.get(hex)]
      expect(rungs).toContain(is)
      const min = Math.min(...rungs.map(rung => okDistance(rung, was)))
      expect(okDistance(is, was)).toBeCloseTo(min, 9)
    }
  }
  expect(new Set(colors('rungs', 0).values()).size).toBeGreaterThan(2)
  expect(labOf(colors('rungs', 0).get('#101820') ?? '').l).toBeLessThan(
    labOf(colors('rungs', 0).get('#f4f6f8') ?? '').l,
  )
})
