import { lookOf } from '#core/document/project'
import { newProject } from '#core/scheme/create'
import { isBranch, joinChanges, statesToDrop, TRAIL, unpackTrail, withoutStates } from './trail'
import { trailStateSchema, type TrailState } from '#core/document/trail'

const look = lookOf(newProject('Kites'))
const states = (count: number, stored: (i: number) => boolean = () => false): TrailState[] =>
  Array.from({ length: count }, (_, i) => ({
    id: `t${i}`,
    parent: i ? `t${i - 1}` : null,
    time: '2026-11-25T10:00:00.000Z',
    did: 'turn',
    kept: stored(i) ? 'one I like' : null,
    look,
  }))

describe('the trail', () => {
  it('is a valid document', () => expect(trailStateSchema.parse(states(1)[0])).toEqual(states(1)[0]))
  it('holds at least 500 states untouched', () => {
    expect(statesToDrop(states(500), null)).toEqual([])
    expect(statesToDrop(states(TRAIL.max), null)).toEqual([])
  })
  it('thinned, keeps named states, the current state and the latest, and at least 500', () => {
    const all = states(TRAIL.max + 1, i => i % 10 === 0)
    const gone = new Set(statesToDrop(all, 't33'))
    const left = all.filter(({ id }) => !gone.has(id))
    expect(left.length).toBeGreaterThanOrEqual(500)
    expect(left.length).toBeLessThan(all.length)
    expect(left.filter(({ kept }) => kept).length).toBe(all.filter(({ kept }) => kept).length)
    expect(gone.has('t33')).toBe(false)
    for (const { id } of all.slice(-TRAIL.recent)) expect(gone.has(id)).toBe(false)
  })
  it('with nothing but named states gives up none', () =>
    expect(
      statesToDrop(
        states(700, () => true),
        null,
      ),
    ).toEqual([]))
  it('hangs what came from a lost state on the one before it', () => {
    const left = withoutStates(states(5), new Set(['t1', 't2']))
    expect(left.map(({ id, parent }) => [id, parent])).toEqual([
      ['t0', null],
      ['t3', 't0'],
      ['t4', 't3'],
    ])
  })
  it('keeps the order of states that are changed again before they are saved', () => {
    const [a, b, c] = states(3) as [TrailState, TrailState, TrailState]
    const renamed = { ...a, kept: 'for the client' }
    expect(joinChanges({ put: [a, b], remove: [] }, { put: [renamed, c], remove: ['x'] })).toEqual({
      put: [renamed, b, c],
      remove: ['x'],
    })
    expect(joinChanges({ put: [a, b], remove: ['y'] }, { put: [], remove: ['t1'] })).toEqual({
      put: [a],
      remove: ['y', 't1'],
    })
  })
  it('knows where another branch begins', () => {
    const all = [...states(3), { ...(states(1)[0] as TrailState), id: 'b1', parent: 't0' }]
    expect(all.map((_, i) => isBranch(all, i))).toEqual([false, false, false, true])
  })
  it('packed says shared targets once', () => {
    const { targets: _, ...remap } = look.remap
    const targets = { '#102030': { to: 's1', by: 'match' as const } }
    const packed = {
      states: ['t1', 't2'].map(id => ({
        ...(states(1)[0] as TrailState),
        id,
        look: { ...look, remap: { ...remap, targets: 'x' } },
      })),
      targets: { x: targets },
    }
    expect(unpackTrail(packed).map(state => state.look.remap.targets)).toEqual([targets, targets])
  })
})
