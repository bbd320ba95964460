import { z } from 'zod'
import { offsetsOf, spreadOf } from '../harmony/harmony'
import { SHADINGS } from '../remap/remap'
import { artworkSchema, baseSchema, harmonySchema, hexSchema, idSchema, nameSchema, targetSchema, type Harmony, type Project, type Target } from './schema'
import { schemeOf } from './scheme'

/** Everything that can be done to a project. */
export const commandSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('rename'), name: nameSchema }),
  z.object({ do: z.literal('set base'), base: baseSchema }),
  z.object({ do: z.literal('compose'), harmony: harmonySchema.partial(), targets: z.record(hexSchema, targetSchema).optional() }),
  z.object({ do: z.literal('add artwork'), artwork: artworkSchema, targets: z.record(hexSchema, targetSchema) }),
  z.object({ do: z.literal('remove artwork'), id: idSchema }),
  z.object({ do: z.literal('match'), targets: z.record(hexSchema, targetSchema) }),
  z.object({ do: z.literal('retarget'), inks: z.array(hexSchema).min(1), to: idSchema.nullable() }),
  z.object({ do: z.literal('exchange'), swatches: z.tuple([idSchema, idSchema]) }),
  z.object({ do: z.literal('shade'), shading: z.enum(SHADINGS) }),
])
export type Command = z.infer<typeof commandSchema>

/** A harmony changed in part: a new kind opens at its usual spread, and a free one starts at the angles that were there. */
const composed = (before: Harmony, change: Extract<Command, { do: 'compose' }>['harmony']): Harmony => {
  const next = { ...before, ...Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined)) } as Harmony
  const newKind = next.kind !== before.kind
  const free = newKind && next.kind === 'free' && !change.free ? offsetsOf(before.kind, before.spread, before.free) : next.free
  return { ...next, free, spread: spreadOf(next.kind, newKind && change.spread === undefined ? undefined : next.spread) }
}

const withTargets = (project: Project, targets: Readonly<Record<string, Target>>): Project =>
  ({ ...project, remap: { ...project.remap, targets: { ...project.remap.targets, ...targets } } })

const retargeted = (project: Project, change: (target: Target) => string | null): Project => {
  const { targets } = project.remap
  return withTargets(project, Object.fromEntries(Object.entries(targets).flatMap(([hex, target]) => {
    const to = change(target)
    return to === target.to ? [] : [[hex, { to, by: 'hand' as const }]]
  })))
}

/** The project after a command. The project given is not changed; a command that changes nothing returns an equal one. */
export const apply = (project: Project, command: Command): Project => {
  switch (command.do) {
    case 'rename': return { ...project, name: command.name }
    case 'set base': return { ...project, base: command.base, scheme: schemeOf(command.base, project.harmony, project.scheme) }
    case 'compose': {
      const harmony = composed(project.harmony, command.harmony)
      return withTargets({ ...project, harmony, scheme: schemeOf(project.base, harmony, project.scheme) }, command.targets ?? {})
    }
    case 'add artwork': return withTargets({ ...project, artwork: [...project.artwork, command.artwork] }, command.targets)
    case 'remove artwork': return { ...project, artwork: project.artwork.filter(({ id }) => id !== command.id) }
    case 'match': return withTargets(project, command.targets)
    case 'retarget': return withTargets(project, Object.fromEntries(command.inks.map(hex => [hex, { to: command.to, by: 'hand' as const }])))
    case 'exchange': {
      const [one, other] = command.swatches
      return retargeted(project, ({ to }) => to === one ? other : to === other ? one : to)
    }
    case 'shade': return { ...project, remap: { ...project.remap, shading: command.shading } }
  }
}

/** What a command does, as the undo button says it. */
export const sayCommand = (command: Command): string => {
  switch (command.do) {
    case 'rename': return 'rename'
    case 'set base': return 'base color'
    case 'compose': return Object.keys(command.harmony)[0] === 'kind' ? 'harmony' : Object.keys(command.harmony)[0] ?? 'harmony'
    case 'add artwork': return 'add artwork'
    case 'remove artwork': return 'remove artwork'
    case 'match': return 'match again'
    case 'retarget': return command.to === null ? 'leave as is' : 'change target'
    case 'exchange': return 'exchange'
    case 'shade': return 'shading'
  }
}
