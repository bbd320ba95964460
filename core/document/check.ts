import { z } from 'zod'
import { listOf, recordOf } from './basics'
import { FIRST_PRINT, printSchema } from '#core/print/papers'

/** The most findings that are put aside, and pairs marked as lettering or not. */
const MOST = 200
/** A finding, or a pair of swatches, by its key. */
export const findingKeySchema = z.string().min(1).max(200)
const limitSize = <Value extends z.ZodType>(value: Value) => recordOf(findingKeySchema, value, { max: MOST })

/** A finding put aside: why, and what it was measured at then. */
const asideSchema = z.object({ note: z.string().max(500), measured: listOf(z.number(), { max: 8 }) })

/** Notes of people on findings, by their keys. */
export const checkSchema = z.object({
  aside: limitSize(asideSchema),
  /** True if neighbors in two swatches are lettering on its ground, where that was marked. */
  lettering: limitSize(z.boolean()),
  /** The print settings. */
  print: printSchema.default(FIRST_PRINT),
})
export type Aside = z.infer<typeof asideSchema>
export type Checked = z.infer<typeof checkSchema>

/** Nothing is marked yet. */
export const FIRST_CHECK: Checked = { aside: {}, lettering: {}, print: FIRST_PRINT }
