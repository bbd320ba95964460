import type { Sql } from 'postgres'
import { MAX_COMMENTS } from '#core/document/limits'
import type { CommentPut, ReviewComment, ReviewNews, ReviewThread } from '#core/document/review'
import { hashToken } from '../token'
import { inTransaction } from './connect'
import { asJson, columns, goneOf, nextEvent, noSuch, refused, refuseGone, refuseMissing, type Stored } from './reviews'

/* Comments on reviews, and what happened on a review after a moment. */

/** Number of threads that are sent at once, and how many answers of each. */
const MAX_THREADS = 40
const MAX_ANSWERS = 20
/** Maximum number of comments that are sent one by one; of more, the page asks again. */
const MAX_NEWS = 100
/** Maximum number of comments within a minute: in one browser, from one address, on one review. */
const PER_MINUTE = { reader: 20, address: 120, review: 600 } as const
interface StoredComment {
  id: string
  seq: string
  thread_id: string | null
  look: string
  spot: CommentPut['spot']
  by: ReviewComment['by']
  author: string
  text: string
  created_at: Date
  resolved_at: Date | null
}

const commentColumns = (sql: Sql) => sql`id, seq, thread_id, look, spot, by, author, text, created_at, resolved_at`

const toComment = ({ seq, thread_id, created_at, resolved_at, ...row }: StoredComment): ReviewComment => ({
  ...{ id: row.id, author: row.author, text: row.text, look: row.look, spot: row.spot, by: row.by },
  ...{ seq: Number(seq), thread: thread_id, createdAt: created_at.toISOString() },
  resolvedAt: resolved_at?.toISOString() ?? null,
})

/** Where a comment comes from: the browser's user agent, and the address. */
export interface From {
  reader: string
  address: string
}

/** Refuses who says more than a person would. */
const refuseOften = async (sql: Sql, id: string, reader: Buffer, address: Buffer): Promise<void> => {
  const [lately] = await sql<Array<Record<keyof typeof PER_MINUTE, number>>>`
    select count(*) filter (where reader = ${reader})::int as reader,
      count(*) filter (where address = ${address})::int as address, count(*)::int as review
    from review_comments where review_id = ${id} and created_at > now() - interval '1 minute' and by = 'client'`
  const over = (Object.keys(PER_MINUTE) as Array<keyof typeof PER_MINUTE>).some(
    of => (lately?.[of] ?? 0) >= PER_MINUTE[of],
  )
  if (over) throw refused(429, 'Too many comments at once. Your text is kept here; send it again in a minute.', 'often')
}

/**
 * Stores a comment; sent again under its id it is there once. Throws ReviewRefused where there is no such review, colorway,
 * artwork or thread, or no room; from a client, where the link leads nowhere any more and where there are too many comments.
 */
export const addComment = (sql: Sql, review: string, put: CommentPut, from: From | null): Promise<ReviewComment> =>
  inTransaction(sql, async within => {
    const { seq, row } = await nextEvent(within, review)
    const [there] = await within<StoredComment[]>`select ${commentColumns(within)} from review_comments
      where review_id = ${review} and id = ${put.id}`
    if (there) return toComment(there)
    if (from) refuseGone(row)
    refuseMissing(row.shown, put)
    if (put.thread) {
      const [thread] = await within<Array<{ look: string }>>`select look from review_comments
        where review_id = ${review} and id = ${put.thread} and thread_id is null`
      if (thread?.look !== put.look) throw noSuch('comment')
    }
    const [reader, address] = from
      ? [hashToken(`${review} ${from.reader}`), hashToken(`${review} ${from.address}`)]
      : []
    if (reader && address) await refuseOften(within, review, reader, address)
    if (row.comments >= MAX_COMMENTS)
      throw refused(
        409,
        `There are ${MAX_COMMENTS.toLocaleString('en-US')} comments here, and no room for more. Your text is kept here.`,
        'full',
      )
    const [made] = await within<StoredComment[]>`insert into review_comments
      (review_id, id, seq, changed, thread_id, look, spot, by, author, text, reader, address) values (
        ${review}, ${put.id}, ${seq}, ${seq}, ${put.thread}, ${put.look}, ${within.json(asJson(put.spot))},
        ${from ? 'client' : 'designer'}, ${put.author}, ${put.text}, ${reader ?? null}, ${address ?? null})
      returning ${commentColumns(within)}`
    await within`update reviews set comments = comments + 1 where id = ${review}`
    return toComment(made as StoredComment)
  })

/** Resolves a thread, or opens it again. Throws ReviewRefused where there is none. */
export const resolveThread = (sql: Sql, review: string, id: string, resolved: boolean): Promise<ReviewComment> =>
  inTransaction(sql, async within => {
    const { seq } = await nextEvent(within, review)
    const [row] = await within<StoredComment[]>`update review_comments set changed = ${seq},
        resolved_at = ${resolved ? within`coalesce(resolved_at, now())` : null}
      where review_id = ${review} and id = ${id} and thread_id is null returning ${commentColumns(within)}`
    if (!row) throw noSuch('comment')
    return toComment(row)
  })

/** The threads on a colorway, or on all, the latest first, before one; with the latest answers of each. */
export const threadsOn = async (
  sql: Sql,
  review: string,
  look?: string,
  before?: number,
): Promise<{ threads: ReviewThread[]; more: boolean }> => {
  const roots = await sql<StoredComment[]>`select ${commentColumns(sql)} from review_comments
    where review_id = ${review} and thread_id is null ${look === undefined ? sql`` : sql`and look = ${look}`}
      ${before === undefined ? sql`` : sql`and seq < ${before}`}
    order by seq desc limit ${MAX_THREADS + 1}`
  const shown = roots.slice(0, MAX_THREADS)
  const answers = await sql<Array<StoredComment & { place: number; count: number }>>`
    select answer.* from unnest(${shown.map(({ id }) => id)}::uuid[]) as root (id), lateral (
      select ${commentColumns(sql)}, (count(*) over ())::int as count from review_comments
      where review_id = ${review} and thread_id = root.id order by seq desc limit ${MAX_ANSWERS}) as answer`
  return {
    threads: shown.map(root => {
      const own = answers.filter(({ thread_id }) => thread_id === root.id)
      const replies = own.map(toComment).sort((one, other) => one.seq - other.seq)
      return { ...toComment(root), replies, earlier: (own[0]?.count ?? 0) - replies.length }
    }),
    more: roots.length > MAX_THREADS,
  }
}

/** Answers to a thread that came before one, in their order, as many as are sent at once. */
export const answersBefore = async (
  sql: Sql,
  review: string,
  thread: string,
  before: number,
): Promise<ReviewComment[]> => {
  const rows = await sql<StoredComment[]>`select ${commentColumns(sql)} from review_comments
    where review_id = ${review} and thread_id = ${thread} and seq < ${before} order by seq desc limit ${MAX_ANSWERS * 5}`
  return rows.map(toComment).reverse()
}

/** Events on a review after a moment, counted by its `seq`; null where there is no such review. */
export const newsOf = async (sql: Sql, review: string, after: number): Promise<ReviewNews | null> => {
  const [row] = await sql<Array<Stored & { away: boolean }>>`
    select ${columns(sql)}, deleted_at is not null as away from reviews where id = ${review}`
  if (!row) return null
  const comments = await sql<StoredComment[]>`select ${commentColumns(sql)} from review_comments
    where review_id = ${review} and changed > ${after} and changed <= ${row.seq} order by changed limit ${MAX_NEWS + 1}`
  const again = comments.length > MAX_NEWS
  return {
    ...{ review, seq: Number(row.seq), comments: again ? [] : comments.map(toComment), again },
    ...{ choice: row.choice, closed: row.closed_at !== null, ready: row.ready },
    gone: row.away ? 'withdrawn' : goneOf(row),
  }
}
