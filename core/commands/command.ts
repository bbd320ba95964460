import type { z } from 'zod'
import type { Project } from '#core/document/project'
import type { InkArea } from '#core/remap/match'

/**
 * The inks that are matched after a command: those that have no target, or one that is gone; all of them where the swatches
 * are others than before; where, besides, their colors are others and the matching keeps the picture; where, besides,
 * there are inks that were not there and the matching keeps the picture, so that a set shares one assignment; or all of
 * them in any case. What was sent by hand stays as long as its swatch does.
 */
export type Matching = 'missing' | 'others' | 'recolored' | 'joined' | 'anew'

/** The parameters of a command, by its schema. */
type Given<Takes extends z.ZodRawShape> = z.infer<z.ZodObject<Takes>>

/** One kind of command: what it takes, what it says, what it does. */
export interface Kind<Takes extends z.ZodRawShape> {
  takes: z.ZodObject<Takes>
  /** A description, as the undo button, a notice and the trail say it. */
  says: (given: Given<Takes>) => string
  /** The project after it; the one given is not changed. `inks` are all those of its artwork, as far as known. */
  does: (project: Project, given: Given<Takes>, inks: readonly InkArea[]) => Project
  matches: (given: Given<Takes>) => Matching
}

/** A kind of command without its types, as the record of all is gone through. */
export type AnyKind = Kind<z.ZodRawShape>

/** Makes a kind of command. Inks are matched where swatches are others than before, unless said otherwise. */
export const kindOf = <Takes extends z.ZodRawShape>(
  takes: z.ZodObject<Takes>,
  says: string | ((given: Given<Takes>) => string),
  does: Kind<Takes>['does'],
  matches: Matching | ((given: Given<Takes>) => Matching) = 'others',
): Kind<Takes> => ({
  takes,
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
