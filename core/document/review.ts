import { countWords } from './names'
import { z } from 'zod'
import { ROLES } from '#core/harmony/proportion'
import { idSchema, listOf, nameSchema, part } from './basics'
import { MAX_COMMENT_LENGTH, MAX_ARTWORK, MAX_COLORWAYS } from './limits'

/* A review: what a client is shown behind a link, frozen when it was published, and what is said on it. */

/** Characters that change the direction of text; a comment is read in the order it was written. */
const TURNING = /[\u061C\u200E\u200F\u202A-\u202E\u2066-\u2069]/g
/** So many marks over one letter are writing; more is a tower. */
const TOWERS = /(\p{M}{4})\p{M}+/gu

/** A text of several lines, without what no text holds. */
const plainText = (text: string): string =>
  text
    .replace(/\r\n?/g, '\n')
    .replace(/[^\P{Cc}\n\t]+|\p{Cs}+/gu, ' ')
    .replace(TURNING, '')
    .replace(TOWERS, '$1')
    .replace(/\n{3,}/g, '\n\n')
    .trim()

/** Who says something: a name, and nothing else. */
export const authorSchema = nameSchema
  .overwrite(name => name.replace(TURNING, '').replace(TOWERS, '$1').trim())
  .min(1, 'A name needs at least one letter.')
  .max(60, 'A name may have up to 60 letters here.')

const textSchema = z
  .string()
  .max(MAX_COMMENT_LENGTH * 4)
  .overwrite(plainText)
  .min(1, 'There is nothing written yet.')
  .max(MAX_COMMENT_LENGTH, `A comment may have up to ${countWords(MAX_COMMENT_LENGTH, 'letter')}.`)

/** A key of a colorway or an artwork within a review; it says nothing of the project. */
export const shownKeySchema = z.string().regex(/^[ca]\d{1,3}$/, 'There is no such piece.')

/** A spot of an artwork, in parts of its width and height from the top left. */
export const spotSchema = z.object({ artwork: shownKeySchema, x: part, y: part })
export type Spot = z.infer<typeof spotSchema>

/** A comment as it is said. Its id is made by who says it, so that said again after a lost answer it is there once. */
export const commentPutSchema = z.object({
  id: z.uuid(),
  author: authorSchema,
  text: textSchema,
  /** The colorway it is on. */
  look: shownKeySchema,
  spot: spotSchema.nullable().default(null),
  /** The comment it answers; null where it begins a thread. */
  thread: z.uuid().nullable().default(null),
})
export type CommentPut = z.infer<typeof commentPutSchema>

/** A comment as it is told. `seq` tells when it came among everything that happens on the review. */
export interface ReviewComment extends CommentPut {
  seq: number
  by: 'client' | 'designer'
  createdAt: string
  /** When its thread was resolved; null while it is open, and for answers. */
  resolvedAt: string | null
}

/** A thread: a comment, the latest answers to it, and how many earlier ones there are. */
export interface ReviewThread extends ReviewComment {
  replies: ReviewComment[]
  earlier: number
}

/** The choice; no colorway where a choice was taken back. */
export const choicePutSchema = z.object({ look: shownKeySchema.nullable(), author: authorSchema })
export interface ReviewChoice {
  look: string | null
  author: string
  at: string
}

/** A request to publish a review. */
export const reviewPutSchema = z.object({
  title: nameSchema,
  greeting: z.string().max(MAX_COMMENT_LENGTH).overwrite(plainText).default(''),
  looks: listOf(idSchema, { least: 1, most: MAX_COLORWAYS + 1 }),
  artwork: listOf(idSchema, { most: MAX_ARTWORK * 2 }),
  endsAt: z.iso.datetime(),
})
export type ReviewPut = z.infer<typeof reviewPutSchema>

/** A colorway as it was frozen for a review: its artwork by keys. */
export interface ShownLook {
  key: string
  name: string
  note: string
  swatches: Array<{ hex: string; name: string; role: (typeof ROLES)[number]; share: number }>
  artwork: string[]
}

/** An artwork as it was frozen for a review; its size is in its own units. */
export interface ShownArtwork {
  key: string
  name: string
  width: number
  height: number
}

/** The content of a review. */
export interface ReviewShown {
  looks: ShownLook[]
  artwork: ShownArtwork[]
}

/**
 * Where the pieces of a review came from, by their keys: colorways by id, artwork by id. Nobody with the link is
 * told.
 */
export type ReviewSources = Record<string, string>

/** Progress of the pictures of a review. */
export interface ReviewMaking {
  job: string
  state: 'waiting' | 'underway' | 'done' | 'stopped' | 'failed'
  done: number
  parts: number
  reason: string | null
  failures: number
}

/** A review as whoever has the link sees it. */
export interface ReviewPage extends ReviewShown {
  title: string
  greeting: string
  endsAt: string
  /** True if its pictures are all there. */
  ready: boolean
  choice: ReviewChoice | null
  /** True if the choice is closed. */
  closed: boolean
  seq: number
  /** Number of threads on each colorway, by its key. */
  counts: Record<string, number>
}

/** A review as its designer sees it. */
export interface Review extends ReviewPage {
  id: string
  createdAt: string
  withdrawnAt: string | null
  sources: ReviewSources
  making: ReviewMaking | null
  /** Number of comments, and of threads that are open. */
  comments: number
  open: number
}

/** Events on a review since it was looked at last; `again` where that is too much to be told one by one. */
export interface ReviewNews {
  review: string
  seq: number
  comments: ReviewComment[]
  again: boolean
  choice: ReviewChoice | null
  closed: boolean
  ready: boolean
  /** True if the link leads there still. */
  gone: 'withdrawn' | 'ended' | null
}

/**
 * Adds news to a review that is known up to a number: the threads on each colorway then, and how many comments, and among them
 * threads, are new.
 */
export const addCounts = (
  known: { counts: Record<string, number>; seq: number },
  news: ReviewNews,
): { counts: Record<string, number>; comments: number; threads: number } => {
  const fresh = news.comments.filter(({ seq }) => seq > known.seq)
  const threads = fresh.filter(({ thread }) => thread === null)
  const counts = { ...known.counts }
  for (const { look } of threads) counts[look] = (counts[look] ?? 0) + 1
  return { counts, comments: fresh.length, threads: threads.length }
}
