import { countWords } from './names'
import { z } from 'zod'
import { ROLES } from '#core/harmony/proportion'
import { hexSchema, idSchema, listOf, nameSchema, part } from './basics'
import { makingSchema } from './job'
import { MAX_COMMENT_LENGTH, MAX_ARTWORK, MAX_COLORWAYS } from './limits'

/* A review: what a client is shown behind a link, frozen when it was published, and the comments on it. */

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
  .min(1, 'A name needs at least one character.')
  .max(60, 'A name may have up to 60 characters here.')

const textSchema = z
  .string()
  .max(MAX_COMMENT_LENGTH * 4)
  .overwrite(plainText)
  .min(1, 'The comment is empty.')
  .max(MAX_COMMENT_LENGTH, `A comment may have up to ${countWords(MAX_COMMENT_LENGTH, 'letter')}.`)

/** A key of a colorway or an artwork within a review; it says nothing of the project. */
export const shownKeySchema = z.string().regex(/^[ca]\d{1,3}$/, 'There is no such piece.')

/** A spot of an artwork, in parts of its width and height from the top left. */
export const spotSchema = z.object({ artwork: shownKeySchema, x: part, y: part })
export type Spot = z.infer<typeof spotSchema>

/** A comment as it is sent. Its author makes its id, so that sent again after a lost answer it is stored once. */
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

/** A comment as it is delivered. `seq` is its place among everything that happens on the review. */
export const reviewCommentSchema = commentPutSchema.extend({
  seq: z.number().int(),
  by: z.enum(['client', 'designer']),
  createdAt: z.iso.datetime(),
  /** When its thread was resolved; null while it is open, and for answers. */
  resolvedAt: z.iso.datetime().nullable(),
})
export type ReviewComment = z.infer<typeof reviewCommentSchema>

/** A thread: a comment, the latest answers to it, and how many earlier ones there are. */
export const reviewThreadSchema = reviewCommentSchema.extend({
  replies: z.array(reviewCommentSchema),
  earlier: z.number().int().min(0),
})
export type ReviewThread = z.infer<typeof reviewThreadSchema>

/** Threads on a colorway, the latest first, and whether there are earlier ones. */
export const threadsSchema = z.object({ threads: z.array(reviewThreadSchema), more: z.boolean() })
export type Threads = z.infer<typeof threadsSchema>

/** The choice; no colorway where a choice was taken back. */
export const choicePutSchema = z.object({ look: shownKeySchema.nullable(), author: authorSchema })
export const reviewChoiceSchema = choicePutSchema.extend({ at: z.iso.datetime() })
export type ReviewChoice = z.infer<typeof reviewChoiceSchema>

/** A request to publish a review. */
export const reviewPutSchema = z.object({
  title: nameSchema,
  greeting: z.string().max(MAX_COMMENT_LENGTH).overwrite(plainText).default(''),
  looks: listOf(idSchema, { min: 1, max: MAX_COLORWAYS + 1 }),
  artwork: listOf(idSchema, { max: MAX_ARTWORK * 2 }),
  endsAt: z.iso.datetime(),
})
export type ReviewPut = z.infer<typeof reviewPutSchema>

/** A colorway as it was frozen for a review: its artwork by keys. */
const shownLookSchema = z.object({
  key: shownKeySchema,
  name: z.string(),
  note: z.string(),
  swatches: z.array(z.object({ hex: hexSchema, name: z.string(), role: z.enum(ROLES), share: part })),
  artwork: z.array(shownKeySchema),
})
export type ShownLook = z.infer<typeof shownLookSchema>

/** An artwork as it was frozen for a review; its size is in its own units. */
const shownArtworkSchema = z.object({
  key: shownKeySchema,
  name: z.string(),
  width: z.number().positive(),
  height: z.number().positive(),
})
export type ShownArtwork = z.infer<typeof shownArtworkSchema>

/** The content of a review. */
const reviewShownSchema = z.object({ looks: z.array(shownLookSchema), artwork: z.array(shownArtworkSchema) })
export type ReviewShown = z.infer<typeof reviewShownSchema>

/**
 * Where the pieces of a review came from, by their keys: colorways by id, artwork by id. Nobody with the link is
 * told.
 */
const reviewSourcesSchema = z.record(z.string(), z.string())
export type ReviewSources = z.infer<typeof reviewSourcesSchema>

/** Progress of the pictures of a review. */
const reviewMakingSchema = makingSchema.extend({ failures: z.number().int().min(0) })
export type ReviewMaking = z.infer<typeof reviewMakingSchema>

/** A review as whoever has the link sees it. */
export const reviewPageSchema = reviewShownSchema.extend({
  title: z.string(),
  greeting: z.string(),
  endsAt: z.iso.datetime(),
  /** True if its pictures are all there. */
  ready: z.boolean(),
  choice: reviewChoiceSchema.nullable(),
  /** True if the choice is closed. */
  closed: z.boolean(),
  seq: z.number().int(),
  /** Number of threads on each colorway, by its key. */
  counts: z.record(z.string(), z.number().int()),
})
export type ReviewPage = z.infer<typeof reviewPageSchema>

/** A review as its designer sees it. */
export const reviewSchema = reviewPageSchema.extend({
  id: z.uuid(),
  createdAt: z.iso.datetime(),
  withdrawnAt: z.iso.datetime().nullable(),
  /** Its link; null for those who may only look, and for one made by another server or before links could be shown again. */
  link: z.string().nullable(),
  sources: reviewSourcesSchema,
  making: reviewMakingSchema.nullable(),
  /** Number of comments, and of threads that are open. */
  comments: z.number().int().min(0),
  open: z.number().int().min(0),
})
export type Review = z.infer<typeof reviewSchema>

/** Events on a review since it was looked at last; `again` where that is too much to be sent one by one. */
export const reviewNewsSchema = z.object({
  review: z.uuid(),
  seq: z.number().int(),
  comments: z.array(reviewCommentSchema),
  again: z.boolean(),
  choice: reviewChoiceSchema.nullable(),
  closed: z.boolean(),
  ready: z.boolean(),
  /** Why the link leads nowhere any more; null while it does. */
  gone: z.enum(['withdrawn', 'ended']).nullable(),
})
export type ReviewNews = z.infer<typeof reviewNewsSchema>

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
