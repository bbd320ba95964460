import equal from 'fast-deep-equal'
import type { Project } from './project'

/**
 * The difference between two states of a document: its parts that changed, each whole, and of the remapping, which is large, only those
 * of its parts that did. Everything else stays as it was.
 */
export interface DocumentChange {
  parts: Record<string, unknown>
  remap: Record<string, unknown>
}

/** The fields of a record that are others than in another of the same fields. */
const otherFields = <Of extends object>(before: Of, after: Of): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(after).filter(([name, value]) => {
      const was = before[name as keyof Of] as unknown
      return was !== value && !equal(was, value)
    }),
  )

/** Returns what has to be known of a document by someone who has the one before. */
export const changeBetween = (before: Project, after: Project): DocumentChange => {
  const { remap: remapBefore, ...partsBefore } = before
  const { remap, ...parts } = after
  return { parts: otherFields(partsBefore, parts), remap: otherFields(remapBefore, remap) }
}

/** Returns a document after a change; what comes from elsewhere has to be validated as a document afterwards. */
export const withChange = (before: Project, { parts, remap }: DocumentChange): unknown => ({
  ...before,
  ...parts,
  remap: { ...before.remap, ...remap },
})
