import { z } from 'zod'
import type { Artwork } from '#core/document/artwork'
import type { Project } from '#core/document/project'
import type { InkArea } from '#core/remap/match'
import { ARTWORK } from './artwork'
import { BASE } from './base'
import { CHECKING } from './checking'
import { COLORWAYS } from './colorways'
import type { AnyKind } from './command'
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

type Taken<Takes extends z.ZodObject> = keyof Takes['shape'] extends never ? unknown : z.infer<Takes>

/** A command: what is to be done, and what that takes. */
export type Command = { [Do in keyof Commands]: { do: Do } & Taken<Commands[Do]['takes']> }[keyof Commands]

const kindFor = (command: Command): AnyKind => COMMANDS[command.do] as unknown as AnyKind

const schemas = Object.entries(COMMANDS).map(([name, { takes }]) => takes.extend({ do: z.literal(name) }))

/** Reads a command that comes in from outside. */
export const commandSchema = z.discriminatedUnion('do', schemas as never) as unknown as z.ZodType<Command>

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
