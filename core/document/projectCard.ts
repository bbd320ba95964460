import { z } from 'zod'

/** A project in the list of projects. */
export const projectCardSchema = z.object({
  id: z.uuid(),
  version: z.number().int().min(1),
  updatedAt: z.iso.datetime(),
  name: z.string(),
  swatches: z.array(z.object({ hex: z.string(), share: z.number() })),
  /** Number of pieces of artwork. */
  artwork: z.number().int().min(0),
  /** Width by height of the artwork that is shown first; absent where there is none, or it is not known. */
  ratio: z.number().positive().optional(),
})
export type ProjectCard = z.infer<typeof projectCardSchema>

/** The orders projects are listed in. */
export const PROJECT_ORDERS = ['changed', 'made', 'name'] as const
export type ProjectOrder = (typeof PROJECT_ORDERS)[number]
