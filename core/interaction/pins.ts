import type { ReviewThread } from '#core/document/review'

/** A comment that points at a spot of an artwork, by its number. */
export interface Pin {
  id: string
  artwork: string
  number: number
  x: number
  y: number
  author: string
}

/** The pins of threads that are open, numbered in the order they were written. */
export const pinsOf = (threads: readonly ReviewThread[]): Pin[] =>
  threads
    .filter(({ spot, resolvedAt }) => spot && !resolvedAt)
    .toReversed()
    .flatMap(({ id, author, spot }, i) => (spot ? [{ ...spot, id, author, number: i + 1 }] : []))
