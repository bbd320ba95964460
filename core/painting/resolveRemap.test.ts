import { hsbOf, labOf } from '#core/color/convert'
import { ladder } from '#core/harmony/ladder'
import { colorsOf, touchesOf } from './painting'
import { apply as applyWith, type Command } from '#core/commands/commands'
import { knownInks } from '#core/commands/known'
import { newProject } from '#core/scheme/create'
import { projectSchema, type Project } from '#core/document/project'
import type { Touch } from '#core/document/remap'
import { restrictionOf } from './resolveRemap'

const apply = (project: Project, command: Command): Project => applyWith(project, command, knownInks(inks))

const inks = [
  { hex: '#102030', area: 0.5 },
  { hex: '#cc4422', area: 0.25 },
  { hex: '#cd4523', area: 0.05 },
  { hex: '#ffffff', area: 0.2 },
]
const empty = newProject('Kites')
const art = { kind: 'svg' as const, id: 'a1', name: 'Badge', hash: 'a'.repeat(64), width: 100, height: 100 }
const project = apply(empty, { do: 'add artwork', artwork: [art] })
const [first, second] = project.scheme.map(({ id }) => id) as [string, string]
const hexOfSwatch = (id: string, of: Project = project): string => of.scheme.find(swatch => swatch.id === id)?.hex ?? ''
const done = (...commands: Command[]): Project => commands.reduce(apply, project)
const touch = (change: Partial<Touch> = {}): Touch => ({
  id: 't1',
  shapes: [4, 7],
  areas: [],
  paint: 'fill',
  to: { swatch: first, rung: null },
  opacity: null,
  ...change,
})

describe('remapping a project', () => {
  it('is a valid document with all of it, and an old one is read with the usual', () => {
    const full = done(
      { do: 'retarget', inks: ['#102030'], to: second, artwork: 'a1' },
      { do: 'shade group', swatch: first, shading: 'stepped' },
      { do: 'gather inks', tolerance: 3 },
      { do: 'treat neutrals', neutrals: 'tinted' },
      { do: 'adjust artwork', adjust: { turn: 20 } },
      { do: 'restrict', to: { id: 'set', title: 'Thread', colors: [{ hex: '#112233', name: 'Night' }] } },
      { do: 'touch up', artwork: 'a1', touch: touch() },
    )
    expect(projectSchema.parse(JSON.parse(JSON.stringify(full)))).toEqual(full)
    const { sets: _, ...old } = { ...project, remap: { targets: project.remap.targets, shading: 'flat' } }
    expect(projectSchema.parse(old)).toEqual({
      ...project,
      remap: { ...project.remap, shading: 'flat', match: 'values' },
    })
  })
  it('sends near-identical inks along with the largest of them, and back when the tolerance goes', () => {
    const sent = done(
      { do: 'retarget', inks: ['#cc4422'], to: first },
      { do: 'retarget', inks: ['#cd4523'], to: second },
      { do: 'shade', shading: 'flat' },
    )
    expect(colorsOf(sent, inks).get('#cd4523')).toBe(hexOfSwatch(second))
    const together = apply(sent, { do: 'gather inks', tolerance: 2 })
    expect(colorsOf(together, inks).get('#cd4523')).toBe(hexOfSwatch(first))
    expect(colorsOf(apply(together, { do: 'gather inks', tolerance: 0 }), inks)).toEqual(colorsOf(sent, inks))
  })
  it('leaves or tints neutrals that were not sent by hand', () => {
    const left = done({ do: 'shade', shading: 'flat' }, { do: 'treat neutrals', neutrals: 'left' })
    expect(colorsOf(left, inks).get('#ffffff')).toBe('#ffffff')
    const byHand = apply(left, { do: 'retarget', inks: ['#ffffff'], to: first })
    expect(colorsOf(byHand, inks).get('#ffffff')).toBe(hexOfSwatch(first))
    const gray = [...inks, { hex: '#808080', area: 0.1 }]
    const matched = applyWith(project, { do: 'match' }, knownInks(gray))
    const tinted = colorsOf(apply(matched, { do: 'treat neutrals', neutrals: 'tinted' }), gray).get('#808080') as string
    expect(Math.hypot(labOf(tinted).a, labOf(tinted).b)).toBeGreaterThan(0.01)
  })
  it('has a group follow its swatch in its own way, led by another ink', () => {
    const both = done({ do: 'shade', shading: 'relative' }, { do: 'retarget', inks: ['#102030', '#cc4422'], to: first })
    const flat = apply(both, { do: 'shade group', swatch: first, shading: 'flat' })
    expect(colorsOf(flat, inks).get('#cc4422')).toBe(hexOfSwatch(first))
    const led = apply(both, { do: 'lead group', swatch: first, lead: '#cc4422' })
    expect(colorsOf(led, inks).get('#cc4422')).toBe(hexOfSwatch(first))
    expect(colorsOf(led, inks).get('#102030')).not.toBe(hexOfSwatch(first))
    expect(
      apply(apply(led, { do: 'lead group', swatch: first, lead: null }), {
        do: 'shade group',
        swatch: first,
        shading: null,
      }),
    ).toEqual(both)
  })
  it('makes exceptions for one artwork, which can be given up', () => {
    const own = done({ do: 'shade', shading: 'flat' }, { do: 'retarget', inks: ['#102030'], to: second, artwork: 'a1' })
    expect(colorsOf(own, inks, 'a1').get('#102030')).toBe(hexOfSwatch(second))
    expect(colorsOf(own, inks, 'a2')).toEqual(colorsOf(own, inks))
    expect(colorsOf(apply(own, { do: 'follow all', artwork: 'a1', inks: ['#102030'] }), inks, 'a1')).toEqual(
      colorsOf(own, inks),
    )
    expect(apply(own, { do: 'follow all', artwork: 'a1', inks: null }).remap.exceptions).toEqual({})
  })
  it('turns the whole artwork to the base', () => {
    const turned = done({ do: 'match', match: 'turn', seed: 0 })
    expect(turned.remap.shading).toBe('turned')
    expect(new Set(Object.values(turned.remap.targets).map(({ to }) => to))).toEqual(new Set([first]))
    expect(apply(turned, { do: 'match', match: 'values' }).remap.shading).toBe('relative')
  })
})

describe('adjusting the whole artwork', () => {
  const adjusted = done({ do: 'adjust artwork', adjust: { turn: 40, saturation: -0.3, brightness: 0.1 } })

  it('changes the result and not the scheme', () => {
    expect(adjusted.scheme).toEqual(project.scheme)
    expect(colorsOf(adjusted, inks)).not.toEqual(colorsOf(project, inks))
  })
  it('adopted into the scheme looks the same', () => {
    const adopted = apply(adjusted, { do: 'adopt adjustment' })
    expect(adopted.remap.adjust).toEqual({ turn: 0, saturation: 0, brightness: 0 })
    expect(colorsOf(adopted, inks)).toEqual(colorsOf(adjusted, inks))
    expect(Math.abs(hsbOf(hexOfSwatch(first, adopted)).h - hsbOf(hexOfSwatch(first)).h)).toBeGreaterThan(5)
  })
  it('leaves locked swatches as they are, before and after', () => {
    const locked = apply(adjusted, { do: 'lock', id: second, locked: true })
    const flat = apply(apply(locked, { do: 'shade', shading: 'flat' }), {
      do: 'retarget',
      inks: ['#102030'],
      to: second,
    })
    expect(colorsOf(flat, inks).get('#102030')).toBe(hexOfSwatch(second))
    expect(colorsOf(apply(flat, { do: 'adopt adjustment' }), inks)).toEqual(colorsOf(flat, inks))
  })
})

describe('a restriction', () => {
  const set = {
    id: 'threads',
    title: 'Threads',
    colors: [
      { hex: '#ff0000', name: 'Signal' },
      { hex: '#000080', name: 'Deep' },
      { hex: '#fefefe', name: 'Sail' },
    ],
  }
  const restricted = done(
    { do: 'restrict', to: set },
    { do: 'retarget', inks: ['#102030'], to: null },
    { do: 'touch up', artwork: 'a1', touch: touch() },
  )

  it('sends results to the nearest of the set, and leaves what is left as is', () => {
    const colors = colorsOf(restricted, inks)
    expect(colors.get('#102030')).toBe('#102030')
    for (const ink of ['#cc4422', '#ffffff']) expect(set.colors.map(({ hex }) => hex)).toContain(colors.get(ink))
    expect(set.colors.map(({ hex }) => hex)).toContain(touchesOf(restricted, 'a1').shapes.get(4)?.fill)
  })
  it('holds for what is left as is, too, where that is asked for', () => {
    const all = apply(restricted, { do: 'restrict left', on: true })
    expect(colorsOf(all, inks).get('#102030')).toBe('#000080')
    expect(colorsOf(apply(all, { do: 'restrict left', on: false }), inks)).toEqual(colorsOf(restricted, inks))
  })
  it('is taken off and put on again by its id', () => {
    const off = apply(restricted, { do: 'restrict', to: null })
    expect(restrictionOf(off)).toBeNull()
    expect(colorsOf(apply(off, { do: 'restrict', to: 'threads' }), inks)).toEqual(colorsOf(restricted, inks))
  })
})

describe('touch-ups', () => {
  it('point to swatches and rungs, so that they follow the scheme', () => {
    const one = done({
      do: 'touch up',
      artwork: 'a1',
      touch: touch({ to: { swatch: second, rung: { ladder: 'shades', step: 1, rungs: 4 } } }),
    })
    expect(touchesOf(one, 'a1').shapes.get(7)).toEqual({ fill: ladder(hexOfSwatch(second), 'shades', 4)[1] })
    const changed = apply(one, { do: 'edit swatch', id: second, hex: '#aa3366' })
    expect(touchesOf(changed, 'a1').shapes.get(7)).toEqual({ fill: ladder('#aa3366', 'shades', 4)[1] })
  })
  it('cover earlier ones on the same shapes, keep what is beside them, and go one by one', () => {
    const two = done(
      { do: 'touch up', artwork: 'a1', touch: touch() },
      { do: 'touch up', artwork: 'a1', touch: touch({ id: 't2', shapes: [7, 9], to: { swatch: second, rung: null } }) },
    )
    expect(two.remap.touches['a1']?.map(({ id, shapes }) => [id, shapes])).toEqual([
      ['t1', [4]],
      ['t2', [7, 9]],
    ])
    const more = [
      { do: 'touch up', artwork: 'a1', touch: touch({ id: 't3', shapes: [7], paint: 'stroke' }) },
      { do: 'touch up', artwork: 'a1', touch: touch({ id: 't4', shapes: [7], to: null, opacity: 0.5 }) },
    ] as const
    expect(touchesOf(more.reduce<Project>(apply, two), 'a1').shapes.get(7)).toEqual({
      fill: hexOfSwatch(second),
      stroke: hexOfSwatch(first),
      opacity: 0.5,
    })
    expect(apply(two, { do: 'remove touch', artwork: 'a1', id: 't2' }).remap.touches['a1']).toHaveLength(1)
    expect(apply(two, { do: 'remove touch', artwork: 'a1', id: null }).remap.touches).toEqual({})
  })
  it('color nothing where their swatch is gone', () => {
    const lost = done({
      do: 'touch up',
      artwork: 'a1',
      touch: touch({ to: { swatch: 'gone', rung: null }, shapes: [1] }),
    })
    expect(touchesOf(lost, 'a1').shapes.get(1)).toEqual({})
  })
})
