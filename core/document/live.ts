import { z } from 'zod'
import { nameSchema } from './basics'

/**
 * Live news: that a project was saved, by whom and by which save; that others have opened or left it; that it was made,
 * deleted or restored; or that something on the shelf changed.
 */
export type ProjectNews =
  | { shelf: true }
  | { project: string; deleted: boolean }
  | { project: string; version: number; save: string | null; by: string | null }
  | { project: string; here: true }

/** Reads news as the server sends them; null for a kind that only a newer server knows. */
export const readProjectNews = (text: string): ProjectNews | null => {
  const news = JSON.parse(text) as Record<string, unknown>
  return ['shelf', 'deleted', 'version', 'here'].some(key => key in news) ? (news as ProjectNews) : null
}

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
