import { z } from 'zod'

/** Where a job stands. */
export const JOB_STATES = ['waiting', 'underway', 'done', 'stopped', 'failed'] as const

/** A job as it is sent to the page: how far it is, what it does now, what of it failed, what comes of it. */
export const jobSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  state: z.enum(JOB_STATES),
  done: z.number().int(),
  parts: z.number().int(),
  doing: z.string(),
  failures: z.array(z.object({ path: z.string(), reason: z.string() })),
  /** Why nothing came of it; null where something did, or may. */
  reason: z.string().nullable(),
  /** Size of the result, in bytes; null as long as there is none. */
  size: z.number().nullable(),
  createdAt: z.string(),
})
/** Progress of a job that makes something else than files to save, and why it ended. */
export const makingSchema = jobSchema
  .pick({ state: true, done: true, parts: true, reason: true })
  .extend({ job: z.uuid() })

export type HandOverJob = z.infer<typeof jobSchema>
