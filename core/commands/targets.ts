import type { Hex } from '#core/color/convert'
import type { Project } from '#core/document/project'
import type { Target } from '#core/document/remap'
import type { Meant } from '#core/remap/intent'
import type { Match } from '#core/remap/match'
import { definedEntries, kindOf, type Change } from './command'
import { matchAlone, matchAmong, matchTargets } from './matching'
import { setMatch, sendInks, withoutExceptions, withRemap } from './remapEdits'

/* Where inks go. */

/** Every ink that went to one swatch goes to the other, and the other way round. */
const exchangeSwatches = (project: Project, [one, other]: readonly [string, string]): Project => {
  const moved = (target: Target): Target => {
    if (target.to !== one && target.to !== other) return target
    return { to: target.to === one ? other : one, by: 'hand' }
  }
  const targets = Object.entries(project.remap.targets).map(([hex, target]) => [hex, moved(target)])
  return withRemap(project, { targets: Object.fromEntries(targets) })
}

/** All inks, or those named as they would be beside what a hand sent of the others, matched afresh. */
const matched = kindOf<Change<{ match: Match; seed: number; inks: readonly Hex[] }>>(
  ({ match, seed }) => (seed ? 'deal of targets' : match ? 'matching' : 'match again'),
  (project, { match = project.remap.match, seed = project.remap.seed, inks: only }, inks) => {
    const by = withRemap(project, { match, seed })
    const found = only ? matchAmong(inks, by, project.remap.targets, only) : matchTargets(inks, by)
    return setMatch(project, match, seed, found)
  },
  'missing',
)

/**
 * All inks matched by the picture, or those of one artwork as exceptions, with another weight of shares or hues; what was
 * sent by hand stays.
 */
const weighed = kindOf<Change<Meant & { artwork: string | null }>>(
  ({ hues }) => (hues === undefined ? 'weight of shares' : 'weight of hues'),
  (project, { artwork = null, shares, hues }, inks) => {
    const { remap } = project
    const meant = { ...((artwork && remap.meantIn[artwork]) || remap.meant), ...definedEntries({ shares, hues }) }
    if (artwork) return matchAlone(project, inks, artwork, meant)
    const by = withRemap(project, { match: 'picture', seed: remap.match === 'picture' ? remap.seed : 0, meant })
    return setMatch(by, 'picture', by.remap.seed, matchTargets(inks, by, remap.targets))
  },
  'missing',
)

export const TARGETS = {
  'match': matched,
  'weigh': weighed,
  'retarget': kindOf<{ inks: readonly Hex[]; to: string | null; artwork?: string | null | undefined }>(
    ({ to }) => (to === null ? 'leave as is' : 'change target'),
    (project, { inks, to, artwork }) => sendInks(project, inks, to, artwork ?? null),
  ),
  'follow all': kindOf<{ artwork: string; inks: readonly Hex[] | null }>('exceptions', (project, { artwork, inks }) =>
    withoutExceptions(project, artwork, inks),
  ),
  'exchange': kindOf<{ swatches: readonly [string, string] }>('exchange', (project, { swatches }) =>
    exchangeSwatches(project, swatches),
  ),
  'gather inks': kindOf<{ tolerance: number }>('gathering of inks', (project, { tolerance }) =>
    withRemap(project, { tolerance }),
  ),
}
