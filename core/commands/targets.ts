import { z } from 'zod'
import { hexSchema, idSchema } from '#core/document/basics'
import type { Project } from '#core/document/project'
import { meantSchema, remapSchema, type Target } from '#core/document/remap'
import { MATCHES } from '#core/remap/match'
import { definedEntries, kindOf } from './command'
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
const matched = kindOf(
  z.object({
    match: z.enum(MATCHES).optional(),
    seed: remapSchema.shape.seed.unwrap().optional(),
    inks: z.array(hexSchema).optional(),
  }),
  ({ match, seed }) => (seed ? 'deal of targets' : match ? 'matching' : 'match again'),
  (project, { match = project.remap.match, seed = project.remap.seed, inks: only }, inks) => {
    const by = withRemap(project, { match, seed })
    const found = only ? matchAmong(inks, by, project.remap.targets, only) : matchTargets(inks, by)
    return setMatch(project, match, seed, found)
  },
  'missing',
)

/**
 * All inks matched so that the picture is kept, or those of one artwork as exceptions, with another weight of shares or hues; what was
 * sent by hand stays.
 */
const weighed = kindOf(
  meantSchema.partial().extend({ artwork: idSchema.nullable().optional() }),
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
  'retarget': kindOf(
    z.object({
      inks: z.array(hexSchema).min(1),
      to: idSchema.nullable(),
      artwork: idSchema.nullable().optional(),
    }),
    ({ to }) => (to === null ? 'leave as is' : 'change target'),
    (project, { inks, to, artwork }) => sendInks(project, inks, to, artwork ?? null),
  ),
  'follow all': kindOf(
    z.object({ artwork: idSchema, inks: z.array(hexSchema).nullable() }),
    'exceptions',
    (project, { artwork, inks }) => withoutExceptions(project, artwork, inks),
  ),
  'exchange': kindOf(z.object({ swatches: z.tuple([idSchema, idSchema]) }), 'exchange', (project, { swatches }) =>
    exchangeSwatches(project, swatches),
  ),
  'gather inks': kindOf(
    z.object({ tolerance: remapSchema.shape.tolerance.unwrap() }),
    'gathering of inks',
    (project, { tolerance }) => withRemap(project, { tolerance }),
  ),
}
