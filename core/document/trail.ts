import { z } from 'zod'
import { hexSchema, idSchema, listOf, timeSchema } from './basics'
import { lookSchema } from './project'
import { targetSchema } from './remap'
import { upgradeState } from './upgrade'

/**
 * One state of the trail: a look the project has had, when, by what, from which state it came, and the name it was
 * kept by.
 */
export const trailStateSchema = z.object({
  id: idSchema,
  parent: idSchema.nullable(),
  time: timeSchema,
  did: z.string().max(80),
  kept: z.string().trim().min(1).max(120).nullable(),
  look: lookSchema,
})
export type TrailState = z.infer<typeof trailStateSchema>

/** The trail's part of a save: states that are new or changed, and those thinned out. */
export const trailChangeSchema = z.object({
  put: listOf(z.preprocess(upgradeState, trailStateSchema), { max: 2000 }),
  remove: listOf(idSchema, { max: 2000 }),
})
export type TrailChange = z.infer<typeof trailChangeSchema>

/** The same as it is sent: a state without a look has that of the document it is saved with. */
export const sentTrailSchema = z.object({
  put: listOf(z.preprocess(upgradeState, trailStateSchema.extend({ look: lookSchema.nullable() })), { max: 2000 }),
  remove: listOf(idSchema, { max: 2000 }),
})

/** A trail as it is sent: what inks become is sent once for all states that share it. */
export const packedTrailSchema = z.object({
  states: z.array(
    trailStateSchema.extend({
      look: lookSchema.extend({
        remap: lookSchema.shape.remap.omit({ targets: true }).extend({ targets: z.string() }),
      }),
    }),
  ),
  targets: z.record(z.string(), z.record(hexSchema, targetSchema)),
})
export type PackedTrail = z.infer<typeof packedTrailSchema>
