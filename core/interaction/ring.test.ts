import fc from 'fast-check'
import { arc } from '#core/color/convert'
import { angleOf } from '#core/color/wheel'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import { MAX_SWATCHES } from '#core/document/limits'
import { HARMONIES } from '#core/harmony/harmony'
import { angleOfSwatch } from '#core/scheme/wearScheme'
import { dialPoint, spot } from './dial'
import { addBeside, addOnRing, addsSwatch, moveOnRing, RING, ringLabel, ringPolygon, ringTargets } from './ring'
import { derivedFrom, withSwatches } from './testing'

describe('a dial', () => {
  it('has its angles clockwise from the top', () => {
    expect(spot(0, 10).map(Math.round)).toEqual([0, -10])
    expect(spot(90, 10).map(Math.round)).toEqual([10, -0])
    expect(spot(180, 10).map(Math.round)).toEqual([0, 10])
  })
  it('finds the angle and distance under a point of the screen, wherever and however large it is drawn', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -179, max: 179, noNaN: true }),
        fc.double({ min: 5, max: 120, noNaN: true }),
        fc.double({ min: 50, max: 900, noNaN: true }),
        (angle, radius, width) => {
          const box = { left: 31, top: 17, width, height: width }
          const [x, y] = spot(angle, (radius / 244) * width)
          const found = dialPoint(31 + width / 2 + x, 17 + width / 2 + y, box, 244)
          expect(Math.abs(arc(found.angle, angle))).toBeLessThan(1e-6)
          expect(found.radius).toBeCloseTo(radius, 6)
        },
      ),
    ))
})

describe('the targets of the hue ring', () => {
  it('stand at the angles of their swatches, on the circle, the base the first tab stop', () => {
    const project = derivedFrom('#0f6d5f', { kind: 'triadic', count: 5 })
    const targets = ringTargets(project)
    expect(targets).toHaveLength(5)
    expect(targets.filter(({ isBase }) => isBase).map(({ swatch }) => swatch.hex)).toEqual(['#0f6d5f'])
    expect(targets.map(({ stop }) => stop).sort()).toEqual([0, 2, 3, 4, 5])
    for (const { swatch, x, y, round, angle } of targets) {
      expect(Math.hypot(x, y)).toBeCloseTo(RING.target - round * RING.round, 6)
      expect(angle).toBe(angleOfSwatch(project, swatch))
    }
  })
  it('of further swatches on a hue stand further in and smaller, at most two rounds', () => {
    const rounds = ringTargets(derivedFrom('#0f6d5f', { kind: 'complementary', count: 8 })).map(({ round }) => round)
    expect(rounds).toEqual([0, 0, 1, 1, 2, 2, 2, 2])
    const sizes = ringTargets(derivedFrom('#0f6d5f', { kind: 'complementary', count: 4 })).map(({ size }) => size)
    expect(sizes).toEqual([9, 9, 6, 6])
  })
  it('of freed swatches, and of a free harmony, stand on the outer round', () => {
    const project = derivedFrom('#0f6d5f', { kind: 'complementary', count: 6 })
    expect(ringTargets(withSwatches(project, { 5: { freed: true } })).map(({ round }) => round)).toEqual([
      0, 0, 1, 1, 2, 0,
    ])
    const free = apply(project, { do: 'compose', harmony: { kind: 'free' } }, NOTHING_KNOWN)
    expect(ringTargets(free).every(({ round }) => round === 0)).toBe(true)
  })
  it('say whether they are the base, locked or freed', () => {
    const project = withSwatches(derivedFrom('#0f6d5f', { kind: 'triadic', count: 3 }), {
      1: { locked: true, name: 'Plum' },
      2: { freed: true, name: 'Straw' },
    })
    expect(ringTargets(project).map(ringLabel)).toEqual([
      'Base on the hue ring',
      'Plum on the hue ring, locked',
      'Straw on the hue ring, freed',
    ])
  })
  it('are joined by a polygon that goes round once', () => {
    const corners = ringPolygon(derivedFrom('#0f6d5f', { kind: 'square', count: 4 }))
      .split(' ')
      .map(corner => corner.split(',').map(Number))
    expect(corners).toHaveLength(4)
    const turns = corners.map(([x = 0, y = 0]) => (Math.atan2(x, -y) * 180) / Math.PI)
    const steps = turns.map((turn, i) => arc(turns[(i + 3) % 4] ?? 0, turn))
    expect(steps.every(step => step > 0)).toBe(true)
    expect(steps.reduce((sum, step) => sum + step, 0)).toBeCloseTo(360, 6)
  })
})

describe('a swatch moved on the ring', () => {
  it('turns the whole where it is the base, also with Alt', () => {
    const project = derivedFrom('#0f6d5f', { kind: 'analogous with accent', count: 5 })
    const [base] = ringTargets(project)
    const to = (base?.angle ?? 0) + 50.4
    for (const alone of [false, true])
      expect(moveOnRing(project, base?.swatch.id ?? '', to, alone)).toEqual({ do: 'compose', harmony: { turn: 50 } })
    expect(moveOnRing(project, base?.swatch.id ?? '', to - 80, false)).toEqual({
      do: 'compose',
      harmony: { turn: -30 },
    })
  })
  it('opens the spread where the harmony has one, within its limits', () => {
    const project = derivedFrom('#0f6d5f', { kind: 'analogous', spread: 30, count: 3 })
    const second = ringTargets(project)[1]
    expect(moveOnRing(project, second?.swatch.id ?? '', (second?.angle ?? 0) + 15, false)).toEqual({
      do: 'compose',
      harmony: { spread: 45 },
    })
    const wide = moveOnRing(project, second?.swatch.id ?? '', (second?.angle ?? 0) + 140, false)
    const opened = wide && apply(project, wide, NOTHING_KNOWN)
    expect(opened?.harmony.spread).toBeLessThan(100)
  })
  it('turns the whole where the harmony has no spread', () => {
    const project = derivedFrom('#0f6d5f', { kind: 'triadic', count: 3 })
    const second = ringTargets(project)[1]
    expect(moveOnRing(project, second?.swatch.id ?? '', (second?.angle ?? 0) - 12, false)).toEqual({
      do: 'compose',
      harmony: { turn: -12 },
    })
  })
  it('goes alone with Alt, when it is freed, in a free harmony and in a gathered scheme', () => {
    const project = derivedFrom('#0f6d5f', { kind: 'triadic', count: 3 })
    const second = ringTargets(project)[1]
    const [id, angle] = [second?.swatch.id ?? '', second?.angle ?? 0]
    const single = { do: 'turn swatch', id, angle: angle + 20 }
    expect(moveOnRing(project, id, angle + 20, true)).toEqual(single)
    expect(moveOnRing(withSwatches(project, { 1: { freed: true } }), id, angle + 20, false)).toEqual(single)
    expect(moveOnRing({ ...project, derived: false }, id, angle + 20, false)).toMatchObject({ do: 'turn swatch', id })
    const free = apply(project, { do: 'compose', harmony: { kind: 'free' } }, NOTHING_KNOWN)
    expect(moveOnRing(free, id, angle + 20, false)).toMatchObject({ do: 'turn swatch', id })
  })
  it('stays where it is locked, and is nothing where it is gone', () => {
    const project = withSwatches(derivedFrom('#0f6d5f', { kind: 'triadic', count: 3 }), { 1: { locked: true } })
    expect(moveOnRing(project, project.scheme[1]?.id ?? '', 10, false)).toBeNull()
    expect(moveOnRing(project, 'gone', 10, false)).toBeNull()
  })
  it('stands where it was brought, to the degree, whatever the harmony', () =>
    fc.assert(
      fc.property(fc.constantFrom(...HARMONIES), fc.integer({ min: -20, max: 20 }), (kind, by) => {
        const project = derivedFrom('#e07a5f', { kind, count: 5 })
        const [base] = ringTargets(project)
        if (!base) return
        const command = moveOnRing(project, base.swatch.id, base.angle + by, false)
        const next = command && apply(project, command, NOTHING_KNOWN)
        const found = next && ringTargets(next).find(({ swatch }) => swatch.id === base.swatch.id)
        expect(Math.abs(arc(found?.angle ?? 0, base.angle + by))).toBeLessThan(1)
      }),
    ))
})

describe('a swatch added on the ring', () => {
  it('is like the base at that angle, and differs from what is there', () => {
    const project = derivedFrom('#0f6d5f', { kind: 'triadic', count: 3, wheel: 'paint' })
    const command = addOnRing(project, 300)
    const next = command && apply(project, command, NOTHING_KNOWN)
    expect(next?.scheme).toHaveLength(4)
    expect(Math.abs(arc(angleOf('paint', next?.scheme.at(-1)?.hex ?? ''), 300))).toBeLessThan(4)
  })
  it('beside another stands 40° further', () => {
    const project = derivedFrom('#0f6d5f')
    expect(addBeside(project, 20)).toEqual(addOnRing(project, 60))
  })
  it('is none where the scheme is full', () => {
    const full = derivedFrom('#0f6d5f', { kind: 'triadic', count: 10 })
    const one = full.scheme[0]
    const more = Array.from({ length: MAX_SWATCHES - 10 }, (_, i) => ({ ...(one as object), id: `x${i}` }))
    expect(addOnRing({ ...full, scheme: [...full.scheme, ...more] as typeof full.scheme }, 20)).toBeNull()
    expect(addOnRing(full, 20)).not.toBeNull()
  })
  it('is meant by a click on the ring beside its swatches, not by the end of a drag', () => {
    expect(addsSwatch(0, 100)).toBe(true)
    expect(addsSwatch(3.9, 63)).toBe(true)
    expect(addsSwatch(4, 100)).toBe(false)
    expect(addsSwatch(null, 100)).toBe(false)
    expect(addsSwatch(0, 62)).toBe(false)
    expect(addsSwatch(0, 122)).toBe(false)
  })
})
