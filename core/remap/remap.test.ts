import fc from 'fast-check'
import { labOf } from '../color/convert'
import { gatherInks, matchInks, type InkArea } from './match'
import { leadsOf, recolored, shaded } from './remap'

const swatches = [
  { id: 'dark', hex: '#10243f', share: 0.5 }, { id: 'mid', hex: '#c8553d', share: 0.3 }, { id: 'light', hex: '#f2e3c6', share: 0.2 },
]
const inks: InkArea[] = [{ hex: '#0b3d2e', area: 0.5 }, { hex: '#e8e2d0', area: 0.2 }, { hex: '#d98b3a', area: 0.2 }, { hex: '#12523d', area: 0.1 }]
const hexes = fc.integer({ min: 0, max: 0xffffff }).map(value => `#${value.toString(16).padStart(6, '0')}`)
const manyInks = fc.uniqueArray(hexes, { minLength: 1, maxLength: 40 }).map(list => list.map((hex, i) => ({ hex, area: 1 / (i + 2) })))

describe('gathering', () => {
  it('keeps the lights and darks of a hue together', () => {
    const groups = gatherInks(inks, 3).map(group => group.map(({ hex }) => hex))
    expect(groups).toContainEqual(['#0b3d2e', '#12523d'])
  })
  it('loses no ink and makes no more groups than asked', () => fc.assert(fc.property(manyInks, fc.integer({ min: 2, max: 10 }), (list, count) => {
    const groups = gatherInks(list, count)
    return groups.length <= count && groups.flat().length === list.length
  })))
})

describe('matching', () => {
  it('keeps value order: dark to dark, light to light', () => {
    const targets = matchInks(inks, swatches)
    expect(Object.fromEntries(targets)).toEqual({ '#0b3d2e': 'dark', '#12523d': 'dark', '#d98b3a': 'mid', '#e8e2d0': 'light' })
  })
  it('looks at the hue where values are alike', () => {
    const pair = [{ id: 'warm', hex: '#b5533c', share: 0.5 }, { id: 'cool', hex: '#3c74b5', share: 0.5 }]
    const targets = matchInks([{ hex: '#4a80c0', area: 0.5 }, { hex: '#a85a48', area: 0.5 }], pair)
    expect(Object.fromEntries(targets)).toEqual({ '#4a80c0': 'cool', '#a85a48': 'warm' })
  })
  it('gives every ink a swatch, uses every swatch where there are inks enough, and is repeatable', () => fc.assert(fc.property(manyInks, list => {
    const targets = matchInks(list, swatches)
    expect([...targets]).toEqual([...matchInks(list, swatches)])
    return targets.size === list.length && new Set(targets.values()).size <= swatches.length
  }), { numRuns: 50 }))
  it('has nothing to say of no inks', () => expect(matchInks([], swatches).size).toBe(0))
})

describe('shading', () => {
  const targets = new Map<string, string | null>([['#0b3d2e', 'dark'], ['#12523d', 'dark'], ['#d98b3a', null]])
  const colors = new Map(swatches.map(({ id, hex }) => [id, hex]))

  it('is led by the largest ink', () => expect(leadsOf(inks, targets)).toEqual(new Map([['dark', '#0b3d2e']])))
  it('flat makes all inks of a swatch that swatch', () => expect(recolored(inks, targets, colors, 'flat').get('#12523d')).toBe('#10243f'))
  it('relative keeps the OKLab difference from the lead', () => {
    const result = recolored(inks, targets, colors, 'relative')
    expect(result.get('#0b3d2e')).toBe('#10243f')
    const difference = (one: string, other: string): number => labOf(one).l - labOf(other).l
    expect(difference(result.get('#12523d') ?? '', '#10243f')).toBeCloseTo(difference('#12523d', '#0b3d2e'), 2)
  })
  it('leaves alone what is left as is, has no target, or lost its swatch', () => {
    const result = recolored(inks, new Map([...targets, ['#e8e2d0', 'gone']]), colors, 'relative')
    expect(result.get('#d98b3a')).toBe('#d98b3a')
    expect(result.get('#e8e2d0')).toBe('#e8e2d0')
  })
  it('gives the swatch itself for the lead, whatever they are', () => fc.assert(fc.property(hexes, hexes, (lead, swatch) => shaded(lead, lead, swatch) === swatch)))
})
