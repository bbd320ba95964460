import { z } from 'zod'
import { hexSchema, idSchema } from '#core/document/basics'
import { colorSetSchema, FIRST_REMAP, remapSchema } from '#core/document/remap'
import { adjustmentColors } from '#core/painting/resolveRemap'
import { HOLD } from '#core/remap/hold'
import { NEUTRALS } from '#core/remap/recolor'
import { isHeld, SHADINGS } from '#core/remap/shading'
import { recolorSwatches } from '#core/scheme/compose'
import { definedEntries, kindOf } from './command'
import { separatePairs } from './mending'
import { setGroup, setRestriction, withRemap } from './remapEdits'

/* Commands for how inks follow their swatches: shading, neutrals, the adjustment of the whole, a restriction. */

const shading = z.enum(SHADINGS)
/** So many pairs of inks are mended at once. */
export const MAX_MENDED = 24

export const SHADING = {
  'shade': kindOf(z.object({ shading }), 'shading', (project, { shading: all }) =>
    withRemap(project, { shading: all }),
  ),
  'hold': kindOf(z.object({ hold: remapSchema.shape.hold.unwrap() }), 'hold', (project, { hold }) =>
    withRemap(project, { hold, shading: isHeld(project.remap.shading) ? project.remap.shading : 'held' }),
  ),
  'mend': kindOf(
    z.object({
      pairs: z
        .array(z.tuple([hexSchema, hexSchema]))
        .min(1)
        .max(MAX_MENDED),
    }),
    ({ pairs }) => (pairs.length === 1 ? 'fix of a contrast' : 'fix of contrasts'),
    (project, { pairs }, inks) => separatePairs(project, inks, pairs, HOLD.rest),
  ),
  'shade group': kindOf(
    z.object({ swatch: idSchema, shading: shading.nullable() }),
    'shading',
    (project, { swatch, shading: own }) => setGroup(project, swatch, { shading: own }),
  ),
  'lead group': kindOf(
    z.object({ swatch: idSchema, lead: hexSchema.nullable() }),
    'lead of the group',
    (project, { swatch, lead }) => setGroup(project, swatch, { lead }),
  ),
  'treat neutrals': kindOf(z.object({ neutrals: z.enum(NEUTRALS) }), 'neutrals', (project, { neutrals }) =>
    withRemap(project, { neutrals }),
  ),
  'adjust artwork': kindOf(
    z.object({ adjust: remapSchema.shape.adjust.unwrap().partial() }),
    'adjustment of the artwork',
    (project, { adjust }) => withRemap(project, { adjust: { ...project.remap.adjust, ...definedEntries(adjust) } }),
  ),
  'adopt adjustment': kindOf(z.object({}), 'adopt into the scheme', project =>
    withRemap(recolorSwatches(project, adjustmentColors(project)), { adjust: FIRST_REMAP.adjust }),
  ),
  'restrict left': kindOf(
    z.object({ on: z.boolean() }),
    ({ on }) => (on ? 'restriction of all' : 'restriction of what goes to swatches'),
    (project, { on }) => withRemap(project, { restrictLeft: on }),
  ),
  'restrict': kindOf(
    z.object({ to: z.union([colorSetSchema, idSchema]).nullable() }),
    ({ to }) => (to === null ? 'no restriction' : 'restriction'),
    (project, { to }) =>
      to !== null && typeof to === 'object' ? setRestriction(project, to) : withRemap(project, { restrict: to }),
  ),
}
