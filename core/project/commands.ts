import { z } from 'zod'
import { MEASURES } from '../harmony/adjust'
import { COUNT } from '../harmony/derive'
import { RUNGS } from '../harmony/ladder'
import { ORDERS } from '../harmony/order'
import { ROLES } from '../harmony/proportion'
import { MATCHES } from '../remap/match'
import { NEUTRALS } from '../remap/remap'
import { SHADINGS } from '../remap/shading'
import {
  arranged,
  castFixed,
  composed,
  dealt,
  edited,
  freshlyDerived,
  inLook,
  inRoles,
  locked,
  recolored,
  resized,
  restored,
  swatchesAdded,
  swatchRemoved,
  turnedAlone,
  underCast,
  wholeAdjusted,
} from './compose'
import { extractedInto, madeBase, referenceRemoved, sampleAdded, sampled, snapped, takenInto } from './gather'
import {
  artworkSchema,
  baseSchema,
  castSchema,
  colorSetSchema,
  FIRST_REMAP,
  gatheringSchema,
  harmonySchema,
  hashSchema,
  hexSchema,
  idSchema,
  lookSchema,
  MADE,
  MOST_SWATCHES,
  nameSchema,
  referenceSchema,
  regionSchema,
  remapSchema,
  sampleSchema,
  swatchSchema,
  targetSchema,
  touchSchema,
  type Project,
  type Target,
} from './schema'
import {
  adjustmentColors,
  grouped,
  matchedBy,
  restrictedTo,
  sent,
  touched,
  untouched,
  withoutExceptions,
  withRemap,
} from './remapping'
import { shared } from './scheme'
import { worn } from './worn'

const targets = z.record(hexSchema, targetSchema).optional()
const share = z.number().min(0).max(1)
const way = z.number().min(-1).max(1)
const hued = z.object({ hex: hexSchema, hue: z.number().min(0).max(360) })

const adjustmentsSchema = z.object({
  measure: z.enum(MEASURES),
  saturation: way,
  brightness: way,
  evenSaturation: share,
  evenLightness: share,
  redCyan: way,
  greenMagenta: way,
  blueYellow: way,
  drain: share,
  tintNeutrals: share,
  nudge: z.object({ saturation: share, brightness: share, seed: z.number().int() }),
})

/** Everything that can be done to a project. Where the swatches change, `targets` say what inks become from then on. */
export const commandSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('rename'), name: nameSchema }),
  z.object({ do: z.literal('set base'), base: baseSchema }),
  z.object({
    do: z.literal('compose'),
    harmony: harmonySchema.partial(),
    targets: z.record(hexSchema, targetSchema).optional(),
  }),
  z.object({ do: z.literal('add artwork'), artwork: artworkSchema, targets: z.record(hexSchema, targetSchema) }),
  z.object({ do: z.literal('remove artwork'), id: idSchema }),
  z.object({
    do: z.literal('read again'),
    artwork: idSchema,
    hash: hashSchema,
    targets: z.record(hexSchema, targetSchema),
  }),
  z.object({
    do: z.literal('match'),
    targets: z.record(hexSchema, targetSchema),
    match: z.enum(MATCHES).optional(),
    seed: remapSchema.shape.seed.unwrap().optional(),
  }),
  z.object({
    do: z.literal('retarget'),
    inks: z.array(hexSchema).min(1),
    to: idSchema.nullable(),
    artwork: idSchema.nullable().optional(),
  }),
  z.object({ do: z.literal('follow all'), artwork: idSchema, inks: z.array(hexSchema).nullable() }),
  z.object({ do: z.literal('exchange'), swatches: z.tuple([idSchema, idSchema]) }),
  z.object({ do: z.literal('shade'), shading: z.enum(SHADINGS) }),
  z.object({ do: z.literal('shade group'), swatch: idSchema, shading: z.enum(SHADINGS).nullable() }),
  z.object({ do: z.literal('lead group'), swatch: idSchema, lead: hexSchema.nullable() }),
  z.object({ do: z.literal('treat neutrals'), neutrals: z.enum(NEUTRALS) }),
  z.object({ do: z.literal('gather inks'), tolerance: remapSchema.shape.tolerance.unwrap() }),
  z.object({ do: z.literal('adjust artwork'), adjust: remapSchema.shape.adjust.unwrap().partial() }),
  z.object({ do: z.literal('adopt adjustment') }),
  z.object({ do: z.literal('restrict'), to: z.union([colorSetSchema, idSchema]).nullable() }),
  z.object({ do: z.literal('touch up'), artwork: idSchema, touch: touchSchema }),
  z.object({ do: z.literal('remove touch'), artwork: idSchema, id: idSchema.nullable() }),
  z.object({ do: z.literal('add reference'), reference: referenceSchema }),
  z.object({
    do: z.literal('change reference'),
    id: idSchema,
    change: referenceSchema
      .pick({ name: true, place: true })
      .partial()
      .extend({ region: regionSchema.nullable().optional() }),
  }),
  z.object({ do: z.literal('arrange references'), places: z.record(idSchema, referenceSchema.shape.place) }),
  z.object({ do: z.literal('remove reference'), id: idSchema }),
  z.object({
    do: z.literal('extract'),
    targets,
    found: z.array(z.object({ hex: hexSchema, share, reference: idSchema, x: share, y: share })).max(MOST_SWATCHES),
    gathering: gatheringSchema.partial(),
  }),
  z.object({
    do: z.literal('take colors'),
    targets,
    kind: z.enum(['list', 'ink', 'shelf']),
    title: z.string().max(200),
    colors: z
      .array(z.object({ hex: hexSchema, name: swatchSchema.shape.name.nullable(), share: share.nullable() }))
      .min(1)
      .max(MOST_SWATCHES),
  }),
  z.object({ do: z.literal('set gathering'), gathering: gatheringSchema.pick({ count: true, apart: true }).partial() }),
  z.object({ do: z.literal('pull'), pull: gatheringSchema.shape.pull }),
  z.object({
    do: z.literal('move sample'),
    id: idSchema,
    change: sampleSchema.pick({ x: true, y: true, patch: true, hex: true }).partial(),
  }),
  z.object({ do: z.literal('snap samples'), id: idSchema.nullable() }),
  z.object({ do: z.literal('add sample'), sample: sampleSchema.omit({ id: true, found: true }), targets }),
  z.object({ do: z.literal('remove swatch'), id: idSchema, targets }),
  z.object({ do: z.literal('edit swatch'), id: idSchema, hex: hexSchema, hue: hued.shape.hue.optional() }),
  z.object({ do: z.literal('recolor swatches'), colors: z.record(idSchema, hued), what: z.string().max(40) }),
  z.object({ do: z.literal('turn swatch'), id: idSchema, angle: z.number() }),
  z.object({
    do: z.literal('add swatches'),
    colors: z
      .array(z.object({ hex: hexSchema, hue: hued.shape.hue.optional(), name: swatchSchema.shape.name.optional() }))
      .min(1)
      .max(MOST_SWATCHES),
    how: z.enum(MADE),
    after: idSchema.nullable(),
    targets,
  }),
  z.object({ do: z.literal('resize'), count: z.number().int().min(COUNT.least).max(MOST_SWATCHES), targets }),
  z.object({ do: z.literal('arrange swatches'), ids: z.array(idSchema).max(MOST_SWATCHES) }),
  z.object({ do: z.literal('order'), order: z.enum(ORDERS) }),
  z.object({ do: z.literal('share out'), shares: z.record(idSchema, share) }),
  z.object({
    do: z.literal('describe swatch'),
    id: idSchema,
    change: z.object({ name: swatchSchema.shape.name.min(1), role: z.enum(ROLES) }).partial(),
  }),
  z.object({ do: z.literal('assign roles') }),
  z.object({ do: z.literal('set rungs'), rungs: z.number().int().min(RUNGS.least).max(RUNGS.most) }),
  z.object({
    do: z.literal('adjust'),
    adjustments: adjustmentsSchema,
    from: z.record(idSchema, hued),
    what: z.string().max(40),
  }),
  z.object({ do: z.literal('cast'), cast: castSchema.nullable() }),
  z.object({ do: z.literal('fix cast') }),
  z.object({ do: z.literal('deal'), seed: z.number().int(), kind: harmonySchema.shape.kind.optional() }),
  z.object({ do: z.literal('adopt'), look: lookSchema, what: z.string().max(80), targets }),
  z.object({ do: z.literal('restore swatch'), id: idSchema }),
  z.object({ do: z.literal('lock'), id: idSchema, locked: z.boolean() }),
  z.object({ do: z.literal('make base'), id: idSchema }),
])
export type Command = z.infer<typeof commandSchema>

/** The entries of a partial change that say something. */
const definedIn = <Change extends object>(change: Change): { [Key in keyof Change]: Exclude<Change[Key], undefined> } =>
  Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined)) as {
    [Key in keyof Change]: Exclude<Change[Key], undefined>
  }

const withTargets = (project: Project, targets: Readonly<Record<string, Target>>): Project => ({
  ...project,
  remap: { ...project.remap, targets: { ...project.remap.targets, ...targets } },
})

const retargeted = (project: Project, change: (target: Target) => string | null): Project => {
  const { targets } = project.remap
  return withTargets(
    project,
    Object.fromEntries(
      Object.entries(targets).flatMap(([hex, target]) => {
        const to = change(target)
        return to === target.to ? [] : [[hex, { to, by: 'hand' as const }]]
      }),
    ),
  )
}

/**
 * The project after a command. The project given is not changed; a command that changes nothing returns an equal one.
 */
export const apply = (project: Project, command: Command): Project => {
  switch (command.do) {
    case 'rename':
      return { ...project, name: command.name }
    case 'set base':
      return freshlyDerived(
        {
          ...project,
          base: command.base,
          harmony: project.derived ? project.harmony : { ...project.harmony, turn: 0 },
        },
        project.derived ? project.harmony.count : 0,
      )
    case 'compose':
      return withTargets(composed(project, definedIn(command.harmony)), command.targets ?? {})
    case 'add artwork':
      return withTargets({ ...project, artwork: [...project.artwork, command.artwork] }, command.targets)
    case 'read again':
      return withTargets(
        {
          ...project,
          artwork: project.artwork.map(art => (art.id === command.artwork ? { ...art, hash: command.hash } : art)),
        },
        command.targets,
      )
    case 'remove artwork':
      return { ...project, artwork: project.artwork.filter(({ id }) => id !== command.id) }
    case 'match':
      return matchedBy(
        project,
        command.match ?? project.remap.match,
        command.seed ?? project.remap.seed,
        command.targets,
      )
    case 'retarget':
      return sent(project, command.inks, command.to, command.artwork ?? null)
    case 'follow all':
      return withoutExceptions(project, command.artwork, command.inks)
    case 'exchange': {
      const [one, other] = command.swatches
      return retargeted(project, ({ to }) => (to === one ? other : to === other ? one : to))
    }
    case 'shade':
      return withRemap(project, { shading: command.shading })
    case 'shade group':
      return grouped(project, command.swatch, { shading: command.shading })
    case 'lead group':
      return grouped(project, command.swatch, { lead: command.lead })
    case 'treat neutrals':
      return withRemap(project, { neutrals: command.neutrals })
    case 'gather inks':
      return withRemap(project, { tolerance: command.tolerance })
    case 'adjust artwork':
      return withRemap(project, { adjust: { ...project.remap.adjust, ...definedIn(command.adjust) } })
    case 'adopt adjustment':
      return withRemap(recolored(project, adjustmentColors(project)), { adjust: FIRST_REMAP.adjust })
    case 'restrict':
      return command.to !== null && typeof command.to === 'object'
        ? restrictedTo(project, command.to)
        : withRemap(project, { restrict: command.to })
    case 'touch up':
      return touched(project, command.artwork, command.touch)
    case 'remove touch':
      return untouched(project, command.artwork, command.id)
    case 'add reference':
      return { ...project, references: [...project.references, command.reference] }
    case 'change reference':
      return {
        ...project,
        references: project.references.map(reference =>
          reference.id === command.id ? { ...reference, ...definedIn(command.change) } : reference,
        ),
      }
    case 'arrange references':
      return {
        ...project,
        references: project.references.map(reference => ({
          ...reference,
          place: command.places[reference.id] ?? reference.place,
        })),
      }
    case 'remove reference':
      return referenceRemoved(project, command.id)
    case 'extract':
      return withTargets(extractedInto(project, command.found, definedIn(command.gathering)), command.targets ?? {})
    case 'take colors':
      return withTargets(takenInto(project, command.colors, command.kind, command.title), command.targets ?? {})
    case 'set gathering':
      return { ...project, gathering: { ...project.gathering, ...definedIn(command.gathering) } }
    case 'pull':
      return worn({ ...project, gathering: { ...project.gathering, pull: command.pull } })
    case 'move sample':
      return sampled(project, command.id, definedIn(command.change))
    case 'snap samples':
      return snapped(project, command.id)
    case 'add sample':
      return withTargets(sampleAdded(project, command.sample), command.targets ?? {})
    case 'remove swatch':
      return withTargets(swatchRemoved(project, command.id), command.targets ?? {})
    case 'edit swatch':
      return edited(project, command.id, {
        hex: command.hex,
        hue: command.hue ?? project.scheme.find(({ id }) => id === command.id)?.hue ?? 0,
      })
    case 'recolor swatches':
      return recolored(project, command.colors)
    case 'turn swatch':
      return turnedAlone(project, command.id, command.angle)
    case 'add swatches':
      return withTargets(swatchesAdded(project, command.colors, command.how, command.after), command.targets ?? {})
    case 'resize':
      return withTargets(resized(project, command.count), command.targets ?? {})
    case 'arrange swatches':
      return arranged(project, command.ids)
    case 'order':
      return { ...project, order: command.order }
    case 'share out':
      return {
        ...project,
        scheme: shared(project.scheme.map(swatch => ({ ...swatch, share: command.shares[swatch.id] ?? swatch.share }))),
      }
    case 'describe swatch':
      return {
        ...project,
        scheme: project.scheme.map(swatch =>
          swatch.id === command.id ? { ...swatch, ...definedIn(command.change) } : swatch,
        ),
      }
    case 'assign roles':
      return inRoles(project)
    case 'set rungs':
      return { ...project, rungs: command.rungs }
    case 'adjust':
      return wholeAdjusted(project, command.adjustments, command.from)
    case 'cast':
      return underCast(project, command.cast)
    case 'fix cast':
      return castFixed(project)
    case 'deal':
      return dealt(project, command.seed, command.kind)
    case 'adopt':
      return withTargets(inLook(project, command.look), command.targets ?? {})
    case 'restore swatch':
      return restored(project, command.id)
    case 'lock':
      return locked(project, command.id, command.locked)
    case 'make base':
      return madeBase(project, command.id)
  }
}

const SAID_MADE: Record<(typeof MADE)[number], string> = {
  'ring': 'swatch',
  'ladder': 'rung',
  'complement': 'complement',
  'in-between': 'in-between',
  'neutral': 'neutral',
  'copy': 'copy',
  'alternative': 'alternative',
  'recent': 'swatch',
  'deal': 'swatch',
}

/** What a command does, as the undo button says it. */
export const sayCommand = (command: Command): string => {
  switch (command.do) {
    case 'rename':
      return 'rename'
    case 'set base':
      return 'base color'
    case 'compose':
      return Object.keys(command.harmony)[0] === 'kind' ? 'harmony' : (Object.keys(command.harmony)[0] ?? 'harmony')
    case 'add artwork':
      return 'add artwork'
    case 'remove artwork':
      return 'remove artwork'
    case 'read again':
      return 'what is recolored'
    case 'match':
      return command.seed ? 'deal of targets' : command.match ? 'matching' : 'match again'
    case 'retarget':
      return command.to === null ? 'leave as is' : 'change target'
    case 'exchange':
      return 'exchange'
    case 'shade':
    case 'shade group':
      return 'shading'
    case 'lead group':
      return 'lead of the group'
    case 'follow all':
      return 'exceptions'
    case 'treat neutrals':
      return 'neutrals'
    case 'gather inks':
      return 'gathering of inks'
    case 'adjust artwork':
      return 'adjustment of the artwork'
    case 'adopt adjustment':
      return 'adopt into the scheme'
    case 'restrict':
      return command.to === null ? 'no restriction' : 'restriction'
    case 'touch up':
      return 'touch-up'
    case 'remove touch':
      return 'remove touch-up'
    case 'add reference':
      return 'add reference'
    case 'change reference':
      return command.change.name ? 'rename reference' : command.change.place ? 'move reference' : 'region'
    case 'arrange references':
      return 'tidy the board'
    case 'remove reference':
      return 'remove reference'
    case 'extract':
      return command.gathering.pull ? 'extraction' : 'lean'
    case 'take colors':
      return command.kind === 'ink'
        ? 'inks as scheme'
        : command.kind === 'shelf'
          ? 'scheme from the shelf'
          : 'colors from a list'
    case 'set gathering':
      return 'extraction'
    case 'pull':
      return 'pull into harmony'
    case 'move sample':
      return 'move sample'
    case 'snap samples':
      return 'snap back'
    case 'add sample':
      return 'add sample'
    case 'remove swatch':
      return 'remove swatch'
    case 'edit swatch':
      return 'edit swatch'
    case 'recolor swatches':
      return command.what
    case 'turn swatch':
      return 'turn swatch'
    case 'add swatches':
      return command.colors.length > 1 ? 'add swatches' : `add ${SAID_MADE[command.how]}`
    case 'resize':
      return 'number of swatches'
    case 'arrange swatches':
      return 'reorder'
    case 'order':
      return 'order'
    case 'share out':
      return 'shares'
    case 'describe swatch':
      return command.change.name !== undefined ? 'rename swatch' : 'role'
    case 'assign roles':
      return 'roles'
    case 'set rungs':
      return 'ladder'
    case 'adjust':
      return command.what
    case 'cast':
      return command.cast ? 'cast' : 'remove cast'
    case 'fix cast':
      return 'fix cast'
    case 'deal':
      return 'deal'
    case 'adopt':
      return command.what
    case 'restore swatch':
      return 'restore swatch'
    case 'lock':
      return command.locked ? 'lock' : 'unlock'
    case 'make base':
      return 'make base'
  }
}
