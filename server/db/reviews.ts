import type { H3Error } from 'h3'
import type { JSONValue, Sql } from 'postgres'
import { MAX_REVIEWS } from '#core/document/limits'
import type {
  CommentPut,
  Review,
  ReviewChoice,
  ReviewMaking,
  ReviewNews,
  ReviewPage,
  ReviewPut,
  ReviewShown,
  ReviewSources,
} from '#core/document/review'
import { randomUUID } from 'node:crypto'
import { hashToken } from '../token'
import { inTransaction } from './connect'
import { httpError } from '../httpError'
import { makeLink, readLinks, type StoredLink } from './links'

/** The channel of review news; its messages are the project, the review, and how far it is. */
export const CHANNEL = 'plumbago_reviews'

/** Maximum number of choices within a minute. */
const CHOICES_PER_MINUTE = 60

/** A value that is JSON by its schema. */
export const asJson = (value: unknown): JSONValue => value as JSONValue

/** Why a review refuses something. */
type ReviewRefusal = 'gone' | 'missing' | 'ended' | 'withdrawn' | 'closed' | 'often' | 'full'
/** The error a review refuses something with. */
export const refused = (status: 404 | 409 | 410 | 429, message: string, why: ReviewRefusal): H3Error =>
  httpError(status, message, { why })

const NO_REVIEW = 'There is no review behind this link. Check that it is complete.'
/** The error where a review has no such thing. */
export const noSuch = (what: string): H3Error => refused(404, `There is no such ${what}.`, 'missing')

/** A review as it is stored. */
export interface Stored {
  id: string
  project_id: string
  title: string
  greeting: string
  shown: ReviewShown
  sources: ReviewSources
  seq: string
  comments: number
  ready: boolean
  choice: ReviewChoice | null
  closed_at: Date | null
  created_at: Date
  ends_at: Date
  withdrawn_at: Date | null
}

/** The columns of a stored review. */
export const columns = (sql: Sql) => sql`reviews.id, project_id, title, greeting, shown, sources, seq,
  comments, ready, choice, closed_at,  reviews.created_at, ends_at, withdrawn_at`

/** Why a link leads nowhere any more; null where it does. */
export const goneOf = ({ withdrawn_at, ends_at }: Pick<Stored, 'withdrawn_at' | 'ends_at'>): ReviewNews['gone'] =>
  withdrawn_at ? 'withdrawn' : ends_at.getTime() <= Date.now() ? 'ended' : null

/** Throws where a link leads nowhere any more. */
export const refuseGone = (row: Pick<Stored, 'withdrawn_at' | 'ends_at'>): void => {
  const gone = goneOf(row)
  if (gone === 'withdrawn')
    throw refused(410, 'This review was withdrawn by whoever sent it. Ask them for a new link.', gone)
  const day = row.ends_at.toLocaleDateString('en-US', { dateStyle: 'long', timeZone: 'UTC' })
  if (gone) throw refused(410, `This review ended on ${day}. Ask whoever sent it for a new link.`, gone)
}

const pageOf = (row: Stored, counts: Record<string, number>): ReviewPage => ({
  ...row.shown,
  ...{ title: row.title, greeting: row.greeting, endsAt: row.ends_at.toISOString(), ready: row.ready },
  ...{ choice: row.choice, closed: row.closed_at !== null, seq: Number(row.seq), counts },
})

/** Publishes what is shown of a project behind a new link: the id of the review. Null where there is no project. */
export const publishReview = (
  sql: Sql,
  project: string,
  { title, greeting, endsAt }: Pick<ReviewPut, 'title' | 'greeting' | 'endsAt'>,
  { shown, sources }: { shown: ReviewShown; sources: ReviewSources },
): Promise<string | null> =>
  inTransaction(sql, async within => {
    const [found] = await within`select 1 from projects where id = ${project} and deleted_at is null for update`
    if (!found) return null
    const [{ count } = { count: 0 }] = await within<Array<{ count: number }>>`
      select count(*)::int as count from reviews where project_id = ${project} and deleted_at is null`
    if (count >= MAX_REVIEWS)
      throw refused(409, `A project has up to ${MAX_REVIEWS} reviews; delete one that is over.`, 'full')
    const id = randomUUID()
    const { hash } = await makeLink(within, 'review', id, 1)
    await within`
      insert into reviews (id, project_id, link_number, token_hash, title, greeting, shown, sources, ends_at) values (
        ${id}, ${project}, 1, ${hash}, ${title}, ${greeting}, ${within.json(asJson(shown))},
        ${within.json(asJson(sources))}, ${endsAt})`
    return id
  })

const channelMessage = ({ id, project_id, seq }: Pick<Stored, 'id' | 'project_id' | 'seq'>): string =>
  `${project_id} ${id} ${seq}`

/** Makes something happen on a review: in order with all else that does, and announced to all who show it. Throws where there is none. */
export const nextEvent = async (sql: Sql, id: string): Promise<{ seq: number; row: Stored }> => {
  const [row] = await sql<Stored[]>`update reviews set seq = seq + 1 where id = ${id} and deleted_at is null
    returning ${columns(sql)}`
  if (!row) throw noSuch('review')
  await sql`select pg_notify(${CHANNEL}, ${channelMessage(row)})`
  return { seq: Number(row.seq), row }
}

/** Keeps the pictures of a review, which is ready then, and ends the job that wrote them; false where it is not wanted any more. */
export const storeReviewPictures = (sql: Sql, job: string, review: string): Promise<boolean> =>
  inTransaction(sql, async within => {
    const [ended] = await within<
      Array<{ failures: unknown[] }>
    >`update jobs set state = 'done', done = parts, doing = ''
      where id = ${job} and state = 'underway' returning failures`
    if (!ended) return false
    await within`insert into review_pictures (review_id, path, bytes)
      select ${review}, path, bytes from job_files where job_id = ${job}
      on conflict (review_id, path) do update set bytes = excluded.bytes`
    if (!ended.failures.length) await within`delete from job_files where job_id = ${job}`
    await within`update reviews set ready = true where id = ${review}`
    await nextEvent(within, review)
    return true
  })

/** A picture of a review, as soon as it is drawn; null where there is none. */
export const reviewPicture = async (sql: Sql, review: string, path: string): Promise<Buffer | null> => {
  const [row] = await sql<Array<{ bytes: Buffer }>>`
    select bytes from review_pictures where review_id = ${review} and path = ${path}
    union all
    select job_files.bytes from job_files join jobs on jobs.id = job_id
      where jobs.review_id = ${review} and path = ${path}
    limit 1`
  return row?.bytes ?? null
}

/** The pictures of a review that are drawn by now, by path; null where all are. Those that are looked for are drawn first. */
export const drawnPictures = async (sql: Sql, review: string, asked: readonly string[]): Promise<string[] | null> => {
  const [row] = await sql<Array<{ ready: boolean }>>`select ready from reviews where id = ${review}`
  if (row?.ready) return null
  const drawn = await sql<Array<{ path: string }>>`select path from job_files join jobs on jobs.id = job_id
    where jobs.review_id = ${review}`
  const paths = new Set(drawn.map(({ path }) => path))
  const missing = asked.filter(path => !paths.has(path))
  if (missing.length)
    await sql`update jobs set asked = ${missing}
      where review_id = ${review} and state in ('waiting', 'underway') and asked <> ${missing}`
  return [...paths]
}

/** The id of the review behind a link. Throws ReviewRefused where it leads nowhere. */
export const reviewBehind = async (sql: Sql, token: string): Promise<string> => {
  const [row] = await sql<Array<Pick<Stored, 'id' | 'withdrawn_at' | 'ends_at'>>>`
    select reviews.id, withdrawn_at, ends_at from reviews join projects on projects.id = project_id
    where token_hash = ${hashToken(token)} and reviews.deleted_at is null and projects.deleted_at is null`
  if (!row) throw refused(404, NO_REVIEW, 'gone')
  refuseGone(row)
  return row.id
}

const countsOf = async (sql: Sql, id: string): Promise<Record<string, number>> => {
  const rows = await sql<Array<{ look: string; count: number }>>`select look, count(*)::int as count
    from review_comments where review_id = ${id} and thread_id is null group by look`
  return Object.fromEntries(rows.map(({ look, count }) => [look, count]))
}

/** A review as whoever has its link sees it; null where there is none. */
export const reviewPage = async (sql: Sql, id: string): Promise<ReviewPage | null> => {
  const [row] = await sql<Stored[]>`select ${columns(sql)} from reviews where id = ${id}`
  return row ? pageOf(row, await countsOf(sql, id)) : null
}

interface StoredMaking {
  job: string | null
  state: ReviewMaking['state']
  done: number
  parts: number
  reason: string | null
  failures: number
}

/** A review as it is listed, with the token of its link; null where that was made otherwise. */
export type ListedReview = Omit<Review, 'link'> & { token: string | null }

/** The reviews of a project as its designer sees them, the latest first. */
export const reviewsOf = async (sql: Sql, project: string, only?: string): Promise<ListedReview[]> => {
  const rows = await sql<Array<Stored & StoredLink & StoredMaking & { open: number; counts: Review['counts'] }>>`
    select ${columns(sql)}, link_number, token_hash, job.*, talk.*
    from reviews
    left join lateral (select id as job, state, done, parts, reason, jsonb_array_length(failures) as failures from jobs
      where review_id = reviews.id order by created_at desc limit 1) as job on true
    left join lateral (select coalesce(sum(open), 0)::int as open,
      coalesce(jsonb_object_agg(look, threads), '{}') as counts from (
        select look, count(*) filter (where thread_id is null)::int as threads,
          count(*) filter (where thread_id is null and resolved_at is null)::int as open
        from review_comments where review_id = reviews.id group by look) as looks) as talk on true
    where project_id = ${project} and deleted_at is null ${only ? sql`and reviews.id = ${only}` : sql``}
    order by reviews.created_at desc, reviews.id limit ${MAX_REVIEWS}`
  const tokens = await readLinks(sql, 'review', rows)
  return rows.map(({ job, state, done, parts, reason, failures, open, counts, ...row }, i) => ({
    ...pageOf(row, counts),
    ...{ id: row.id, createdAt: row.created_at.toISOString(), sources: row.sources, open },
    comments: row.comments,
    withdrawnAt: row.withdrawn_at?.toISOString() ?? null,
    making: job ? { job, state, done, parts, reason, failures } : null,
    token: tokens[i] ?? null,
  }))
}

/** A review as its designer sees it; null where there is none. */
export const findReview = async (sql: Sql, id: string): Promise<ListedReview | null> => {
  const [row] = await sql<Array<{ project_id: string }>>`select project_id from reviews where id = ${id}
    and deleted_at is null`
  return row ? ((await reviewsOf(sql, row.project_id, id))[0] ?? null) : null
}

/** Changes of a designer to a review. */
export interface ReviewChange {
  endsAt?: string | undefined
  closed?: boolean | undefined
  withdrawn?: boolean | undefined
  deleted?: boolean | undefined
}

/** Changes a review, or deletes it and brings it back; whether there was one. */
export const changeReview = (
  sql: Sql,
  id: string,
  { endsAt, closed, withdrawn, deleted }: ReviewChange,
): Promise<boolean> =>
  inTransaction(sql, async within => {
    const since = (column: 'closed_at' | 'withdrawn_at' | 'deleted_at', to: boolean | undefined) =>
      to === undefined ? within(column) : to ? within`coalesce(${within(column)}, now())` : within`null`
    const [row] = await within<Stored[]>`update reviews set seq = seq + 1,
        ends_at = ${endsAt ?? within('ends_at')}, closed_at = ${since('closed_at', closed)},
        withdrawn_at = ${since('withdrawn_at', withdrawn)}, deleted_at = ${since('deleted_at', deleted)}
      where id = ${id} and (deleted_at is null or ${deleted === false}) returning ${columns(within)}`
    if (row) await within`select pg_notify(${CHANNEL}, ${channelMessage(row)})`
    return row !== undefined
  })

/** Refuses a comment on a piece that is not shown. */
export const refuseMissing = (shown: ReviewShown, { look, spot }: Pick<CommentPut, 'look' | 'spot'>): void => {
  const on = shown.looks.find(({ key }) => key === look)
  if (!on) throw noSuch('colorway')
  if (spot && !on.artwork.includes(spot.artwork)) throw noSuch('artwork')
}

/**
 * Chooses a colorway, or takes the choice back; every choice is stored, the latest counts. Throws ReviewRefused where there is no such
 * colorway, the link leads nowhere any more, or the choice is closed.
 */
export const chooseLook = (
  sql: Sql,
  review: string,
  { look, author }: { look: string | null; author: string },
): Promise<ReviewChoice> =>
  inTransaction(sql, async within => {
    const { seq, row } = await nextEvent(within, review)
    refuseGone(row)
    if (row.closed_at)
      throw refused(409, 'The choice was closed by the designer; write a comment to reopen it.', 'closed')
    if (look !== null) refuseMissing(row.shown, { look, spot: null })
    const [{ count } = { count: 0 }] = await within<Array<{ count: number }>>`select count(*)::int as count
      from review_choices where review_id = ${review} and created_at > now() - interval '1 minute'`
    if (count >= CHOICES_PER_MINUTE) throw refused(429, 'The choice changes too often; try again in a minute.', 'often')
    const choice: ReviewChoice = { look, author, at: new Date().toISOString() }
    await within`insert into review_choices (review_id, seq, look, author) values (${review}, ${seq}, ${look}, ${author})`
    await within`update reviews set choice = ${within.json(asJson(choice))} where id = ${review}`
    return choice
  })
