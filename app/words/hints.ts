/** The hints of the first minutes, in the order they are given. */
export const HINTS = ['band', 'stage', 'proofs', 'ribbons', 'freeze'] as const
export type Hint = (typeof HINTS)[number]

/** The storage key of hints that were put away. */
export const HINTS_GONE = 'plumbago hints put away'
