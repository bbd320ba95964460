import { draftKey, isDraftOf, type StoredDraft, windowLock } from '#core/interaction/drafts'
import type { Draft } from '#core/history/saving'
import { documentDesk } from './documentDesk'

/* Unsaved work in this browser's storage. */

/** The id of this window. Over plain HTTP, where reviews may be read too, browsers have no `randomUUID`. */
export const WINDOW = 'randomUUID' in crypto ? crypto.randomUUID() : `${Date.now()}-${Math.random()}`

// A lock for as long as this window is open shows others that its drafts are in use.
void navigator.locks?.request(windowLock(WINDOW), () => new Promise<void>(() => undefined)).catch(() => null)

/** The names of all locks of open windows; none where the browser does not list them. */
const locksHeld = async (): Promise<Set<string>> => {
  const locks = (await navigator.locks?.query().catch(() => null))?.held ?? []
  return new Set(locks.flatMap(({ name }) => name ?? []))
}

/** Keeps a draft of this window; false where the browser has no room for it. */
export const keepDraft = (project: string, draft: Omit<Draft, 'time'>): boolean => {
  try {
    localStorage.setItem(draftKey(project, WINDOW), JSON.stringify({ ...draft, time: Date.now() }))
    return true
  } catch {
    return false
  }
}

export const dropDraft = (project: string): void => localStorage.removeItem(draftKey(project, WINDOW))

/** A draft that was found, and how to give it up. */
export interface FoundDraft extends StoredDraft {
  drop: () => void
}

/** The drafts of a project that no other open window works on, latest first. The first is this window's from now on. */
export const draftsOf = async (project: string): Promise<FoundDraft[]> => {
  const stored = new Map(Object.entries<string>({ ...localStorage }).filter(([key]) => isDraftOf(project, key)))
  if (!stored.size) return []
  const free = await documentDesk.at().freeDrafts(project, stored, await locksHeld(), WINDOW)
  const found = free.map(draft => ({ ...draft, drop: () => localStorage.removeItem(draft.key) }))
  const [first] = found
  if (first && first.key !== draftKey(project, WINDOW) && keepDraft(project, first)) first.drop()
  return found
}
