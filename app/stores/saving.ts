import equal from 'fast-deep-equal'
import { defineStore } from 'pinia'
import { z } from 'zod'
import { projectSchema, storedProjectSchema, type Project, type StoredProject } from '../../core/project/schema'

/** Where the work stands: on the server, on its way, waiting for the server, or at odds with what is there. */
export type SaveState =
  | { kind: 'saved' } | { kind: 'saving' }
  | { kind: 'waiting', why: string }
  | { kind: 'conflict', copy: StoredProject | null, theirs: StoredProject }

const QUIET = 400
const AGAIN = [1000, 2000, 4000, 8000]

const draftSchema = z.object({ version: z.number().int(), document: projectSchema })
const draftKey = (id: string): string => `plumbago draft ${id}`

const readDraft = (id: string): z.infer<typeof draftSchema> | null => {
  try {
    return draftSchema.safeParse(JSON.parse(localStorage.getItem(draftKey(id)) ?? 'null')).data ?? null
  } catch {
    return null // a draft that is not JSON is none
  }
}

/**
 * Saves the project as it changes. What is not yet on the server is kept in the browser too, so that neither a
 * dropped server nor a closed window loses it; a save that meets a newer version keeps both.
 */
export const useSaving = defineStore('saving', () => {
  const server = useServer()
  const state = ref<SaveState>({ kind: 'saved' })
  let id: string | null = null
  let version = 0
  let pending: Project | null = null
  let underway: Promise<void> = Promise.resolve()
  let failures = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  const later = (wait: number): void => {
    clearTimeout(timer)
    timer = setTimeout(() => void save(), wait)
  }

  const keepDraft = (project: string, document: Project): void => {
    try {
      localStorage.setItem(draftKey(project), JSON.stringify({ version, document }))
    } catch {
      if (state.value.kind === 'waiting') state.value = { kind: 'waiting', why: 'This browser has no room to keep the work: leave this window open until it is saved.' }
    }
  }

  const conflicted = async (project: string, mine: Project, theirs: StoredProject): Promise<void> => {
    const name = `${mine.name} (kept from a conflict)`.slice(0, 120)
    const copy = await server.createFrom({ ...mine, name }).catch(() => null)
    if (project !== id) return
    if (copy) {
      localStorage.removeItem(draftKey(project))
      pending = null
    }
    state.value = { kind: 'conflict', copy, theirs }
    if (!copy) later(AGAIN.at(-1) as number)
  }

  /** The document is on the server; what came after it follows. */
  const arrived = (project: string, document: Project, reached: number): void => {
    failures = 0
    if (project !== id || pending === document) localStorage.removeItem(draftKey(project))
    if (project !== id) return
    version = reached
    if (pending === document) {
      pending = null
      state.value = { kind: 'saved' }
    } else if (pending) {
      keepDraft(project, pending)
      later(0)
    }
  }

  const failed = async (project: string, document: Project, error: unknown): Promise<void> => {
    if (error instanceof Refused && error.status === 409) {
      const theirs = storedProjectSchema.safeParse(error.data)
      if (theirs.success && equal(theirs.data.document, document)) return arrived(project, document, theirs.data.version)
      if (theirs.success) return conflicted(project, document, theirs.data)
    }
    if (project !== id) return
    const why = reasonOf(error)
    state.value = { kind: 'waiting', why }
    later(AGAIN[Math.min(failures++, AGAIN.length - 1)] as number)
  }

  const send = async (project: string, document: Project): Promise<void> => {
    try {
      const saved = await server.save(project, version, document)
      arrived(project, document, saved.version)
    } catch (error) {
      await failed(project, document, error)
    }
  }

  const save = async (): Promise<void> => {
    await underway
    if (!pending || !id) return
    underway = send(id, pending)
    await underway
  }

  /** Takes note of a change, to be saved when the hand rests. */
  const changed = (document: Project): void => {
    if (!id) return
    pending = document
    keepDraft(id, document)
    if (state.value.kind === 'conflict') return
    if (state.value.kind === 'saved') state.value = { kind: 'saving' }
    if (state.value.kind === 'saving') later(QUIET)
  }

  /** Gets a project from the server, with the unsaved work that was left here on top of it. */
  const open = async (project: string): Promise<StoredProject> => {
    await underway
    const stored = await server.project(project)
    const draft = readDraft(project)
    id = project
    version = draft?.version ?? stored.version
    pending = draft?.document ?? null
    state.value = { kind: pending ? 'saving' : 'saved' }
    return draft ? { ...stored, document: draft.document } : stored
  }

  /** Saves at once what is waiting. */
  const resume = (): void => { if (pending) later(0) }

  /** Goes on from a version that is stored, without what was here. */
  const adopt = (stored: StoredProject): void => {
    if (id) localStorage.removeItem(draftKey(id))
    pending = null
    version = stored.version
    state.value = { kind: 'saved' }
  }

  const close = (): void => {
    if (pending && id && state.value.kind === 'saving') underway = underway.then(((project, document) => () => send(project, document))(id, pending))
    clearTimeout(timer)
    id = null
    pending = null
    failures = 0
    state.value = { kind: 'saved' }
  }

  return { state, changed, open, resume, adopt, close }
})
