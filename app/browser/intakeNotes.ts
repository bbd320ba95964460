/* Notes on intakes of artwork that a window was closed over: they stand in the storage of the browser until they are read. */

const KEY = 'plumbago intake'

export interface IntakeNote {
  project: string
  /** The number of files chosen, and of those that were added. */
  of: number
  added: number
}

/** Notes that files were coming into a project when it was left. Without room in the storage there is no note. */
export const noteIntake = (note: IntakeNote): void => {
  try {
    localStorage.setItem(KEY, JSON.stringify(note))
  } catch {
    // there is no room, and no notice later
  }
}

/** Takes the note on a project, which is gone then; null where there is none. */
export const takeIntakeNote = (project: string): IntakeNote | null => {
  const text = localStorage.getItem(KEY)
  if (!text) return null
  try {
    const note = JSON.parse(text) as IntakeNote
    if (note.project !== project) return null
    localStorage.removeItem(KEY)
    return typeof note.of === 'number' && typeof note.added === 'number' ? note : null
  } catch {
    localStorage.removeItem(KEY)
    return null
  }
}
