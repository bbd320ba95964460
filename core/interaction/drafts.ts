import { draftSchema, type Draft } from '#core/history/saving'

/* Unsaved work as the browser stores it: one draft per window and project, so that windows do not overwrite each other's. */

const PREFIX = 'plumbago draft'

/** Returns what a window's draft of a project is stored under. */
export const draftKey = (project: string, window: string): string => `${PREFIX} ${project} ${window}`

/** The name of the lock a window holds as long as it is open. */
export const windowLock = (window: string): string => `plumbago window ${window}`

/** Reads a stored draft; null where it is none. */
export const readDraft = (text: string | null): Draft | null => {
  try {
    return draftSchema.safeParse(JSON.parse(text ?? 'null')).data ?? null
  } catch {
    return null // what is no JSON is no draft
  }
}

/** A draft and what it is stored under. */
export interface StoredDraft extends Draft {
  key: string
}

/** Returns whether a key of the browser's storage is that of a draft of a project. */
export const isDraftOf = (project: string, key: string): boolean =>
  // drafts of the first version had no window in their key
  key === `${PREFIX} ${project}` || key.startsWith(`${PREFIX} ${project} `)

/**
 * Returns the drafts of a project that no other open window works on, latest first.
 *
 * @param stored the texts of its drafts, by their keys
 * @param locks the locks in use, by name: those of open windows among them
 * @param window this window, whose own draft is free whatever locks say
 */
export const freeDrafts = (
  project: string,
  stored: ReadonlyMap<string, string>,
  locks: ReadonlySet<string>,
  window: string,
): StoredDraft[] => {
  const own = draftKey(project, window)
  const isFree = (key: string): boolean =>
    key === own || !locks.has(windowLock(key.slice(`${PREFIX} ${project} `.length)))
  return [...stored]
    .flatMap(([key, text]) => {
      const draft = isFree(key) ? readDraft(text) : null
      return draft ? [{ ...draft, key }] : []
    })
    .sort((one, other) => other.time - one.time)
}
