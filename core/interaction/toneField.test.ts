import { hsbOf } from '#core/color/convert'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import { moveTone, toneLabel, toneTargets } from './toneField'
import { derivedFrom, withSwatches } from './testing'

const project = derivedFrom('#3a7d99', { kind: 'triadic', count: 4 })

describe('the tone field', () => {
  it('shows every swatch by saturation and brightness', () => {
    for (const { swatch, s, b } of toneTargets(project)) {
      expect(s).toBeCloseTo(hsbOf(swatch.hex).s, 6)
      expect(b).toBeCloseTo(hsbOf(swatch.hex).b, 6)
    }
    expect(toneTargets(project).filter(({ isBase }) => isBase)).toHaveLength(1)
  })
  it('moves one alone, keeping its hue, and stops at the edge', () => {
    const [target] = toneTargets(project)
    if (!target) throw new Error('There is no swatch.')
    const command = moveTone(project, target, -0.2, 0.1, false)
    expect(command).toMatchObject({ do: 'edit swatch', id: target.swatch.id, hue: target.h })
    const next = command && apply(project, command, NOTHING_KNOWN)
    const moved = hsbOf(next?.scheme[0]?.hex ?? '')
    expect(moved.s).toBeCloseTo(target.s - 0.2, 2)
    expect(moved.b).toBeCloseTo(target.b + 0.1, 2)
    expect(next?.scheme.slice(1).map(({ hex }) => hex)).toEqual(project.scheme.slice(1).map(({ hex }) => hex))
    expect(moveTone(project, target, 5, 5, false)).toMatchObject({ hex: expect.stringMatching(/^#/) as string })
    const corner = hsbOf((moveTone(project, target, 5, 5, false) as { hex: string }).hex)
    expect([corner.s, corner.b]).toEqual([1, 1])
  })
  it('moves all by as much as leaves each of them in the field, so that their differences stay', () => {
    const targets = toneTargets(project)
    const [first] = targets
    if (!first) throw new Error('There is no swatch.')
    const command = moveTone(project, first, 0, 5, true) as { colors: Record<string, { hex: string }> }
    const after = targets.map(({ swatch, b }) => hsbOf(command.colors[swatch.id]?.hex ?? '').b - b)
    const room = 1 - Math.max(...targets.map(({ b }) => b))
    for (const by of after) expect(by).toBeCloseTo(room, 2)
    const down = moveTone(project, first, 0, -5, true) as { colors: Record<string, { hex: string }> }
    const lowest = Math.min(...targets.map(({ b }) => b))
    for (const { swatch, b } of targets) expect(b - hsbOf(down.colors[swatch.id]?.hex ?? '').b).toBeCloseTo(lowest, 2)
  })
  it('leaves locked ones: alone they do not move, and with all they stay out of it', () => {
    const locked = withSwatches(project, { 1: { locked: true } })
    const [first, second] = toneTargets(locked)
    if (!first || !second) throw new Error('There are no swatches.')
    expect(moveTone(locked, second, 0.1, 0.1, false)).toBeNull()
    const command = moveTone(locked, first, -0.05, 0, true) as { colors: Record<string, unknown> }
    expect(Object.keys(command.colors)).toEqual(locked.scheme.filter((_, i) => i !== 1).map(({ id }) => id))
  })
  it('names its targets', () => {
    const named = withSwatches(project, { 1: { name: 'Plum', locked: true }, 2: { name: 'Ice' } })
    expect(toneTargets(named).map(toneLabel).slice(0, 3)).toEqual([
      'Base in the tone field',
      'Plum in the tone field, locked',
      'Ice in the tone field',
    ])
  })
})
