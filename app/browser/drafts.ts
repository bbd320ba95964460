import { draftSchema, type Draft } from '#core/history/saving'

/* Unsaved work, kept in the browser: one draft per window and project, so that windows do not overwrite each other's. */

/** What this window is known by. */
export const WINDOW = crypto.randomUUID()
const lockOf = (window: string): string => `plumbago window ${window}`
const beginning = (project: string): string => `plumbago draft ${project}`
const keyOf = (project: string): string => `${beginning(project)} ${WINDOW}`

// A lock that is held as long as this window is open tells others that its drafts are in use.
void navigator.locks?.request(lockOf(WINDOW), () => new Promise<void>(() => undefined)).catch(() => null)

/** The windows that are open; where the browser does not tell, this one alone. */
const openWindows = async (): Promise<Set<string>> => {
  const held = (await navigator.locks?.query().catch(() => null))?.held ?? []
  return new Set([lockOf(WINDOW), ...held.flatMap(({ name }) => name ?? [])])
}

/** Keeps a draft of this window; false where the browser has no room for it. */
export const keepDraft = (project: string, draft: Omit<Draft, 'time'>): boolean => {
  try {
    localStorage.setItem(keyOf(project), JSON.stringify({ ...draft, time: Date.now() }))
    return true
  } catch {
    return false
  }
}

export const dropDraft = (project: string): void => localStorage.removeItem(keyOf(project))

const readDraft = (key: string): Draft | null => {
  try {
    return draftSchema.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null')).data ?? null
  } catch {
    return null // a draft that is not JSON is none
  }
}

/** A draft that was found, and how to give it up. */
export interface FoundDraft extends Draft {
  drop: () => void
}

/** The drafts of a project that no other open window works on, latest first. The first is this window's from now on. */
export const draftsOf = async (project: string): Promise<FoundDraft[]> => {
  const open = await openWindows()
  const keys = Object.keys(localStorage).filter(
    key => key === beginning(project) || key.startsWith(`${beginning(project)} `),
  )
  const free = keys.filter(key => key === keyOf(project) || !open.has(lockOf(key.slice(beginning(project).length + 1))))
  const found = free.flatMap(key => {
    const draft = readDraft(key)
    return draft ? [{ ...draft, key, drop: () => localStorage.removeItem(key) }] : []
  })
  found.sort((one, other) => other.time - one.time)
  const [first] = found
  if (first && first.key !== keyOf(project) && keepDraft(project, first)) first.drop()
  return found
}
