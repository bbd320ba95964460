import fc from 'fast-check'
import { degrees, labOf, lchOf, type Hex } from '#core/color/convert'
import { gatherInks, matchInks, MATCHES, type InkArea } from './match'
import { familiesOf, nearLeads } from './families'
import { leadsOf, recolorInks, tintNeutral, type Remapping } from './recolor'
import { nearestIn } from './restrict'
import { countMerged, shadeInk, shadeGroup, SHADINGS } from './shading'

const swatches = [
  { id: 'dark', hex: '#10243f', share: 0.5 },
  { id: 'mid', hex: '#c8553d', share: 0.3 },
  { id: 'light', hex: '#f2e3c6', share: 0.2 },
]
const inks: InkArea[] = [
  { hex: '#0b3d2e', area: 0.5 },
  { hex: '#e8e2d0', area: 0.2 },
  { hex: '#d98b3a', area: 0.2 },
  { hex: '#12523d', area: 0.1 },
]
const hexes = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)
const manyInks = fc
  .uniqueArray(hexes, { minLength: 1, maxLength: 40 })
  .map(list => list.map((hex, i) => ({ hex, area: 1 / (i + 2) })))
const light = (hex: Hex): number => labOf(hex).l

describe('gathering', () => {
  it('keeps the lights and darks of a hue together', () => {
    const groups = gatherInks(inks, 3).map(group => group.map(({ hex }) => hex))
    expect(groups).toContainEqual(['#0b3d2e', '#12523d'])
  })
  it('loses no ink and makes no more groups than asked', () =>
    fc.assert(
      fc.property(manyInks, fc.integer({ min: 2, max: 10 }), (list, count) => {
        const groups = gatherInks(list, count)
        return groups.length <= count && groups.flat().length === list.length
      }),
    ))
  it('takes near-identical inks together under the larger, more of them the wider the tolerance', () => {
    const near: InkArea[] = [
      { hex: '#d98b3a', area: 0.2 },
      { hex: '#da8c3b', area: 0.3 },
      { hex: '#d07f30', area: 0.1 },
      { hex: '#204060', area: 0.4 },
    ]
    expect(nearLeads(near, 0)).toEqual(new Map(near.map(({ hex }) => [hex, hex])))
    expect(nearLeads(near, 1)).toEqual(
      new Map([
        ['#204060', '#204060'],
        ['#da8c3b', '#da8c3b'],
        ['#d98b3a', '#da8c3b'],
        ['#d07f30', '#d07f30'],
      ]),
    )
    expect(new Set(nearLeads(near, 6).values())).toEqual(new Set(['#204060', '#da8c3b']))
  })
  it('never takes an ink to one farther off than the tolerance', () =>
    fc.assert(
      fc.property(manyInks, fc.double({ min: 0.1, max: 20, noNaN: true }), (list, tolerance) =>
        [...nearLeads(list, tolerance)].every(
          ([one, lead]) =>
            Math.hypot(light(one) - light(lead), labOf(one).a - labOf(lead).a, labOf(one).b - labOf(lead).b) <=
            tolerance / 100 + 1e-9,
        ),
      ),
    ))
})

describe('families', () => {
  it('are the lights and darks of one hue, led by the largest, the neutrals last', () => {
    const families = familiesOf([
      { hex: '#1b4f8f', area: 0.3 },
      { hex: '#8fb4e0', area: 0.2 },
      { hex: '#0e2a4d', area: 0.1 },
      { hex: '#c0392b', area: 0.15 },
      { hex: '#e8a79f', area: 0.05 },
      { hex: '#ffffff', area: 0.1 },
      { hex: '#333333', area: 0.1 },
    ])
    expect(families.map(family => family.inks)).toEqual([
      ['#1b4f8f', '#8fb4e0', '#0e2a4d'],
      ['#c0392b', '#e8a79f'],
      ['#ffffff', '#333333'],
    ])
    expect(families.at(-1)?.hue).toBeNull()
  })
  it('run over the end of the hue circle', () =>
    expect(
      familiesOf([
        { hex: '#d6336c', area: 0.5 },
        { hex: '#d02070', area: 0.5 },
        { hex: '#d2303c', area: 0.2 },
        { hex: '#d8345c', area: 0.2 },
      ]),
    ).toHaveLength(1))
  it('hold every ink once', () =>
    fc.assert(
      fc.property(manyInks, list => {
        const all = familiesOf(list).flatMap(family => family.inks)
        return all.length === list.length && new Set(all).size === list.length
      }),
    ))
})

describe('matching', () => {
  it('keeps value order: dark to dark, light to light', () => {
    const targets = matchInks(inks, swatches)
    expect(Object.fromEntries(targets)).toEqual({
      '#0b3d2e': 'dark',
      '#12523d': 'dark',
      '#d98b3a': 'mid',
      '#e8e2d0': 'light',
    })
  })
  it('looks at the hue where values are alike', () => {
    const pair = [
      { id: 'warm', hex: '#b5533c', share: 0.5 },
      { id: 'cool', hex: '#3c74b5', share: 0.5 },
    ]
    const targets = matchInks(
      [
        { hex: '#4a80c0', area: 0.5 },
        { hex: '#a85a48', area: 0.5 },
      ],
      pair,
    )
    expect(Object.fromEntries(targets)).toEqual({ '#4a80c0': 'cool', '#a85a48': 'warm' })
  })
  it('by area sends what covers most to the dominant swatch, light or dark', () => {
    const roles = [
      { id: 'light', hex: '#f2e3c6', share: 0.6, role: 'dominant' as const },
      { id: 'dark', hex: '#10243f', share: 0.3, role: 'supporting' as const },
      { id: 'mid', hex: '#c8553d', share: 0.1, role: 'accent' as const },
    ]
    const targets = matchInks(
      [
        { hex: '#081020', area: 0.7 },
        { hex: '#e8e2d0', area: 0.25 },
        { hex: '#d98b3a', area: 0.05 },
      ],
      roles,
      { match: 'area', seed: 0, base: null },
    )
    expect(Object.fromEntries(targets)).toEqual({ '#081020': 'light', '#e8e2d0': 'dark', '#d98b3a': 'mid' })
  })
  it('to the nearest sends every ink to the swatch it is most like', () => {
    const targets = matchInks(
      [
        { hex: '#c9563e', area: 0.1 },
        { hex: '#b84a33', area: 0.1 },
        { hex: '#fff0d0', area: 0.8 },
      ],
      swatches,
      { match: 'nearest', seed: 0, base: null },
    )
    expect(Object.fromEntries(targets)).toEqual({ '#c9563e': 'mid', '#b84a33': 'mid', '#fff0d0': 'light' })
  })
  it('to turn sends all to the base, dealt to another swatch with a hue', () => {
    expect(new Set(matchInks(inks, swatches, { match: 'turn', seed: 0, base: 'mid' }).values())).toEqual(
      new Set(['mid']),
    )
    expect(new Set(matchInks(inks, swatches, { match: 'turn', seed: 1, base: 'mid' }).values())).toEqual(
      new Set(['dark']),
    )
  })
  it('gives every ink a swatch, uses every swatch where there are inks enough, and is repeatable, dealt or not', () =>
    fc.assert(
      fc.property(manyInks, fc.constantFrom(...MATCHES), fc.integer({ min: 0, max: 9 }), (list, match, seed) => {
        const how = { match, seed, base: null }
        const targets = matchInks(list, swatches, how)
        expect([...targets]).toEqual([...matchInks(list, swatches, how)])
        return targets.size === list.length && new Set(targets.values()).size <= swatches.length
      }),
      { numRuns: 80 },
    ))
  it.each(['values', 'area', 'nearest'] as const)('by %s deals other targets by other seeds', match => {
    const dealt = new Set(
      Array.from({ length: 12 }, (_, seed) =>
        JSON.stringify([...matchInks(inks, swatches, { match, seed, base: null })].sort()),
      ),
    )
    expect(dealt.size).toBeGreaterThan(2)
  })
  it('has nothing to say of no inks', () =>
    MATCHES.forEach(match => expect(matchInks([], swatches, { match, seed: 0, base: null }).size).toBe(0)))
})

describe('shading', () => {
  const targets = new Map<string, string | null>([
    ['#0b3d2e', 'dark'],
    ['#12523d', 'dark'],
    ['#d98b3a', null],
  ])
  const remapping = (change: Partial<Remapping> = {}): Remapping => ({
    targets,
    swatches: new Map(swatches.map(({ id, hex }) => [id, hex])),
    shadingOf: () => 'relative',
    hold: 0.5,
    rungs: 4,
    chosenLead: () => undefined,
    tinted: new Set(),
    tint: '#c8553d',
    ...change,
  })

  it('is led by the largest ink, or by the chosen one while it is in the group', () => {
    expect(leadsOf(inks, targets)).toEqual(new Map([['dark', '#0b3d2e']]))
    expect(leadsOf(inks, targets, () => '#12523d')).toEqual(new Map([['dark', '#12523d']]))
    expect(leadsOf(inks, targets, () => '#d98b3a')).toEqual(new Map([['dark', '#0b3d2e']]))
  })
  it('flat makes all inks of a swatch that swatch', () =>
    expect(recolorInks(inks, remapping({ shadingOf: () => 'flat' })).get('#12523d')).toBe('#10243f'))
  it('relative keeps the OKLab difference from the lead', () => {
    const result = recolorInks(inks, remapping())
    expect(result.get('#0b3d2e')).toBe('#10243f')
    expect(light(result.get('#12523d') ?? '') - light('#10243f')).toBeCloseTo(light('#12523d') - light('#0b3d2e'), 2)
  })
  it('relative makes room: steps shrink alike before white and black, and stay apart and in order', () => {
    const steps = ['#202020', '#404040', '#606060', '#808080', '#a0a0a0']
    const result = [...shadeGroup(steps, '#202020', '#d8d8d8', 'relative').values()]
    expect(countMerged(steps, ink => result[steps.indexOf(ink)] as Hex)).toBe(0)
    expect(result.at(-1)).toBe('#ffffff')
    const rises = result.slice(1).map((hex, i) => light(hex) - light(result[i] as Hex))
    const were = steps.slice(1).map((hex, i) => light(hex) - light(steps[i] as Hex))
    rises.forEach((rise, i) => expect(rise / rises[0]!).toBeCloseTo(were[i]! / were[0]!, 0.5))
  })
  it('stepped makes the darkest the swatch and the others tints of it by their lightness', () => {
    const result = shadeGroup(['#808080', '#ffffff', '#000000'], '#808080', '#204080', 'stepped')
    expect(result.get('#000000')).toBe('#204080')
    expect(result.get('#ffffff')).toBe('#ffffff')
    const [part, from] = [light('#808080'), labOf('#204080')]
    const middle = labOf(result.get('#808080') as Hex)
    expect(middle.l).toBeCloseTo(from.l + (1 - from.l) * part, 2)
    expect(middle.b).toBeCloseTo(from.b * (1 - part), 2)
  })
  it('hue only keeps lightness and chroma and takes the hue', () => {
    const result = lchOf(shadeGroup(['#a05040'], '#a05040', '#3060c0', 'hue only').get('#a05040') as Hex)
    const [was, to] = [lchOf('#a05040'), lchOf('#3060c0')]
    expect(result.l).toBeCloseTo(was.l, 2)
    expect(result.c).toBeCloseTo(was.c, 2)
    expect(Math.abs(result.h - to.h)).toBeLessThan(3)
  })
  it('turned turns all hues by the angle that brings the lead to the swatch', () => {
    const result = shadeGroup(['#a05040', '#50a040'], '#a05040', '#4060a0', 'turned')
    const by = lchOf('#4060a0').h - lchOf('#a05040').h
    for (const [ink, hex] of result)
      expect(Math.abs(degrees(lchOf(hex).h - lchOf(ink).h - by + 180) - 180)).toBeLessThan(3)
  })
  it.each(SHADINGS)('%s keeps the order of light and dark within a group, inside sRGB', shading =>
    fc.assert(
      fc.property(manyInks, hexes, (list, swatch) => {
        const group = list.map(({ hex }) => hex)
        const result = shadeGroup(group, group[0] as Hex, swatch, shading)
        const ordered = [...group]
          .sort((one, other) => light(one) - light(other))
          .map(hex => light(result.get(hex) as Hex))
        return (
          result.size === group.length &&
          [...result.values()].every(hex => /^#[\da-f]{6}$/.test(hex)) &&
          ordered.every((l, i) => i === 0 || l >= ordered[i - 1]! - 0.06)
        ) // near black one step of sRGB is a wide one of OKLab
      }),
    ),
  )
  it('leaves alone what is left as is, has no target, or lost its swatch', () => {
    const result = recolorInks(inks, remapping({ targets: new Map([...targets, ['#e8e2d0', 'gone']]) }))
    expect(result.get('#d98b3a')).toBe('#d98b3a')
    expect(result.get('#e8e2d0')).toBe('#e8e2d0')
  })
  it('gives the swatch itself for the lead, whatever they are', () =>
    fc.assert(fc.property(hexes, hexes, (lead, swatch) => shadeInk(lead, lead, swatch) === swatch)))
  it('tints a neutral with a hint of a hue at its own lightness, black and white not', () => {
    const tinted = lchOf(tintNeutral('#808080', '#3060c0'))
    expect(tinted.l).toBeCloseTo(lchOf('#808080').l, 2)
    expect(tinted.c).toBeGreaterThan(0.015)
    expect(Math.abs(tinted.h - lchOf('#3060c0').h)).toBeLessThan(12)
    expect([tintNeutral('#000000', '#3060c0'), tintNeutral('#ffffff', '#3060c0')]).toEqual(['#000000', '#ffffff'])
  })
})

describe('a restriction', () => {
  const set = ['#ff0000', '#00ff00', '#0000ff', '#ffffff', '#000000']
  it('takes the nearest color of the set and says how far it is', () => {
    expect(nearestIn(set, '#ee1100')).toMatchObject({ hex: '#ff0000', place: 0 })
    expect(nearestIn(set, '#00ff00')).toEqual({ hex: '#00ff00', place: 1, away: 0 })
    expect(nearestIn([], '#00ff00')).toBeNull()
  })
})
