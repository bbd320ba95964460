import { z } from 'zod'
import { hexSchema, hue, idSchema, part } from '#core/document/basics'
import { MAX_SWATCHES } from '#core/document/limits'
import type { Project } from '#core/document/project'
import { MADE, swatchSchema, type Swatch } from '#core/document/scheme'
import { COUNT } from '#core/harmony/derive'
import { RUNGS } from '#core/harmony/ladder'
import { ORDERS } from '#core/harmony/order'
import { ROLES } from '#core/harmony/proportion'
import {
  arrangeSwatches,
  editSwatch,
  inRoles,
  setLock,
  recolorSwatches,
  resizeScheme,
  restoreSwatch,
  addSwatches,
  removeSwatch,
  turnSwatch,
} from '#core/scheme/compose'
import { normalizeShares } from '#core/scheme/scheme'
import { definedEntries, kindOf } from './command'

/* Single swatches: added, removed, colored, described, locked, put in order. */

/** A color with the hue it is remembered by. */
export const huedSchema = z.object({ hex: hexSchema, hue })

const one = z.object({ id: idSchema })

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

const withScheme = (project: Project, change: (swatch: Swatch) => Swatch): Project => ({
  ...project,
  scheme: project.scheme.map(change),
})

const added = kindOf(
  z.object({
    colors: z
      .array(z.object({ hex: hexSchema, hue: hue.optional(), name: swatchSchema.shape.name.optional() }))
      .min(1)
      .max(MAX_SWATCHES),
    how: z.enum(MADE),
    after: idSchema.nullable(),
  }),
  ({ colors, how }) => (colors.length > 1 ? 'add swatches' : `add ${SAID_MADE[how]}`),
  (project, { colors, how, after }) => addSwatches(project, colors, how, after),
)

const setByHand = kindOf(
  z.object({ id: idSchema, hex: hexSchema, hue: hue.optional() }),
  'edit swatch',
  (project, { id, hex, hue: own }) =>
    editSwatch(project, id, { hex, hue: own ?? project.scheme.find(swatch => swatch.id === id)?.hue ?? 0 }),
)

const described = kindOf(
  z.object({
    id: idSchema,
    change: z.object({ name: swatchSchema.shape.name.min(1), role: z.enum(ROLES) }).partial(),
  }),
  ({ change }) => (change.name !== undefined ? 'rename swatch' : 'role'),
  (project, { id, change }) =>
    withScheme(project, swatch => (swatch.id === id ? { ...swatch, ...definedEntries(change) } : swatch)),
)

const sharedOut = kindOf(z.object({ shares: z.record(idSchema, part) }), 'shares', (project, { shares }) => ({
  ...project,
  scheme: normalizeShares(project.scheme.map(swatch => ({ ...swatch, share: shares[swatch.id] ?? swatch.share }))),
}))

export const SWATCHES = {
  'add swatches': added,
  'remove swatch': kindOf(one, 'remove swatch', (project, { id }) => removeSwatch(project, id)),
  'edit swatch': setByHand,
  'recolor swatches': kindOf(
    z.object({ colors: z.record(idSchema, huedSchema), what: z.string().max(40) }),
    ({ what }) => what,
    (project, { colors }) => recolorSwatches(project, colors),
  ),
  'turn swatch': kindOf(z.object({ id: idSchema, angle: z.number() }), 'turn swatch', (project, { id, angle }) =>
    turnSwatch(project, id, angle),
  ),
  'restore swatch': kindOf(one, 'restore swatch', (project, { id }) => restoreSwatch(project, id)),
  'lock': kindOf(
    z.object({ id: idSchema, locked: z.boolean() }),
    ({ locked: lock }) => (lock ? 'lock' : 'unlock'),
    (project, { id, locked: lock }) => setLock(project, id, lock),
  ),
  'describe swatch': described,
  'resize': kindOf(
    z.object({ count: z.number().int().min(COUNT.least).max(MAX_SWATCHES) }),
    'number of swatches',
    (project, { count }) => resizeScheme(project, count),
  ),
  'arrange swatches': kindOf(z.object({ ids: z.array(idSchema).max(MAX_SWATCHES) }), 'reorder', (project, { ids }) =>
    arrangeSwatches(project, ids),
  ),
  'order': kindOf(z.object({ order: z.enum(ORDERS) }), 'order', (project, { order }) => ({ ...project, order })),
  'share out': sharedOut,
  'assign roles': kindOf(z.object({}), 'roles', inRoles),
  'set rungs': kindOf(
    z.object({ rungs: z.number().int().min(RUNGS.least).max(RUNGS.most) }),
    'ladder',
    (project, { rungs }) => ({ ...project, rungs }),
  ),
}
