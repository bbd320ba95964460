import type { ByHand } from '#core/painting/painting'
import type { StageShapes } from '~/stores/stage'

/** The interface of a kind of artwork to the stage. */
export interface StageArtwork {
  /** The inks under the pointer. */
  inksAt: (event: PointerEvent) => readonly string[]
  /** A pointer pressed while shapes or areas are picked. */
  press: (event: PointerEvent) => void
  /** The things that can be picked on it; null where nothing can. */
  shapes: StageShapes | null
  /** The outline being drawn to pick with, as a path on the stage; empty while there is none. */
  drawn: string
  /** The work that takes time, in words; null while it does nothing. */
  doing: string | null
  /** Stops that; null where it cannot be stopped. */
  stop: (() => void) | null
  /** Why it cannot be shown, and another try where one makes sense. */
  problem: { words: string; again: (() => void) | null } | null
}

/** The appearance of artwork on the stage now: one value, so that its parts never change one after the other. */
export interface StageLook {
  colors: ReadonlyMap<string, string>
  byHand: ByHand
  /** True if colors are only passing by: of a drag, a spotlight, the original. */
  passing: boolean
}
