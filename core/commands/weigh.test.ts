import type { Hex } from '#core/color/convert'
import { lookOf, projectSchema, type Project } from '#core/document/project'
import { MEANT } from '#core/remap/intent'
import { uniteInks } from '#core/remap/unite'
import { inLook } from '#core/scheme/looks'
import { newProject } from '#core/scheme/create'
import { apply as applyWith, type Command } from './commands'
import { knownFrom, knownInks } from './known'

/* Two artworks: a wide blue sky over sand, a red thing on cream. */
const SKY = {
  inks: [
    { hex: '#6fa8d6', area: 0.7, beside: [['#d8b377', 1] as const] },
    { hex: '#d8b377', area: 0.2 },
    { hex: '#26333f', area: 0.1 },
  ],
}
const THING = {
  inks: [
    { hex: '#f1e7d3', area: 0.6, beside: [['#b5392d', 1] as const] },
    { hex: '#b5392d', area: 0.3 },
    { hex: '#26333f', area: 0.1 },
  ],
}
const known = knownInks(uniteInks([SKY, THING]))
const apply = (project: Project, ...commands: Command[]): Project =>
  commands.reduce((now, command) => applyWith(now, command, known), project)
const art = (id: string, letter: string) => ({
  ...{ kind: 'svg' as const, id, name: id, hash: letter.repeat(64) },
  ...{ width: 10, height: 10 },
})
const project = apply(
  newProject('Coast', { hex: '#e07a5f', hue: 16, typed: '#e07a5f' }),
  { do: 'add artwork', artwork: [art('a1', 'a')] },
  { do: 'add artwork', artwork: [art('a2', 'b')] },
)
const targets = ({ remap }: Project): Record<Hex, string | null> =>
  Object.fromEntries(Object.entries(remap.targets).map(([hex, { to }]) => [hex, to]))

describe('the weight of shares and hues', () => {
  it('is at rest first, announced, stored in a look, and back with it', () => {
    expect(project.remap.meant).toEqual(MEANT)
    const free = apply(project, { do: 'weigh', shares: 0 }, { do: 'weigh', hues: 1 })
    expect(free.remap.meant).toEqual({ shares: 0, hues: 1 })
    expect(inLook(project, lookOf(free)).remap.meant).toEqual({ shares: 0, hues: 1 })
    expect(projectSchema.parse(JSON.parse(JSON.stringify(free))).remap.meant).toEqual({ shares: 0, hues: 1 })
  })
  it('matches again by the picture, whatever the matching was, and leaves what a hand sent', () => {
    const byHand = apply(
      project,
      { do: 'match', match: 'nearest' },
      { do: 'retarget', inks: ['#d8b377'], to: 's3' },
      { do: 'weigh', shares: 1 },
    )
    expect(byHand.remap.match).toBe('picture')
    expect(byHand.remap.targets['#d8b377']).toEqual({ to: 's3', by: 'hand' })
  })
  it('of a project of an earlier version is at rest, and its targets stay until one matches again', () => {
    const { meant: _, meantIn: __, ...remap } = project.remap
    const own = Object.fromEntries(Object.keys(remap.targets).map(hex => [hex, { to: 's2', by: 'match' as const }]))
    const old = projectSchema.parse(JSON.parse(JSON.stringify({ ...project, remap: { ...remap, targets: own } })))
    expect([old.remap.meant, old.remap.meantIn]).toEqual([MEANT, {}])
    expect(new Set(Object.values(targets(old)))).toEqual(new Set(['s2']))
    expect(targets(apply(old, { do: 'rename', name: 'Shore' }))).toEqual(targets(old))
    expect(targets(apply(old, { do: 'match' }))).toEqual(targets(apply(project, { do: 'match' })))
  })
})

describe('in one artwork alone', () => {
  const alone = apply(project, { do: 'weigh', shares: 1, artwork: 'a2' })
  it('it matches that artwork by itself, as exceptions, and all others stay', () => {
    expect(targets(alone)).toEqual(targets(project))
    expect(alone.remap.meant).toEqual(MEANT)
    expect(alone.remap.meantIn).toEqual({ a2: { shares: 1, hues: MEANT.hues } })
    expect(Object.keys(alone.remap.exceptions['a2'] ?? {}).sort()).toEqual(['#26333f', '#b5392d', '#f1e7d3'])
    const dominant = alone.scheme.find(({ role }) => role === 'dominant')
    expect(Object.values(alone.remap.exceptions['a2'] ?? {}).some(({ to }) => to === dominant?.id)).toBe(true)
  })
  it('leaves what a hand sent there, and is matched again when the colors of the scheme change', () => {
    const sent = apply(alone, { do: 'retarget', inks: ['#b5392d'], to: null, artwork: 'a2' })
    const again = apply(sent, { do: 'weigh', shares: 0.2, artwork: 'a2' })
    expect(again.remap.exceptions['a2']?.['#b5392d']).toEqual({ to: null, by: 'hand' })
    const triadic = apply(again, { do: 'compose', harmony: { kind: 'triadic', count: 3 } })
    const ids = new Set(triadic.scheme.map(({ id }) => id))
    for (const { to } of Object.values(triadic.remap.exceptions['a2'] ?? {}))
      expect(to === null || ids.has(to)).toBe(true)
    expect(triadic.remap.exceptions['a2']?.['#b5392d']).toEqual({ to: null, by: 'hand' })
  })
  it('goes with the exceptions, and with the artwork', () => {
    expect(apply(alone, { do: 'follow all', artwork: 'a2', inks: null }).remap.meantIn).toEqual({})
    expect(apply(alone, { do: 'follow all', artwork: 'a2', inks: ['#b5392d'] }).remap.meantIn).toHaveProperty('a2')
    expect(apply(alone, { do: 'remove artwork', ids: ['a2'] }).remap.meantIn).toEqual({})
  })
  it('says nothing of an artwork that is not there', () =>
    expect(apply(project, { do: 'weigh', shares: 1, artwork: 'a9' })).toEqual(project))
})

it('artwork whose file is not there yet keeps its place among the others', () => {
  const inks = knownFrom(new Map([['b'.repeat(64), THING]])).inks(project.artwork)
  expect(inks.find(({ hex }) => hex === '#b5392d')?.parts).toEqual([0, 0.3])
})
