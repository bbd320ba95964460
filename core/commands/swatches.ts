import type { Hex, Hued } from '#core/color/convert'
import type { Project } from '#core/document/project'
import type { MADE, Swatch } from '#core/document/scheme'
import type { Order } from '#core/harmony/order'
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
  type AddedSwatch,
} from '#core/scheme/compose'
import { normalizeShares } from '#core/scheme/scheme'
import { definedEntries, kindOf, type Change } from './command'

/* Single swatches: added, removed, colored, described, locked, put in order. */

/** The parameter of commands on one swatch. */
interface One {
  id: string
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

const withScheme = (project: Project, change: (swatch: Swatch) => Swatch): Project => ({
  ...project,
  scheme: project.scheme.map(change),
})

const added = kindOf<{ colors: readonly AddedSwatch[]; how: (typeof MADE)[number]; after: string | null }>(
  ({ colors, how }) => (colors.length > 1 ? 'add swatches' : `add ${SAID_MADE[how]}`),
  (project, { colors, how, after }) => addSwatches(project, colors, how, after),
)

const setByHand = kindOf<One & { hex: Hex; hue?: number | undefined }>(
  'edit swatch',
  (project, { id, hex, hue: own }) =>
    editSwatch(project, id, { hex, hue: own ?? project.scheme.find(swatch => swatch.id === id)?.hue ?? 0 }),
)

const described = kindOf<One & { change: Change<Pick<Swatch, 'name' | 'role'>> }>(
  ({ change }) => (change.name !== undefined ? 'rename swatch' : 'role'),
  (project, { id, change }) =>
    withScheme(project, swatch => (swatch.id === id ? { ...swatch, ...definedEntries(change) } : swatch)),
)

const sharedOut = kindOf<{ shares: Readonly<Record<string, number>> }>('shares', (project, { shares }) => ({
  ...project,
  scheme: normalizeShares(project.scheme.map(swatch => ({ ...swatch, share: shares[swatch.id] ?? swatch.share }))),
}))

export const SWATCHES = {
  'add swatches': added,
  'remove swatch': kindOf<One>('remove swatch', (project, { id }) => removeSwatch(project, id)),
  'edit swatch': setByHand,
  'recolor swatches': kindOf<{ colors: Readonly<Record<string, Hued>>; what: string }>(
    ({ what }) => what,
    (project, { colors }) => recolorSwatches(project, colors),
  ),
  'turn swatch': kindOf<One & { angle: number }>('turn swatch', (project, { id, angle }) =>
    turnSwatch(project, id, angle),
  ),
  'restore swatch': kindOf<One>('restore swatch', (project, { id }) => restoreSwatch(project, id)),
  'lock': kindOf<One & { locked: boolean }>(
    ({ locked: lock }) => (lock ? 'lock' : 'unlock'),
    (project, { id, locked: lock }) => setLock(project, id, lock),
  ),
  'describe swatch': described,
  'resize': kindOf<{ count: number }>('number of swatches', (project, { count }) => resizeScheme(project, count)),
  'arrange swatches': kindOf<{ ids: readonly string[] }>('reorder', (project, { ids }) =>
    arrangeSwatches(project, ids),
  ),
  'order': kindOf<{ order: Order }>('order', (project, { order }) => ({ ...project, order })),
  'share out': sharedOut,
  'assign roles': kindOf('roles', inRoles),
  'set rungs': kindOf<{ rungs: number }>('ladder', (project, { rungs }) => ({ ...project, rungs })),
}
