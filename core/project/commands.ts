import { z } from 'zod'
import { offsetsOf, spreadOf } from '../harmony/harmony'
import { SHADINGS } from '../remap/remap'
import { edited, extractedInto, madeBase, referenceRemoved, retied, sampleAdded, sampled, snapped, swatchRemoved, takenInto, worn } from './gather'
import {
  artworkSchema, baseSchema, gatheringSchema, harmonySchema, hexSchema, idSchema, MOST_SWATCHES, nameSchema, referenceSchema, regionSchema, sampleSchema, swatchSchema, targetSchema,
  type Harmony, type Project, type Target,
} from './schema'
import { schemeOf } from './scheme'

const targets = z.record(hexSchema, targetSchema).optional()
const share = z.number().min(0).max(1)

/** Everything that can be done to a project. Where the swatches change, `targets` say what inks become from then on. */
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
  z.object({ do: z.literal('add reference'), reference: referenceSchema }),
  z.object({ do: z.literal('change reference'), id: idSchema, change: referenceSchema.pick({ name: true, place: true }).partial().extend({ region: regionSchema.nullable().optional() }) }),
  z.object({ do: z.literal('arrange references'), places: z.record(idSchema, referenceSchema.shape.place) }),
  z.object({ do: z.literal('remove reference'), id: idSchema }),
  z.object({
    do: z.literal('extract'), targets,
    found: z.array(z.object({ hex: hexSchema, share, reference: idSchema, x: share, y: share })).max(MOST_SWATCHES),
    gathering: gatheringSchema.partial(),
  }),
  z.object({
    do: z.literal('take colors'), targets, kind: z.enum(['list', 'ink', 'shelf']), title: z.string().max(200),
    colors: z.array(z.object({ hex: hexSchema, name: swatchSchema.shape.name.nullable(), share: share.nullable() })).min(1).max(MOST_SWATCHES),
  }),
  z.object({ do: z.literal('set gathering'), gathering: gatheringSchema.pick({ count: true, apart: true }).partial() }),
  z.object({ do: z.literal('pull'), pull: gatheringSchema.shape.pull }),
  z.object({ do: z.literal('move sample'), id: idSchema, change: sampleSchema.pick({ x: true, y: true, patch: true, hex: true }).partial() }),
  z.object({ do: z.literal('snap samples'), id: idSchema.nullable() }),
  z.object({ do: z.literal('add sample'), sample: sampleSchema.omit({ id: true, found: true }), targets }),
  z.object({ do: z.literal('remove swatch'), id: idSchema, targets }),
  z.object({ do: z.literal('edit swatch'), id: idSchema, hex: hexSchema }),
  z.object({ do: z.literal('restore swatch'), id: idSchema }),
  z.object({ do: z.literal('lock'), id: idSchema, locked: z.boolean() }),
  z.object({ do: z.literal('make base'), id: idSchema }),
])
export type Command = z.infer<typeof commandSchema>

/** The entries of a partial change that say something. */
const definedIn = <Change extends object>(change: Change): { [Key in keyof Change]: Exclude<Change[Key], undefined> } =>
  Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined)) as { [Key in keyof Change]: Exclude<Change[Key], undefined> }

/** A harmony changed in part: a new kind opens at its usual spread, and a free one starts at the angles that were there. */
const composed = (before: Harmony, change: Extract<Command, { do: 'compose' }>['harmony']): Harmony => {
  const next: Harmony = { ...before, ...definedIn(change) }
  const newKind = next.kind !== before.kind
  const free = newKind && next.kind === 'free' && !change.free ? offsetsOf(before.kind, before.spread, before.free) : next.free
  return { ...next, free, spread: spreadOf(next.kind, newKind && change.spread === undefined ? undefined : next.spread) }
}

const withTargets = (project: Project, targets: Readonly<Record<string, Target>>): Project =>
  ({ ...project, remap: { ...project.remap, targets: { ...project.remap.targets, ...targets } } })

/** The scheme derived from base and harmony; samples of swatches that are gone go with them. */
const derivedFrom = (project: Project): Project => {
  const scheme = schemeOf(project.base, project.harmony, project.scheme)
  const samples = project.samples.filter(({ id }) => scheme.some(({ from }) => from.kind === 'sample' && from.sample === id))
  return { ...project, scheme, samples, derived: true }
}

const retargeted = (project: Project, change: (target: Target) => string | null): Project => {
  const { targets } = project.remap
  return withTargets(project, Object.fromEntries(Object.entries(targets).flatMap(([hex, target]) => {
    const to = change(target)
    return to === target.to ? [] : [[hex, { to, by: 'hand' as const }]]
  })))
}

/** A gathered scheme stays one as long as only wheel and turn change; anything else of a harmony derives a new one. */
const keepsGathered = (project: Project, harmony: Partial<Harmony>): boolean =>
  !project.derived && Object.keys(harmony).every(key => key === 'wheel' || key === 'turn')

/** The project after a command. The project given is not changed; a command that changes nothing returns an equal one. */
export const apply = (project: Project, command: Command): Project => {
  switch (command.do) {
    case 'rename': return { ...project, name: command.name }
    case 'set base': return derivedFrom({ ...project, base: command.base, harmony: project.derived ? project.harmony : { ...project.harmony, turn: 0 } })
    case 'compose': {
      if (keepsGathered(project, command.harmony as Partial<Harmony>)) return worn({ ...project, harmony: composed(project.harmony, command.harmony) })
      const harmony = composed(project.derived ? project.harmony : { ...project.harmony, turn: 0 }, command.harmony)
      return withTargets(derivedFrom({ ...project, harmony }), command.targets ?? {})
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
    case 'add reference': return { ...project, references: [...project.references, command.reference] }
    case 'change reference': return { ...project, references: project.references.map(reference => reference.id === command.id ? { ...reference, ...definedIn(command.change) } : reference) }
    case 'arrange references': return { ...project, references: project.references.map(reference => ({ ...reference, place: command.places[reference.id] ?? reference.place })) }
    case 'remove reference': return referenceRemoved(project, command.id)
    case 'extract': return withTargets(extractedInto(project, command.found, definedIn(command.gathering)), command.targets ?? {})
    case 'take colors': return withTargets(takenInto(project, command.colors, command.kind, command.title), command.targets ?? {})
    case 'set gathering': return { ...project, gathering: { ...project.gathering, ...definedIn(command.gathering) } }
    case 'pull': return worn({ ...project, gathering: { ...project.gathering, pull: command.pull } })
    case 'move sample': return sampled(project, command.id, definedIn(command.change))
    case 'snap samples': return snapped(project, command.id)
    case 'add sample': return withTargets(sampleAdded(project, command.sample), command.targets ?? {})
    case 'remove swatch': return withTargets(swatchRemoved(project, command.id), command.targets ?? {})
    case 'edit swatch': return edited(project, command.id, command.hex)
    case 'restore swatch': return retied(project, command.id)
    case 'lock': return { ...project, scheme: project.scheme.map(swatch => swatch.id === command.id ? { ...swatch, locked: command.locked } : swatch) }
    case 'make base': return madeBase(project, command.id)
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
    case 'add reference': return 'add reference'
    case 'change reference': return command.change.name ? 'rename reference' : command.change.place ? 'move reference' : 'region'
    case 'arrange references': return 'tidy the board'
    case 'remove reference': return 'remove reference'
    case 'extract': return command.gathering.pull ? 'extraction' : 'lean'
    case 'take colors': return command.kind === 'ink' ? 'inks as scheme' : command.kind === 'shelf' ? 'scheme from the shelf' : 'colors from a list'
    case 'set gathering': return 'extraction'
    case 'pull': return 'pull into harmony'
    case 'move sample': return 'move sample'
    case 'snap samples': return 'snap back'
    case 'add sample': return 'add sample'
    case 'remove swatch': return 'remove swatch'
    case 'edit swatch': return 'edit swatch'
    case 'restore swatch': return 'restore swatch'
    case 'lock': return command.locked ? 'lock' : 'unlock'
    case 'make base': return 'make base'
  }
}
