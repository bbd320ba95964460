import type { Project } from '#core/document/project'
import type { InkArea } from '#core/remap/match'

/**
 * The inks that are matched after a command: those that have no target, or one that is gone; all of them where the swatches
 * are others than before; where, besides, their colors are others and the matching keeps the picture; where, besides,
 * there are inks that were not there and the matching keeps the picture, so that a set shares one assignment; or all of
 * them in any case. What was sent by hand stays as long as its swatch does.
 */
export type Matching = 'missing' | 'others' | 'recolored' | 'joined' | 'anew'

/** One kind of command with its parameters. */
export interface Kind<Parameters> {
  /** Returns a description, as the undo button, a notice and the trail show it. */
  says: (given: Parameters) => string
  /** Returns the project after it; the one given is not changed. `inks` are all those of its artwork, as far as known. */
  does: (project: Project, given: Parameters, inks: readonly InkArea[]) => Project
  matches: (given: Parameters) => Matching
}

/** Part of something, in which what is undefined stays as it is. */
export type Change<Whole> = { [Key in keyof Whole]?: Whole[Key] | undefined }

/** Makes a kind of command. Inks are matched where swatches are others than before, unless stated otherwise. */
export const kindOf = <Parameters = unknown>(
  says: string | ((given: Parameters) => string),
  does: Kind<Parameters>['does'],
  matches: Matching | ((given: Parameters) => Matching) = 'others',
): Kind<Parameters> => ({
  says: typeof says === 'string' ? () => says : says,
  does,
  matches: typeof matches === 'string' ? () => matches : matches,
})

/** The entries of a partial change that say something. */
export const definedEntries = <Change extends object>(
  change: Change,
): { [Key in keyof Change]: Exclude<Change[Key], undefined> } =>
  Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined)) as {
    [Key in keyof Change]: Exclude<Change[Key], undefined>
  }
