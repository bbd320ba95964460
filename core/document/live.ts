import { z } from 'zod'
import { nameSchema } from './basics'

/**
 * Live news: that a project was saved, by whom and by which save; that others have opened or left it; that it was made,
 * deleted or restored; or that something on the shelf changed.
 */
export const projectNewsSchema = z.union([
  z.object({ shelf: z.literal(true) }),
  z.object({ project: z.uuid(), deleted: z.boolean() }),
  z.object({ project: z.uuid(), version: z.number().int(), save: z.uuid().nullable(), by: nameSchema.nullable() }),
  z.object({ project: z.uuid(), here: z.literal(true) }),
])
export type ProjectNews = z.infer<typeof projectNewsSchema>

/**
 * A window that says which project is open in it, or that it has left: whatever it says after that is late, and not
 * heard.
 */
export const herePutSchema = z.object({ window: z.uuid(), project: z.uuid().nullable() })
export type HerePut = z.infer<typeof herePutSchema>

/** Another window on the same project: whose it is, where that is known. */
export const otherSchema = z.object({ window: z.uuid(), name: nameSchema.nullable(), isOwn: z.boolean() })
export type Other = z.infer<typeof otherSchema>

/** Interval at which a window reports that it is open, and how long it counts as open after that, in milliseconds. */
export const HERE = { again: 20_000, gone: 50_000 }
