import type { TrailChange, PackedTrail, TrailState } from '#core/document/trail'

/** Two changes of a trail as one: the later says what a state is, the earlier where in the order it stands. */
export const joinChanges = (one: TrailChange, other: TrailChange): TrailChange => {
  const later = new Map(other.put.map(state => [state.id, state]))
  const known = new Set(one.put.map(({ id }) => id))
  return {
    put: [
      ...one.put.filter(({ id }) => !other.remove.includes(id)).map(state => later.get(state.id) ?? state),
      ...other.put.filter(({ id }) => !known.has(id)),
    ],
    remove: [...one.remove, ...other.remove],
  }
}

/** A packed trail as its states. */
export const unpackTrail = ({ states, targets }: PackedTrail): TrailState[] =>
  states.map(state => ({
    ...state,
    look: { ...state.look, remap: { ...state.look.remap, targets: targets[state.look.remap.targets] ?? {} } },
  }))

/**
 * Number of states a trail holds before it is thinned, how many it is thinned to, and how many of the latest always
 * stay.
 */
export const TRAIL = { max: 640, min: 560, recent: 200 } as const

/**
 * The ids of states to give up where there are more than the trail holds: of the old ones every second, again and
 * again from the oldest on, until enough are gone. States kept by name, the current one and the latest stay.
 */
export const statesToDrop = (states: readonly TrailState[], current: string | null): string[] => {
  if (states.length <= TRAIL.max) return []
  let old = states.slice(0, -TRAIL.recent).filter(({ id, kept }) => kept === null && id !== current)
  const gone = new Set<string>()
  while (states.length - gone.size > TRAIL.min && old.length) {
    const round = old.length === 1 ? old : old.filter((_, i) => i % 2 === 1)
    for (const { id } of round.slice(0, states.length - gone.size - TRAIL.min)) gone.add(id)
    old = old.filter(({ id }) => !gone.has(id))
  }
  return [...gone]
}

/** The trail without some of its states; those that came from them come from where these came from. */
export const withoutStates = (states: readonly TrailState[], gone: ReadonlySet<string>): TrailState[] => {
  const parents = new Map(states.map(({ id, parent }) => [id, parent]))
  const standing = (id: string | null): string | null => {
    let at = id
    while (at !== null && gone.has(at)) at = parents.get(at) ?? null
    return at
  }
  return states
    .filter(({ id }) => !gone.has(id))
    .map(state =>
      state.parent !== null && gone.has(state.parent) ? { ...state, parent: standing(state.parent) } : state,
    )
}

/** Returns whether a state does not follow from the one before it: another branch begins there. */
export const isBranch = (states: readonly TrailState[], place: number): boolean =>
  place > 0 && states[place]?.parent !== states[place - 1]?.id
