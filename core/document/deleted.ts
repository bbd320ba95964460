import { z } from 'zod'

/** Number of days for which something deleted can be restored. */
export const DAYS_KEPT = 30

/** Something deleted that can still be restored: a project, or a scheme of the shelf. */
export const deletedSchema = z.object({
  kind: z.enum(['project', 'scheme']),
  id: z.uuid(),
  name: z.string(),
  deletedAt: z.iso.datetime(),
})
export type Deleted = z.infer<typeof deletedSchema>

/** Number of days that are left until something deleted is gone for good; at least 0. */
export const daysLeft = ({ deletedAt }: Deleted, now: number): number =>
  Math.max(0, Math.ceil(DAYS_KEPT - (now - Date.parse(deletedAt)) / 86_400_000))
