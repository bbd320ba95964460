import fc from 'fast-check'
import type { Command } from '#core/commands/commands'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import type { Project } from '#core/document/project'
import { newProject } from '#core/scheme/create'
import { historyOf, pushState, stepBack, stepForward, type History } from './history'
import { rebase } from './others'

const doing = (project: Project, command: Command): Project => apply(project, command, NOTHING_KNOWN)
const named = (project: Project, name: string): Project => doing(project, { do: 'rename', name })
const based = (project: Project, hex: string): Project =>
  doing(project, { do: 'set base', base: { hex, hue: 0, typed: hex } })
const stepAll = (steps: readonly Project[]): History<Project> =>
  steps.slice(1).reduce((history, next) => pushState(history, next, 'step'), historyOf(steps[0] as Project))

const first = newProject('Kites')

describe('a history after others changed the project', () => {
  it('undoes what was done here, and keeps what they did', () => {
    const mine = based(first, '#e07a5f')
    const theirs = named(mine, 'Kites over the harbor')
    const history = rebase(stepAll([first, mine]), theirs)
    expect(history.present).toEqual(theirs)
    const back = stepBack(history).present
    expect(back.base.hex).toBe(first.base.hex)
    expect(back.name).toBe('Kites over the harbor')
    expect(stepForward(stepBack(history)).present).toEqual(theirs)
  })
  it('has no step left for what they changed again', () => {
    const mine = based(first, '#e07a5f')
    expect(rebase(stepAll([first, mine]), based(mine, '#0f6d5f')).past).toEqual([])
    const history = rebase(stepBack(stepAll([first, mine])), based(first, '#0f6d5f'))
    expect([history.past, history.future]).toEqual([[], []])
  })
  it('never takes back anything of theirs, however far one goes', () => {
    const act = fc.oneof(
      fc.constantFrom('Dawn', 'Dusk', 'Noon').map(name => (project: Project) => named(project, name)),
      fc.constantFrom('#e07a5f', '#0f6d5f', '#222222', '#f4c2c2').map(hex => (project: Project) => based(project, hex)),
      fc.constantFrom(3, 5, 9).map(rungs => (project: Project) => ({ ...project, rungs })),
    )
    fc.assert(
      fc.property(
        fc.array(act, { maxLength: 6 }),
        fc.nat(6),
        act,
        fc.array(fc.boolean(), { maxLength: 12 }),
        (own, back, other, ways) => {
          const steps = own.reduce<Project[]>((all, each) => [...all, each(all.at(-1) as Project)], [first])
          let history = stepAll(steps)
          for (let n = 0; n < back; n++) history = stepBack(history)
          const before = history.present
          const theirs = other(before)
          let now = rebase(history, theirs)
          for (const isBack of ways) now = isBack ? stepBack(now) : stepForward(now)
          if (theirs.name !== before.name) expect(now.present.name).toBe(theirs.name)
          if (theirs.base.hex !== before.base.hex) expect(now.present.base).toEqual(theirs.base)
          if (theirs.rungs !== before.rungs) expect(now.present.rungs).toBe(theirs.rungs)
        },
      ),
      { numRuns: 100 },
    )
  })
})
