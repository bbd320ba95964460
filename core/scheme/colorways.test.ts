import { apply as done, NOTHING_KNOWN, type Command } from '#core/commands/commands'
import { lookOf, type Project } from '#core/document/project'
import { artworkSince, changesSince, proposeName, swatchPairs } from './colorways'
import { newProject } from './create'

const apply = (to: Project, command: Command): Project => done(to, command, NOTHING_KNOWN)
const project = apply(newProject('Kites'), { do: 'resize', count: 4 })
const look = lookOf(project)

it('a name is of the most colorful, and taken once', () => {
  const name = proposeName(look, [])
  expect(name).toMatch(/^[A-Z]/)
  expect(proposeName(look, [name])).not.toBe(name)
  const all = Array.from({ length: 12 }).reduce<string[]>(taken => [...taken, proposeName(look, taken)], [])
  expect(new Set(all).size).toBe(12)
})
it('says what was changed since, and nothing where nothing was', () => {
  expect(changesSince(look, project)).toEqual([])
  const other = apply(project, { do: 'edit swatch', id: 's2', hex: '#123456' })
  expect(changesSince(look, other)).toEqual(['one swatch in another color'])
  expect(changesSince(look, apply(project, { do: 'remove swatch', id: 's4' }))).toContain('one swatch gone')
  expect(changesSince(look, apply(project, { do: 'shade', shading: 'flat' }))).toContain('another way of remapping')
})
it('lays swatches side by side by their ids', () => {
  const other = lookOf(apply(project, { do: 'remove swatch', id: 's1' }))
  const pairs = swatchPairs(look, other)
  expect(pairs[0]).toMatchObject({ one: { id: 's1' }, other: null, apart: null })
  expect(pairs.filter(({ apart }) => apart === 0)).toHaveLength(3)
})
it('knows what became of the artwork', () => {
  const art = (id: string, hash: string) => ({
    kind: 'svg' as const,
    ...{ id, hash: hash.repeat(64), name: id, width: 10, height: 10 },
  })
  const since = artworkSince({ artwork: [art('a1', 'a'), art('a2', 'b')] }, [art('a1', 'c'), art('a3', 'd')])
  expect(Object.values(since).map(all => all.map(({ id }) => id))).toEqual([['a1'], ['a2'], ['a3']])
})
