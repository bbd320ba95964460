import type { Artwork } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import type { InkArea } from '#core/remap/match'
import { ARTWORK } from './artwork'
import { BASE } from './base'
import { CHECKING } from './checking'
import { COLORWAYS } from './colorways'
import type { Kind } from './command'
import { GATHERING } from './gathering'
import { HAND_OVER } from './handOver'
import { settleTargets } from './matching'
import { PROJECT } from './project'
import { REFERENCES } from './references'
import { SHADING } from './shading'
import { SWATCHES } from './swatches'
import { TARGETS } from './targets'
import { TOUCHES } from './touches'
import { WHOLE } from './whole'

/** Everything that can be done to a project. */
export const COMMANDS = {
  ...PROJECT,
  ...BASE,
  ...SWATCHES,
  ...WHOLE,
  ...GATHERING,
  ...TARGETS,
  ...SHADING,
  ...TOUCHES,
  ...CHECKING,
  ...COLORWAYS,
  ...HAND_OVER,
  ...ARTWORK,
  ...REFERENCES,
}

type Commands = typeof COMMANDS

type ParametersOf<AnyKind> = AnyKind extends Kind<infer Parameters> ? Parameters : never

/** A command: its name and its parameters. */
export type Command = { [Do in keyof Commands]: { do: Do } & ParametersOf<Commands[Do]> }[keyof Commands]

const kindFor = (command: Command): Kind<Command> => COMMANDS[command.do] as unknown as Kind<Command>

/** Known facts about the artwork of projects: all its inks as one list, as far as they are at hand. */
export interface Known {
  inks: (artwork: readonly Artwork[]) => readonly InkArea[]
  /** True if colors only pass by: then inks stay with their swatches while these change. */
  passing?: boolean
}

const NOTHING: readonly InkArea[] = []

/** Nothing is known of any artwork: inks keep the targets they have. */
export const NOTHING_KNOWN: Known = { inks: () => NOTHING }

/**
 * The project after a command, with its inks matched to the swatches where that is needed. The project given is not
 * changed; a command that changes nothing returns an equal one.
 */
export const apply = (project: Project, command: Command, { inks, passing }: Known): Project => {
  const kind = kindFor(command)
  const next = kind.does(project, command, inks(project.artwork))
  const how = kind.matches(command)
  return settleTargets(project, next, inks(next.artwork), passing && how === 'recolored' ? 'others' : how)
}

/** Describes a command, as the undo button, a notice and the trail say it. */
export const sayCommand = (command: Command): string => kindFor(command).says(command)
