import type { Hued } from '#core/color/convert'
import type { Look } from '#core/document/look'
import type { Cast } from '#core/document/scheme'
import type { Adjustments } from '#core/harmony/adjust'
import { fixCast, setCast, adjustScheme } from '#core/scheme/compose'
import { inLook } from '#core/scheme/looks'
import { kindOf } from './command'
import { matchAmong, asSentByHand } from './matching'
import { withRemap } from './remapEdits'

/* Commands on the whole scheme: adjusting, a cast, another look. */

/** A look keeps the targets it was left with; inks it does not know are matched to its swatches. */
const adopted = kindOf<{ look: Look; what: string }>(
  ({ what }) => what,
  (project, { look }, inks) => {
    const there = inLook(project, look)
    const unknown = inks.flatMap(({ hex }) => (look.remap.targets[hex] ? [] : [hex]))
    if (!unknown.length) return there
    const fresh = matchAmong(inks, there, asSentByHand(there.remap.targets), unknown)
    return withRemap(there, { targets: { ...there.remap.targets, ...fresh } })
  },
  'missing',
)

export const WHOLE = {
  'adjust': kindOf<{ adjustments: Adjustments; from: Readonly<Record<string, Hued>>; what: string }>(
    ({ what }) => what,
    (project, { adjustments, from }) => adjustScheme(project, adjustments, from),
  ),
  'cast': kindOf<{ cast: Cast | null }>(
    ({ cast }) => (cast ? 'cast' : 'remove cast'),
    (project, { cast }) => setCast(project, cast),
  ),
  'fix cast': kindOf('fix cast', fixCast),
  'adopt': adopted,
}
