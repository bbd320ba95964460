/** The hints of the first minutes, in the order they are given. */
export const HINTS = ['band', 'stage', 'proofs', 'ribbons', 'freeze'] as const
export type Hint = (typeof HINTS)[number]

/** What those that were put away are kept under in the browser. */
export const HINTS_GONE = 'plumbago hints put away'
