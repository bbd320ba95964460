import type { Hex } from '#core/color/convert'
import { FIRST_REMAP, type ColorSet, type Remap } from '#core/document/remap'
import { adjustmentColors } from '#core/painting/resolveRemap'
import { HOLD } from '#core/remap/hold'
import type { Neutrals } from '#core/remap/recolor'
import { isHeld, type Shading } from '#core/remap/shading'
import { recolorSwatches } from '#core/scheme/compose'
import { definedEntries, kindOf, type Change } from './command'
import { separatePairs } from './mending'
import { setGroup, setRestriction, withRemap } from './remapEdits'

/* Commands for how inks follow their swatches: shading, neutrals, the adjustment of the whole, a restriction. */

/** So many pairs of inks are mended at once. */
export const MAX_MENDED = 24

export const SHADING = {
  'shade': kindOf<{ shading: Shading }>('shading', (project, { shading: all }) => withRemap(project, { shading: all })),
  'hold': kindOf<{ hold: number }>('hold', (project, { hold }) =>
    withRemap(project, { hold, shading: isHeld(project.remap.shading) ? project.remap.shading : 'held' }),
  ),
  'mend': kindOf<{ pairs: ReadonlyArray<readonly [Hex, Hex]> }>(
    ({ pairs }) => (pairs.length === 1 ? 'fix of a contrast' : 'fix of contrasts'),
    (project, { pairs }, inks) => separatePairs(project, inks, pairs, HOLD.rest),
  ),
  'shade group': kindOf<{ swatch: string; shading: Shading | null }>('shading', (project, { swatch, shading: own }) =>
    setGroup(project, swatch, { shading: own }),
  ),
  'lead group': kindOf<{ swatch: string; lead: Hex | null }>('lead of the group', (project, { swatch, lead }) =>
    setGroup(project, swatch, { lead }),
  ),
  'treat neutrals': kindOf<{ neutrals: Neutrals }>('neutrals', (project, { neutrals }) =>
    withRemap(project, { neutrals }),
  ),
  'adjust artwork': kindOf<{ adjust: Change<Remap['adjust']> }>('adjustment of the artwork', (project, { adjust }) =>
    withRemap(project, { adjust: { ...project.remap.adjust, ...definedEntries(adjust) } }),
  ),
  'adopt adjustment': kindOf('adopt into the scheme', project =>
    withRemap(recolorSwatches(project, adjustmentColors(project)), { adjust: FIRST_REMAP.adjust }),
  ),
  'restrict left': kindOf<{ on: boolean }>(
    ({ on }) => (on ? 'restriction of all' : 'restriction of what goes to swatches'),
    (project, { on }) => withRemap(project, { restrictLeft: on }),
  ),
  'restrict': kindOf<{ to: ColorSet | string | null }>(
    ({ to }) => (to === null ? 'no restriction' : 'restriction'),
    (project, { to }) =>
      to !== null && typeof to === 'object' ? setRestriction(project, to) : withRemap(project, { restrict: to }),
  ),
}
