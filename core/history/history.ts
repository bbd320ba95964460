/** The states one has been through: those before, the one shown, and those undone, each with what led to it. */
export interface History<State> {
  past: ReadonlyArray<{ state: State; did: string }>
  present: State
  future: ReadonlyArray<{ state: State; did: string }>
}

/** Maximum number of undo steps. */
export const MAX_STEPS = 500

/** A history that starts at a state. */
export const historyOf = <State>(present: State): History<State> => ({ past: [], present, future: [] })

/** The history after a step forward; what was undone before it is gone. */
export const pushState = <State>({ past, present }: History<State>, next: State, did: string): History<State> => ({
  past: [...past, { state: present, did }].slice(-MAX_STEPS),
  present: next,
  future: [],
})

/** The history one step back; the same where there is none. */
export const stepBack = <State>(history: History<State>): History<State> => {
  const last = history.past.at(-1)
  if (!last) return history
  return {
    past: history.past.slice(0, -1),
    present: last.state,
    future: [{ state: history.present, did: last.did }, ...history.future],
  }
}

/** The history one step forward again; the same where nothing was undone. */
export const stepForward = <State>(history: History<State>): History<State> => {
  const next = history.future[0]
  if (!next) return history
  return {
    past: [...history.past, { state: history.present, did: next.did }],
    present: next.state,
    future: history.future.slice(1),
  }
}
