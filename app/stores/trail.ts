import equal from 'fast-deep-equal'
import { defineStore } from 'pinia'
import { lookOf } from '../../core/project/compose'
import type { Look, Project } from '../../core/project/schema'
import { thinnedOut, unpackedTrail, withoutStates, type TrailChange, type TrailState } from '../../core/project/trail'

const LONGEST_SAYING = 80

/** The states the project in work has been through, oldest first. What changes here is saved with the project. */
export const useTrail = defineStore('trail', () => {
  const server = useServer()
  const states = shallowRef<readonly TrailState[]>([])
  const problem = ref<string | null>(null)
  let loaded = false
  const find = (id: string | null): TrailState | undefined =>
    id === null ? undefined : states.value.find(state => state.id === id)

  const stateOf = (look: Look, did: string, parent: string | null): TrailState => ({
    id: crypto.randomUUID(),
    parent,
    at: new Date().toISOString(),
    did: did.slice(0, LONGEST_SAYING),
    kept: null,
    look,
  })

  /** Adds states and gives up what is too much; the current one stays. */
  const grown = (fresh: readonly TrailState[], current: string): TrailChange => {
    const all = [...states.value, ...fresh]
    const gone = new Set(thinnedOut(all, current))
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
    if (project.at !== null && (find(project.at) || !loaded)) return { id: project.at, fresh: [] }
    const first = stateOf(lookOf(project), states.value.length ? 'before' : 'start', null)
    return { id: first.id, fresh: [first] }
  }

  /**
   * Takes down what a command made of a project: the state it is in after it, and what there is to save. Null where
   * its look is the same.
   */
  const record = (before: Project, after: Project, did: string): { at: string; change: TrailChange } | null => {
    const [was, is] = [lookOf(before), lookOf(after)]
    if (equal(was, is)) return null
    const from = standing(before)
    const next = stateOf(is, did, from.id)
    return { at: next.id, change: grown([...from.fresh, next], next.id) }
  }

  /** Keeps a look for good, beside the one the project is in, by a name; or that one itself. */
  const keep = (
    project: Project,
    name: string,
    look: Look | null,
  ): { state: TrailState; at: string; change: TrailChange } => {
    const { id, fresh } = standing(project)
    const wanted = look ?? lookOf(project)
    const known = [...states.value, ...fresh].find(state => (look ? equal(state.look, look) : state.id === id))
    const kept: TrailState = { ...(known ?? stateOf(wanted, 'kept', id)), kept: name }
    const added = fresh.filter(state => state.id !== kept.id)
    if (!states.value.some(state => state.id === kept.id))
      return { state: kept, at: id, change: grown([...added, kept], id) }
    states.value = [...states.value, ...added].map(state => (state.id === kept.id ? kept : state))
    return { state: kept, at: id, change: { put: [...added, kept], remove: [] } }
  }

  /** Names a kept state otherwise, or, with null, lets it go like the others. */
  const rename = (id: string, name: string | null): TrailChange => {
    const put = states.value.filter(state => state.id === id).map(state => ({ ...state, kept: name }))
    states.value = states.value.map(state => put.find(each => each.id === state.id) ?? state)
    return { put, remove: [] }
  }

  /** Gets the trail of a project, with what was not saved yet. */
  const open = async (id: string, unsaved: TrailChange): Promise<void> => {
    problem.value = null
    loaded = false
    try {
      const stored = unpackedTrail(await server.trail(id))
      const put = new Map(unsaved.put.map(state => [state.id, state]))
      const known = new Set(stored.map(state => state.id))
      const here = states.value.filter(state => !known.has(state.id) && !put.has(state.id))
      states.value = [
        ...stored.map(state => put.get(state.id) ?? state),
        ...unsaved.put.filter(state => !known.has(state.id)),
        ...here,
      ].filter(state => !unsaved.remove.includes(state.id))
      loaded = true
    } catch (error) {
      problem.value = reasonOf(error)
    }
  }
  const close = (): void => {
    states.value = []
    problem.value = null
  }

  return { states, problem, find, record, keep, rename, open, close }
})
