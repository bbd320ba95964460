import { z } from 'zod'
import { idSchema, part, within } from '#core/document/basics'
import { lookSchema } from '#core/document/project'
import { castSchema } from '#core/document/scheme'
import { MEASURES } from '#core/harmony/adjust'
import { fixCast, setCast, adjustScheme } from '#core/scheme/compose'
import { inLook } from '#core/scheme/looks'
import { kindOf } from './command'
import { matchAmong, asSentByHand } from './matching'
import { withRemap } from './remapEdits'
import { huedSchema } from './swatches'

/* Commands on the whole scheme: adjusting, a cast, another look. */

const adjustmentsSchema = z.object({
  measure: z.enum(MEASURES),
  saturation: within,
  brightness: within,
  evenSaturation: part,
  evenLightness: part,
  redCyan: within,
  greenMagenta: within,
  blueYellow: within,
  drain: part,
  tintNeutrals: part,
  nudge: z.object({ saturation: part, brightness: part, seed: z.number().int() }),
})

/** A look keeps the targets it was left with; inks it does not know are matched to its swatches. */
const adopted = kindOf(
  z.object({ look: lookSchema, what: z.string().max(80) }),
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
  'adjust': kindOf(
    z.object({ adjustments: adjustmentsSchema, from: z.record(idSchema, huedSchema), what: z.string().max(40) }),
    ({ what }) => what,
    (project, { adjustments, from }) => adjustScheme(project, adjustments, from),
  ),
  'cast': kindOf(
    z.object({ cast: castSchema.nullable() }),
    ({ cast }) => (cast ? 'cast' : 'remove cast'),
    (project, { cast }) => setCast(project, cast),
  ),
  'fix cast': kindOf(z.object({}), 'fix cast', fixCast),
  'adopt': adopted,
}
