import { angleOf } from '#core/color/wheel'
import { apply as applyWith, NOTHING_KNOWN, type Command } from '#core/commands/commands'
import { newProject } from './create'
import { sourceOf } from './wearScheme'
import { lookOf, projectSchema, type Look, type Project } from '#core/document/project'
import { trailChangeSchema } from '#core/document/trail'
import type { Reference } from '#core/document/gathering'

const apply = (project: Project, command: Command): Project => applyWith(project, command, NOTHING_KNOWN)

const reference = (id: string): Reference => ({
  id,
  name: `Picture ${id}`,
  hash: 'a'.repeat(64),
  width: 300,
  height: 200,
  place: { x: 0, y: 0 },
  region: null,
})
const FOUND = ['#1a396d', '#8e2339', '#a86e20', '#126065'].map((hex, i) => ({
  hex,
  share: [0.4, 0.3, 0.2, 0.1][i]!,
  reference: 'r1',
  x: 0.2 * i,
  y: 0.5,
}))
const run = (project: Project, ...commands: Command[]): Project =>
  commands.reduce((now, command) => projectSchema.parse(apply(now, command)), project)
const extract: Command = { do: 'extract', found: FOUND, gathering: { of: ['r1'], count: 4 } }
const gathered = run(newProject('Kites'), { do: 'add reference', reference: reference('r1') }, extract)
const hexes = ({ scheme }: Project): string[] => scheme.map(({ hex }) => hex)
const id = (place: number): string => gathered.scheme[place]?.id ?? ''

describe('a scheme extracted from a reference', () => {
  it('is those colors with their shares, each tied to a sample, the largest as base', () => {
    expect(hexes(gathered)).toEqual(FOUND.map(({ hex }) => hex))
    expect(gathered.scheme.map(({ share }) => Math.round(share * 10) / 10)).toEqual([0.4, 0.3, 0.2, 0.1])
    expect(gathered.samples.map(({ x, found }) => found?.x === x)).toEqual([true, true, true, true])
    expect(gathered.base.hex).toBe('#1a396d')
    expect(gathered.derived).toBe(false)
  })
  it('keeps what is locked, first, and ids by place', () => {
    const again = run(
      gathered,
      { do: 'lock', id: id(1), locked: true },
      {
        ...extract,
        found: FOUND.slice(0, 2).map((each, i) => ({ ...each, hex: ['#202020', '#d0d0d0'][i] as string })),
      },
    )
    expect(hexes(again)).toEqual(['#8e2339', '#202020', '#d0d0d0'])
    expect(again.scheme[0]?.id).toBe(id(1))
    expect(new Set(again.scheme.map(swatch => swatch.id)).size).toBe(3)
    expect(again.samples).toHaveLength(3)
  })
  it('follows its samples, wherever they go, and snaps back', () => {
    const sample = gathered.samples[2]?.id ?? ''
    const moved = run(gathered, {
      do: 'move sample',
      id: sample,
      change: { x: 0.9, y: 0.1, hex: '#c3e642', patch: 0.02 },
    })
    expect(hexes(moved)[2]).toBe('#c3e642')
    expect(run(moved, { do: 'snap samples', id: sample })).toEqual(gathered)
    expect(run(moved, { do: 'snap samples', id: null })).toEqual(gathered)
  })
  it('takes further samples and gives them up', () => {
    const more = run(gathered, {
      do: 'add sample',
      sample: { reference: 'r1', x: 0.1, y: 0.1, patch: 0, hex: '#ffffff' },
    })
    expect(hexes(more).at(-1)).toBe('#ffffff')
    expect(more.scheme.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1)
    const less = run(more, { do: 'remove swatch', id: more.scheme.at(-1)?.id ?? '' })
    expect(hexes(less)).toEqual(hexes(gathered))
    expect(less.samples).toEqual(gathered.samples)
  })
})

describe('a swatch', () => {
  it('edited by hand is cut from where it came from, and can be tied again', () => {
    const edited = run(gathered, { do: 'edit swatch', id: id(1), hex: '#ff0000' })
    expect(edited.scheme[1]).toMatchObject({ hex: '#ff0000', own: { hex: '#ff0000' } })
    expect(run(edited, { do: 'restore swatch', id: id(1) })).toEqual(gathered)
  })
  it('edited by hand is not pulled, but turns with the whole from where it was set; a locked one stays', () => {
    const set = run(
      gathered,
      { do: 'edit swatch', id: id(1), hex: '#ff0000' },
      { do: 'lock', id: id(2), locked: true },
      { do: 'pull', pull: { kind: 'complementary', amount: 1 } },
    )
    expect(hexes(set)[1]).toBe('#ff0000')
    const turned = run(set, { do: 'compose', harmony: { turn: 40 } })
    expect(angleOf('paint', hexes(turned)[1] ?? '')).toBeCloseTo(40, 0)
    expect(hexes(turned)[2]).toBe('#a86e20')
    expect(hexes(turned)[3]).not.toBe('#126065')
    expect(hexes(run(turned, { do: 'compose', harmony: { turn: 0 } }))).toEqual(hexes(set))
  })
  it('made the base stands first, and nothing else changes', () => {
    const based = run(gathered, { do: 'make base', id: id(2) })
    expect(hexes(based)).toEqual(['#a86e20', '#1a396d', '#8e2339', '#126065'])
    expect(based.base.hex).toBe('#a86e20')
    expect(based.scheme.find(swatch => swatch.id === id(0))?.hex).toBe('#1a396d')
  })
})

it('names that only described the color follow it; given ones stay', () => {
  const sample = gathered.samples[0]?.id ?? ''
  const named = run(newProject('Kites'), {
    do: 'take colors',
    kind: 'list',
    title: 'a.css',
    colors: [
      { hex: '#1a396d', name: 'harbor', share: null },
      { hex: '#8e2339', name: null, share: null },
    ],
  })
  expect(run(gathered, { do: 'move sample', id: sample, change: { hex: '#d45d48' } }).scheme[0]?.name).toBe(
    'terracotta',
  )
  expect(run(named, { do: 'edit swatch', id: named.scheme[0]?.id ?? '', hex: '#d45d48' }).scheme[0]?.name).toBe(
    'harbor',
  )
})

describe('from extraction to harmony', () => {
  it('pulls by an amount and comes back to the extraction at none', () => {
    const pulled = run(gathered, { do: 'pull', pull: { kind: 'complementary', amount: 1 } })
    const [base, ...rest] = hexes(pulled).map(hex => angleOf('paint', hex))
    for (const angle of rest)
      expect([0, 180].some(offset => Math.abs(((angle - (base as number) - offset + 540) % 360) - 180) < 2.5)).toBe(
        true,
      )
    expect(hexes(run(pulled, { do: 'pull', pull: { kind: 'complementary', amount: 0 } }))).toEqual(hexes(gathered))
  })
  it('turns as a whole, all the way round to where it was', () => {
    expect(hexes(run(gathered, { do: 'compose', harmony: { turn: 90 } }))).not.toEqual(hexes(gathered))
    expect(
      hexes(run(gathered, { do: 'compose', harmony: { turn: 90 } }, { do: 'compose', harmony: { turn: 0 } })),
    ).toEqual(hexes(gathered))
  })
  it('derives anew from its base with a harmony; locked swatches stay', () => {
    const derived = run(
      gathered,
      { do: 'lock', id: id(1), locked: true },
      { do: 'compose', harmony: { kind: 'triadic', count: 4 } },
    )
    expect(derived.derived).toBe(true)
    expect(hexes(derived)[0]).toBe('#1a396d')
    expect(hexes(derived)[1]).toBe('#8e2339')
    expect(derived.samples).toHaveLength(1)
  })
})

it('colors of a list, the artwork or the shelf know where they came from', () => {
  for (const kind of ['list', 'ink', 'shelf'] as const) {
    const taken = run(newProject('Kites'), {
      do: 'take colors',
      kind,
      title: 'brand.css',
      colors: [
        { hex: '#2e4f7f', name: 'brand blue', share: null },
        { hex: '#d9bf9b', name: null, share: null },
      ],
    })
    expect(taken.scheme.map(({ name }) => name)).toEqual(['brand blue', 'sand'])
    expect(taken.scheme[0]?.from).toEqual({ kind, title: 'brand.css', hex: '#2e4f7f' })
  }
})

it('a reference that goes leaves its colors and its name', () => {
  const gone = run(gathered, { do: 'remove reference', id: 'r1' })
  expect(hexes(gone)).toEqual(hexes(gathered))
  expect(gone.samples).toEqual([])
  expect(gone.gathering.of).toEqual([])
  expect(gone.scheme[0]?.from).toEqual({ kind: 'list', title: 'Picture r1', hex: '#1a396d' })
  expect(gone.scheme[0] && sourceOf(gone, gone.scheme[0])).toBe('#1a396d')
})

it('what was stored under earlier names opens as it was', () => {
  const project = run(gathered, { do: 'edit swatch', id: 's2', hex: '#2e4f7f' }, { do: 'make base', id: 's2' })
  const earlier = ({ baseId, scheme, ...rest }: Look): Record<string, unknown> => ({
    ...rest,
    lead: baseId,
    scheme: scheme.map(({ own, ...swatch }) => ({
      ...swatch,
      own: own && { hex: own.hex, hue: own.hue, at: own.angle, over: own.over },
    })),
  })
  const { state: at, baseId: _, ...document } = { ...project, state: 't3' }
  expect(projectSchema.parse({ ...document, ...earlier(lookOf(project)), at })).toEqual({ ...project, state: 't3' })
  const stored = { id: 't1', parent: null, did: 'turn', kept: null }
  const time = '2026-11-25T10:00:00.000Z'
  const { put } = trailChangeSchema.parse({
    put: [{ ...stored, at: time, look: earlier(lookOf(project)) }],
    remove: [],
  })
  expect(put).toEqual([{ ...stored, time, look: lookOf(project) }])
})

it('a project stored before there were references opens as it was', () => {
  const stored = JSON.parse(JSON.stringify(newProject('Old'))) as Record<string, unknown>
  for (const key of ['derived', 'references', 'samples', 'gathering', 'baseId', 'order', 'cast', 'rungs', 'state'])
    Reflect.deleteProperty(stored, key)
  for (const swatch of stored.scheme as Array<Record<string, unknown>>)
    for (const key of ['locked', 'from', 'own', 'freed', 'hue']) Reflect.deleteProperty(swatch, key)
  expect(projectSchema.parse(stored)).toEqual(newProject('Old'))
})
