import { ref, shallowRef } from 'vue'
import equal from 'fast-deep-equal'
import { defineStore } from 'pinia'
import { lookOf, type Look, type Project } from '#core/document/project'
import { joinChanges, statesToDrop, unpackTrail, withoutStates } from '#core/history/trail'
import type { TrailChange, TrailState } from '#core/document/trail'
import { reasonOf } from '~/words/reasonOf'
import { useHistory } from './history'
import { useSaving } from './saving'
import { server } from '~/api/server'

const MAX_SAYING_LENGTH = 80
const NO_CHANGE: TrailChange = { put: [], remove: [] }

/** The states the project in work has been through, oldest first. What changes here is saved with the project. */
export const useTrail = defineStore('trail', () => {
  const history = useHistory()
  const saving = useSaving()
  const states = shallowRef<readonly TrailState[]>([])
  const problem = ref<string | null>(null)
  let loaded = false
  /** Changes that go with the next save. */
  let change = NO_CHANGE
  const find = (id: string | null): TrailState | undefined =>
    id === null ? undefined : states.value.find(state => state.id === id)

  const stateOf = (look: Look, did: string, parent: string | null): TrailState => ({
    id: crypto.randomUUID(),
    parent,
    time: new Date().toISOString(),
    did: did.slice(0, MAX_SAYING_LENGTH),
    kept: null,
    look,
  })

  /** Adds states and gives up what is too much; the current one stays. */
  const grown = (fresh: readonly TrailState[], current: string): TrailChange => {
    const all = [...states.value, ...fresh]
    const gone = new Set(statesToDrop(all, current))
    const left = gone.size ? withoutStates(all, gone) : all
    const before = new Set(states.value)
    const put = left.filter(state => !before.has(state))
    states.value = left
    return { put, remove: [...gone] }
  }

  /**
   * The state a project is in, by its id, or, where it has none yet, a first one to be added. One that is not here yet
   * is on its way.
   */
  const standing = (project: Project): { id: string; fresh: TrailState[] } => {
    if (project.state !== null && (find(project.state) || !loaded)) return { id: project.state, fresh: [] }
    const first = stateOf(lookOf(project), states.value.length ? 'before' : 'start', null)
    return { id: first.id, fresh: [first] }
  }

  /** The trail's part of a save; it is not asked for again. */
  const taken = (): TrailChange => {
    const now = change
    change = NO_CHANGE
    return now
  }
  const save = (more: TrailChange): void => {
    if (history.settled) saving.edited(history.settled, more)
  }

  /** Takes down what commands made of a project: the id of the state it is in after them. Null where its look is the same. */
  const record = (before: Project, after: Project, did: string): string | null => {
    const [was, is] = [lookOf(before), lookOf(after)]
    if (equal(was, is)) return null
    const from = standing(before)
    const next = stateOf(is, did, from.id)
    change = joinChanges(change, grown([...from.fresh, next], next.id))
    return next.id
  }

  /** Goes back, or on, to a state of the trail. */
  const goTo = ({ id }: TrailState): void => {
    const [now, state] = [history.settled, find(id)] // its own: the one a list shows may be watched
    if (!now || !state || now.state === id) return history.preview(null)
    const there = history.after(now, { do: 'adopt', look: state.look, what: 'trail' })
    history.step({ ...there, state: id }, 'trail')
  }

  /** Keeps a look for good under a name, beside the present one; or keeps the present one. */
  const keepName = (
    project: Project,
    name: string,
    look: Look | null,
  ): { state: TrailState; at: string; more: TrailChange } => {
    const { id, fresh } = standing(project)
    const wanted = look ?? lookOf(project)
    const known = [...states.value, ...fresh].find(state => (look ? equal(state.look, look) : state.id === id))
    const state: TrailState = { ...(known ?? stateOf(wanted, 'kept', id)), kept: name }
    const added = fresh.filter(each => each.id !== state.id)
    if (!states.value.some(each => each.id === state.id)) return { state, at: id, more: grown([...added, state], id) }
    states.value = [...states.value, ...added].map(each => (each.id === state.id ? state : each))
    return { state, at: id, more: { put: [...added, state], remove: [] } }
  }
  /** Keeps a look on the trail for good: one that is only looked at, or, with null, the present one. */
  const keep = (name: string, look: Look | null = null): TrailState | null => {
    const now = history.settled
    if (!now || history.refuses()) return null
    const { state, at, more } = keepName(now, name, look)
    if (now.state !== at) history.amend({ ...now, state: at })
    save(more)
    return state
  }

  /** Renames a state that is kept, or, with null, stops keeping it. */
  const rename = (id: string, name: string | null): void => {
    if (history.refuses()) return
    const put = states.value.filter(state => state.id === id).map(state => ({ ...state, kept: name }))
    states.value = states.value.map(state => put.find(each => each.id === state.id) ?? state)
    save({ put, remove: [] })
  }

  /** Gets the trail of a project, with what was not saved yet, as long as `here` says that the project is still open. */
  const open = async (id: string, left: TrailChange | null, here: () => boolean): Promise<void> => {
    const unsaved = left ?? NO_CHANGE
    problem.value = null
    loaded = false
    try {
      const stored = unpackTrail(await server.trail(id))
      if (!here()) return
      const put = new Map(unsaved.put.map(state => [state.id, state]))
      const known = new Set(stored.map(state => state.id))
      const fresh = states.value.filter(state => !known.has(state.id) && !put.has(state.id))
      states.value = [
        ...stored.map(state => put.get(state.id) ?? state),
        ...unsaved.put.filter(state => !known.has(state.id)),
        ...fresh,
      ].filter(state => !unsaved.remove.includes(state.id))
      loaded = true
    } catch (error) {
      if (here()) problem.value = reasonOf(error)
    }
  }
  const close = (): void => {
    states.value = []
    change = NO_CHANGE
    loaded = false
    problem.value = null
  }

  return { states, problem, find, record, taken, goTo, keep, rename, open, close }
})
