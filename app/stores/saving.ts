import equal from 'fast-deep-equal'
import { defineStore } from 'pinia'
import { z } from 'zod'
import { projectSchema, storedProjectSchema, type Project, type StoredProject } from '../../core/project/schema'
import { joinedChange, trailChangeSchema, type TrailChange, type TrailState } from '../../core/project/trail'

/** Where the work stands: on the server, on its way, waiting for the server, or at odds with what is there. */
export type SaveState =
  | { kind: 'saved' }
  | { kind: 'saving' }
  | { kind: 'waiting'; why: string }
  | { kind: 'conflict'; copy: StoredProject | null; theirs: StoredProject }

const QUIET = 400
const AGAIN = [1000, 2000, 4000, 8000]

const NO_CHANGE: TrailChange = { put: [], remove: [] }

const draftSchema = z.object({
  version: z.number().int(),
  document: projectSchema,
  trail: trailChangeSchema.default(NO_CHANGE),
})
const draftKey = (id: string): string => `plumbago draft ${id}`

const readDraft = (id: string): z.infer<typeof draftSchema> | null => {
  try {
    return draftSchema.safeParse(JSON.parse(localStorage.getItem(draftKey(id)) ?? 'null')).data ?? null
  } catch {
    return null // a draft that is not JSON is none
  }
}

/** What is still to be saved of a trail once a part of it has been. */
const leftOf = ({ put, remove }: TrailChange, sent: TrailChange): TrailChange => ({
  put: put.filter(state => !sent.put.includes(state)),
  remove: remove.filter(id => !sent.remove.includes(id)),
})

/**
 * Saves the project as it changes. What is not yet on the server is kept in the browser too, so that neither a dropped
 * server nor a closed window loses it; a save that meets a newer version keeps both.
 */
export const useSaving = defineStore('saving', () => {
  const server = useServer()
  const state = ref<SaveState>({ kind: 'saved' })
  let id: string | null = null
  let version = 0
  let pending: Project | null = null
  let trail = NO_CHANGE
  let wholeTrail: () => readonly TrailState[] = () => []
  let underway: Promise<void> = Promise.resolve()
  let failures = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  const later = (wait: number): void => {
    clearTimeout(timer)
    timer = setTimeout(() => void save(), wait)
  }

  const keepDraft = (project: string, document: Project): void => {
    try {
      localStorage.setItem(draftKey(project), JSON.stringify({ version, document, trail }))
    } catch {
      if (state.value.kind === 'waiting')
        state.value = {
          kind: 'waiting',
          why: 'This browser has no room to keep the work: leave this window open until it is saved.',
        }
    }
  }

  const conflicted = async (project: string, mine: Project, theirs: StoredProject): Promise<void> => {
    const name = `${mine.name} (kept from a conflict)`.slice(0, 120)
    const copy = await server.createFrom({ ...mine, name }, { put: [...wholeTrail()], remove: [] }).catch(() => null)
    if (project !== id) return
    if (copy) {
      localStorage.removeItem(draftKey(project))
      pending = null
      trail = NO_CHANGE
    }
    state.value = { kind: 'conflict', copy, theirs }
    if (!copy) later(AGAIN.at(-1) as number)
  }

  /** The document is on the server, with what was sent of the trail; what came after it follows. */
  const arrived = (project: string, document: Project, sent: TrailChange, reached: number): void => {
    failures = 0
    const same = project === id
    if (same) trail = leftOf(trail, sent)
    const done = pending === document && !trail.put.length && !trail.remove.length
    if (!same || done) localStorage.removeItem(draftKey(project))
    if (!same) return
    version = reached
    if (done) {
      pending = null
      state.value = { kind: 'saved' }
    } else if (pending) {
      keepDraft(project, pending)
      later(0)
    }
  }

  const failed = async (project: string, document: Project, sent: TrailChange, error: unknown): Promise<void> => {
    if (error instanceof Refused && error.status === 409) {
      const theirs = storedProjectSchema.safeParse(error.data)
      if (theirs.success && equal(theirs.data.document, document))
        return arrived(project, document, sent, theirs.data.version)
      if (theirs.success) return conflicted(project, document, theirs.data)
    }
    if (project !== id) return
    const why = reasonOf(error)
    state.value = { kind: 'waiting', why }
    later(AGAIN[Math.min(failures++, AGAIN.length - 1)] as number)
  }

  const send = async (project: string, document: Project, sent: TrailChange): Promise<void> => {
    try {
      const saved = await server.save(project, version, document, sent)
      arrived(project, document, sent, saved.version)
    } catch (error) {
      await failed(project, document, sent, error)
    }
  }

  const save = async (): Promise<void> => {
    await underway
    if (!pending || !id) return
    underway = send(id, pending, trail)
    await underway
  }

  /** Takes note of a change of the project, and of its trail, to be saved when the hand rests. */
  const changed = (document: Project, change: TrailChange = NO_CHANGE): void => {
    if (!id) return
    pending = document
    trail = joinedChange(trail, change)
    keepDraft(id, document)
    if (state.value.kind === 'conflict') return
    if (state.value.kind === 'saved') state.value = { kind: 'saving' }
    if (state.value.kind === 'saving') later(QUIET)
  }

  /** Gets a project from the server, with the unsaved work that was left here on top of it. */
  const open = async (
    project: string,
    states: () => readonly TrailState[],
  ): Promise<{ stored: StoredProject; unsaved: TrailChange }> => {
    await underway
    const stored = await server.project(project)
    const draft = readDraft(project)
    id = project
    version = draft?.version ?? stored.version
    pending = draft?.document ?? null
    trail = draft?.trail ?? NO_CHANGE
    wholeTrail = states
    state.value = { kind: pending ? 'saving' : 'saved' }
    return { stored: draft ? { ...stored, document: draft.document } : stored, unsaved: trail }
  }

  /** Saves at once what is waiting. */
  const resume = (): void => {
    if (pending) later(0)
  }

  /** Goes on from a version that is stored, without what was here. */
  const adopt = (stored: StoredProject): void => {
    if (id) localStorage.removeItem(draftKey(id))
    pending = null
    trail = NO_CHANGE
    version = stored.version
    state.value = { kind: 'saved' }
  }

  const close = (): void => {
    if (pending && id && state.value.kind === 'saving')
      underway = underway.then(
        (
          (project, document, sent) => () =>
            send(project, document, sent)
        )(id, pending, trail),
      )
    clearTimeout(timer)
    id = null
    pending = null
    trail = NO_CHANGE
    failures = 0
    state.value = { kind: 'saved' }
  }

  return { state, changed, open, resume, adopt, close }
})
