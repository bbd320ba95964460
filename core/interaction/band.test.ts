import fc from 'fast-check'
import {
  bandAction,
  bandLabel,
  coverage,
  cutLooseWords,
  isCutLoose,
  lettersWords,
  moveId,
  sharePercent,
  sharesAtJoint,
  sharesWithMore,
  totalShare,
} from './band'
import { derivedFrom } from './testing'

const scheme = [
  { id: 'a', share: 0.4 },
  { id: 'b', share: 0.3 },
  { id: 'c', share: 0.3 },
]
const plain = { shiftKey: false, ctrlKey: false, metaKey: false }

describe('shares at the joints of the band', () => {
  it('go from one to the other of the two at the joint, the rest stays', () => {
    expect(sharesAtJoint(scheme, 0, 0.1)).toEqual({ a: 0.5, b: expect.closeTo(0.2, 9) as number, c: 0.3 })
    expect(sharesAtJoint(scheme, 1, -0.1)).toEqual({ a: 0.4, b: expect.closeTo(0.2, 9) as number, c: 0.4 })
  })
  it('leave either at least a hundredth', () => {
    expect(sharesAtJoint(scheme, 0, 3)).toMatchObject({
      a: expect.closeTo(0.69, 9) as number,
      b: expect.closeTo(0.01, 9) as number,
    })
    expect(sharesAtJoint(scheme, 0, -3)).toMatchObject({
      a: expect.closeTo(0.01, 9) as number,
      b: expect.closeTo(0.69, 9) as number,
    })
  })
  it('are none where there is no joint', () => {
    expect(sharesAtJoint(scheme, 2, 0.1)).toEqual({})
    expect(sharesAtJoint(scheme, -1, 0.1)).toEqual({})
  })
  it('always add up to one, whatever they were', () =>
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 2, maxLength: 12 }),
        fc.double({ min: -2, max: 2, noNaN: true }),
        (shares, by) => {
          fc.pre(shares.some(share => share > 0))
          const all = shares.map((share, i) => ({ id: `s${i}`, share }))
          const after = Object.values(sharesAtJoint(all, 0, by))
          expect(after.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9)
        },
      ),
    ))
  it('are given by keys at the cost of the neighbor, of the last at that of the one before', () => {
    expect(sharesWithMore(scheme, 'a', 5)).toEqual(sharesAtJoint(scheme, 0, 0.05))
    expect(sharesWithMore(scheme, 'c', 5)).toEqual(sharesAtJoint(scheme, 1, -0.05))
  })
  it('are shown as whole percent of their sum', () => {
    expect(totalShare([{ share: 1 }, { share: 2 }])).toBe(3)
    expect(totalShare([{ share: 0 }])).toBe(1)
    expect(sharePercent({ share: 1 }, 3)).toBe(33)
    expect(sharePercent(undefined, 3)).toBe(0)
  })
})

describe('a swatch of the band', () => {
  it('moves by places within the list', () => {
    expect(moveId(['a', 'b', 'c'], 'a', 1)).toEqual(['b', 'a', 'c'])
    expect(moveId(['a', 'b', 'c'], 'c', -1)).toEqual(['a', 'c', 'b'])
    expect(moveId(['a', 'b', 'c'], 'c', 1)).toEqual(['a', 'b', 'c'])
    expect(moveId(['a', 'b', 'c'], 'a', -1)).toEqual(['a', 'b', 'c'])
    expect(moveId(['a', 'b', 'c'], 'x', 1)).toEqual(['a', 'b', 'c'])
  })
  it('hears its keys, and leaves others to the page', () => {
    expect(bandAction({ ...plain, key: 'Delete' })).toEqual({ kind: 'remove' })
    expect(bandAction({ ...plain, key: 'L', shiftKey: true })).toEqual({ kind: 'lock' })
    expect(bandAction({ ...plain, key: 'l', ctrlKey: true })).toBeNull()
    expect(bandAction({ ...plain, key: 'c', metaKey: true })).toEqual({ kind: 'copy' })
    expect(bandAction({ ...plain, key: 'c' })).toBeNull()
    expect(bandAction({ ...plain, key: 'ArrowLeft', ctrlKey: true })).toEqual({ kind: 'move', by: -1 })
    expect(bandAction({ ...plain, key: 'ArrowRight', ctrlKey: true })).toEqual({ kind: 'move', by: 1 })
    expect(bandAction({ ...plain, key: 'ArrowRight' })).toBeNull()
    expect(bandAction({ ...plain, key: 'ArrowUp' })).toEqual({ kind: 'share', by: 1 })
    expect(bandAction({ ...plain, key: 'ArrowDown', shiftKey: true })).toEqual({ kind: 'share', by: -10 })
    expect(bandAction({ ...plain, key: 'ArrowUp', ctrlKey: true })).toBeNull()
    expect(bandAction({ ...plain, key: 'x' })).toBeNull()
  })
  it('is named with its value, role, share and lock', () => {
    const swatch = { name: 'Plum', hex: '#552244', role: 'accent' as const, share: 0.1, locked: false }
    expect(bandLabel(swatch, 1)).toBe('Plum, #552244, accent, 10%')
    expect(bandLabel({ ...swatch, locked: true }, 0.5)).toBe('Plum, #552244, accent, 20%, locked')
  })
  it('says what it covers in the artwork, beside what it is meant to', () => {
    const inks = [
      { hex: '#111111', area: 0.6 },
      { hex: '#222222', area: 0.2 },
      { hex: '#333333', area: 0.2 },
    ]
    const to = new Map([
      ['#111111', 's1'],
      ['#222222', 's2'],
      ['#333333', null],
    ])
    expect(coverage(inks, to)).toEqual(new Map([['s1', 0.6 / 0.8], ['s2', 0.2 / 0.8]])) // prettier-ignore
    expect(coverage(inks, new Map())).toEqual(new Map())
    expect(coverage([{ hex: '#111111', area: 0 }], to)).toEqual(new Map([['s1', 0]]))
    const swatch = { name: 'Plum', hex: '#552244', role: 'accent' as const, share: 0.1, locked: true }
    expect(bandLabel(swatch, 1, 0.634)).toBe('Plum, #552244, accent, 10%, covers 63%, locked')
  })
  it('says which letters read on it', () => {
    expect(lettersWords('#ffffff')).toBe('Black text is easier to read on it: black 21.0:1, white 1.0:1')
    expect(lettersWords('#0f2f4f')).toMatch(/^White text is easier to read on it: black 1\.\d+:1, white 1\d(\.\d+)?:1$/)
  })
  it('says why it does not follow where it came from', () => {
    const project = derivedFrom('#0f6d5f')
    const [swatch] = project.scheme
    if (!swatch) throw new Error('There is no swatch.')
    expect(isCutLoose({ ...swatch, own: null }, project)).toBe(false)
    expect(isCutLoose({ ...swatch, own: { hex: '#123456', hue: 210, offset: 0, over: false } as never }, project)).toBe(
      true,
    )
    expect(cutLooseWords({ freed: true, from: swatch.from })).toContain('Freed')
    expect(cutLooseWords({ freed: false, from: { kind: 'harmony', place: 0 } })).toContain('set by hand')
    expect(cutLooseWords({ freed: false, from: { kind: 'sample', sample: 's' } })).toContain('no longer connected')
  })
})
