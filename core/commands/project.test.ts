import fc from 'fast-check'
import { HARMONIES } from '#core/harmony/harmony'
import { WHEELS } from '#core/color/wheel'
import { colorsOf } from '#core/painting/painting'
import { apply as applyWith, sayCommand, type Command } from './commands'
import { copyName } from '#core/document/copyName'
import { knownInks } from './known'
import { matchTargets } from './matching'
import { newProject } from '#core/scheme/create'
import { uniteInks } from '#core/remap/unite'
import { historyOf, stepForward, pushState, stepBack, type History } from '#core/history/history'
import { projectSchema, type Project } from '#core/document/project'

const apply = (project: Project, command: Command): Project => applyWith(project, command, knownInks(inks))

const inks = [
  { hex: '#102030', area: 0.6 },
  { hex: '#e0d0c0', area: 0.3 },
  { hex: '#cc4422', area: 0.1 },
]
const art = { kind: 'svg' as const, id: 'a1', name: 'Poster', hash: 'a'.repeat(64), width: 10, height: 10 }
const empty = newProject('Kites')
const full = apply(empty, { do: 'add artwork', artwork: [art] })

const commands: fc.Arbitrary<Command> = fc.oneof(
  fc.record({ do: fc.constant('rename' as const), name: fc.constantFrom('One', 'Two') }),
  fc.record({
    do: fc.constant('set base' as const),
    base: fc.record({
      hex: fc.constantFrom('#2e4f7f', '#cc0000', '#000000'),
      hue: fc.integer({ min: 0, max: 359 }),
      typed: fc.constant('x'),
    }),
  }),
  fc.record({
    do: fc.constant('compose' as const),
    harmony: fc.record(
      {
        kind: fc.constantFrom(...HARMONIES),
        wheel: fc.constantFrom(...WHEELS),
        turn: fc.integer({ min: -180, max: 180 }),
        count: fc.integer({ min: 2, max: 6 }),
      },
      { requiredKeys: [] },
    ),
  }),
  fc.record({
    do: fc.constant('retarget' as const),
    inks: fc.constantFrom<string[]>(['#102030'], ['#cc4422', '#e0d0c0']),
    to: fc.constantFrom('s1', 's2', null),
  }),
  fc.record({ do: fc.constant('exchange' as const), swatches: fc.constant<[string, string]>(['s1', 's2']) }),
  fc.record({ do: fc.constant('shade' as const), shading: fc.constantFrom('flat' as const, 'relative' as const) }),
  fc.record({ do: fc.constant('remove artwork' as const), ids: fc.constant<string[]>(['a1']) }),
)

describe('commands', () => {
  it('any of them leaves a valid project, and the one it started from as it was', () =>
    fc.assert(
      fc.property(fc.array(commands, { maxLength: 8 }), list => {
        const before = JSON.stringify(full)
        const after = list.reduce(apply, full)
        expect(projectSchema.safeParse(after).success).toBe(true)
        return JSON.stringify(full) === before
      }),
      { numRuns: 60 },
    ))

  it('a new base derives a new scheme whose swatches keep their ids, so that the artwork follows', () => {
    const after = apply(full, { do: 'set base', base: { hex: '#cc4422', hue: 12, typed: 'cc4422' } })
    expect(after.scheme[0]?.hex).toBe('#cc4422')
    expect(after.scheme.map(({ id }) => id)).toEqual(full.scheme.map(({ id }) => id))
    expect(colorsOf(after, inks).get('#102030')).not.toBe(colorsOf(full, inks).get('#102030'))
  })

  it('exchange sends the inks of each swatch to the other; twice is as before', () => {
    const [one, other] = ['s1', 's2'] as const
    const targets = (project: Project): Array<string | null> => Object.values(project.remap.targets).map(({ to }) => to)
    const once = apply(full, { do: 'exchange', swatches: [one, other] })
    expect(targets(once)).toEqual(targets(full).map(to => (to === one ? other : to === other ? one : to)))
    expect(targets(apply(once, { do: 'exchange', swatches: [one, other] }))).toEqual(targets(full))
  })

  it('an ink left as is keeps its color', () => {
    const after = apply(full, { do: 'retarget', inks: ['#cc4422'], to: null })
    expect(colorsOf(after, inks).get('#cc4422')).toBe('#cc4422')
  })

  it('a new harmony opens at its usual spread; a free one starts where the hues were', () => {
    expect(apply(full, { do: 'compose', harmony: { kind: 'tetradic' } }).harmony.spread).toBe(60)
    const split = apply(full, { do: 'compose', harmony: { kind: 'split complementary', spread: 40 } })
    const free = apply(split, { do: 'compose', harmony: { kind: 'free' } })
    expect(free.harmony.free).toEqual([0, 140, 220])
    expect(free.scheme.map(({ hex }) => hex)).toEqual(split.scheme.map(({ hex }) => hex))
  })

  it('say what they do', () => expect(sayCommand({ do: 'compose', harmony: { turn: 3 } })).toBe('turn'))
})

describe('matching a project', () => {
  it('keeps what was set by hand as long as its swatch is there', () => {
    const before = {
      '#102030': { to: 's2', by: 'hand' as const },
      '#cc4422': { to: 's9', by: 'hand' as const },
      '#e0d0c0': { to: null, by: 'hand' as const },
    }
    const targets = matchTargets(inks, full, before)
    expect(targets['#102030']).toEqual({ to: 's2', by: 'hand' })
    expect(targets['#e0d0c0']).toEqual({ to: null, by: 'hand' })
    expect(targets['#cc4422']?.by).toBe('match')
  })
  it('unites the inks of all artwork, areas and boundaries averaged', () =>
    expect(
      uniteInks([
        { inks: [{ hex: '#000000', area: 1, beside: [] }] },
        {
          inks: [
            { hex: '#000000', area: 0.5, beside: [['#ffffff', 1]] },
            { hex: '#ffffff', area: 0.5 },
          ],
        },
      ]),
    ).toEqual([
      { hex: '#000000', area: 0.75, beside: [['#ffffff', 0.5, 0]], parts: [1, 0.5] },
      { hex: '#ffffff', area: 0.25, beside: [], parts: [0, 0.5] },
    ]))
})

describe('history', () => {
  it('undo and redo restore exactly', () =>
    fc.assert(
      fc.property(fc.array(commands, { minLength: 1, maxLength: 6 }), list => {
        const states: Project[] = [full]
        let history: History<Project> = historyOf(full)
        for (const command of list) {
          history = pushState(history, apply(history.present, command), sayCommand(command))
          states.push(history.present)
        }
        for (const state of states.slice(0, -1).reverse()) {
          history = stepBack(history)
          expect(history.present).toBe(state)
        }
        for (const state of states.slice(1)) {
          history = stepForward(history)
          expect(history.present).toBe(state)
        }
        return stepForward(history) === history
      }),
      { numRuns: 30 },
    ))
  it('has nothing before its start', () => expect(stepBack(historyOf(1)).present).toBe(1))
})

it.each([
  ['Kites', 'Kites copy'],
  ['Kites copy', 'Kites copy 2'],
  ['Kites copy 2', 'Kites copy 3'],
])('a copy of “%s” is “%s”', (name, copy) => expect(copyName(name)).toBe(copy))
