import type { H3Error } from 'h3'
import { randomUUID } from 'node:crypto'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { pathToFileURL } from 'node:url'
import type { Sql } from 'postgres'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import { MAX_COMMENTS } from '#core/document/limits'
import { commentPutSchema, type CommentPut, type ReviewNews } from '#core/document/review'
import { reviewPictures, reviewContents } from '#core/handover/review'
import { newProject } from '#core/scheme/create'
import { connect } from '../db/connect'
import { migrate } from '../db/migrate'
import { createProject, setDeleted } from '../db/projects'
import { changeReview, chooseLook, publishReview, findReview, reviewBehind, reviewPage, reviewsOf } from '../db/reviews'
import { addComment, answersBefore, newsOf, resolveThread, threadsOn } from '../db/reviewComments'
import { makeFolder } from '../db/shelf'
import { renewLink } from '../db/links'
import { hashToken, newToken } from '../token'
import { newsDesk } from '../live/news'

const url = process.env.TEST_DATABASE_URL
const NAME = `reviews_${process.pid}`
let admin: Sql
let sql: Sql
let own = ''

beforeAll(async () => {
  if (!url) throw new Error('The database tests need TEST_DATABASE_URL; bin/test sets it.')
  admin = connect(url)
  await admin.unsafe(`create database ${NAME}`)
  own = url.replace(/\/[^/]*$/, `/${NAME}`)
  sql = connect(own)
  await migrate(sql, { folder: pathToFileURL(join(__dirname, '../db/migrations/')) })
})
afterAll(async () => {
  await sql?.end()
  await admin?.unsafe(`drop database if exists ${NAME} with (force)`)
  await admin?.end()
})

const TIME = '2026-11-26T10:00:00.000Z'
const HASHES = ['a'.repeat(64), 'b'.repeat(64)] as const
const artwork = (hash: string, name = 'Poster') => ({
  ...{ id: 'art1', name, hash, width: 300, height: 400, ink: '#000000', kind: 'svg' as const },
})
const base = newProject('Kites')
const project = ['Dawn', 'Dusk'].reduce(
  (now, name, i) =>
    apply(
      { ...now, artwork: [{ ...artwork(HASHES[i] as string) }] as unknown as typeof now.artwork },
      { do: 'freeze', name, time: TIME },
      NOTHING_KNOWN,
    ),
  base,
)
const looks = project.lineUp.colorways.map(({ id }) => id)
const frozen = reviewContents(project, { looks, artwork: ['art1'] })

const later = (days = 30): string => new Date(Date.now() + days * 86_400_000).toISOString()
const tokenOf = async (review: string): Promise<string> => (await findReview(sql, review))?.token ?? 'none'
const published = async (endsAt = later()): Promise<{ id: string; token: string; project: string }> => {
  const { id } = await createProject(sql, base)
  const review = await publishReview(sql, id, { title: 'Kites', greeting: 'Hello', endsAt }, frozen)
  if (!review) throw new Error('It was not published.')
  return { id: review, token: await tokenOf(review), project: id }
}
const put = (more: Partial<CommentPut> = {}): CommentPut =>
  commentPutSchema.parse({ id: randomUUID(), author: 'Ada', text: 'Lighter, please.', look: 'c1', ...more })
const ADA = { reader: 'ada', address: '192.0.2.1' }
const refusal = async (work: Promise<unknown>): Promise<{ status: number; why: unknown }> => {
  try {
    await work
  } catch (error) {
    const { statusCode, data } = error as H3Error<{ why: string }>
    return { status: statusCode, why: data?.why }
  }
  throw new Error('It was not refused.')
}

describe('what a review shows', () => {
  it('is frozen under keys that say nothing of the project; the same artwork in two files is two pieces', () => {
    expect(frozen.shown.looks.map(({ key, name, artwork: of }) => [key, name, of])).toEqual([
      ['c1', 'Dawn', ['a1']],
      ['c2', 'Dusk', ['a2']],
    ])
    expect(JSON.stringify(frozen.shown)).not.toMatch(new RegExp(['art1', ...HASHES].join('|')))
    expect(frozen.sources).toEqual({ c1: looks[0], c2: looks[1], a1: 'art1', a2: 'art1' })
    expect(reviewPictures(frozen.shown)).toEqual([
      { look: 'before', artwork: 'a1' },
      { look: 'before', artwork: 'a2' },
      { look: 'c1', artwork: 'a1' },
      { look: 'c2', artwork: 'a2' },
    ])
  })
})

describe('a link', () => {
  it('leads to its review and can be shown again; only its hash is stored; a new one ends it', async () => {
    const { id, token } = await published()
    expect(token).toMatch(/^[\w-]{32}$/)
    expect(await reviewBehind(sql, token)).toBe(id)
    const rows = await sql`select to_jsonb(reviews)::text as all from reviews where id = ${id}`
    expect(rows[0]?.all).not.toContain(token)
    expect(await renewLink(sql, 'review', id)).toBe(true)
    expect(await refusal(reviewBehind(sql, token))).toEqual({ status: 404, why: 'gone' })
    expect(await tokenOf(id)).not.toBe(token)
    expect(await reviewBehind(sql, await tokenOf(id))).toBe(id)
    expect(await renewLink(sql, 'review', randomUUID())).toBe(false)
  })
  it('made at random, as links once were, works on and is replaced by one that can be shown', async () => {
    const { id } = await published()
    const random = newToken()
    await sql`update reviews set token_hash = ${hashToken(random)}, link_number = 0 where id = ${id}`
    expect(await tokenOf(id)).toBe('none')
    expect(await reviewBehind(sql, random)).toBe(id)
    await renewLink(sql, 'review', id)
    expect(await reviewBehind(sql, await tokenOf(id))).toBe(id)
  })
  it('belongs to its server: with another key nobody can make it', async () => {
    const { id, token } = await published()
    const [secret] = await sql`update secrets set value = md5(value) where name = 'links' returning value`
    expect(await tokenOf(id)).toBe('none')
    expect(await reviewBehind(sql, token)).toBe(id)
    expect(secret?.value).toHaveLength(32)
  })
  it('leads nowhere when it is mistyped, ended, withdrawn, or its project is deleted; and again when that is taken back', async () => {
    const { id, token, project: of } = await published()
    expect(await refusal(reviewBehind(sql, `${token.slice(1)}x`))).toEqual({ status: 404, why: 'gone' })
    await changeReview(sql, id, { withdrawn: true })
    expect(await refusal(reviewBehind(sql, token))).toEqual({ status: 410, why: 'withdrawn' })
    expect(await refusal(addComment(sql, id, put(), ADA))).toEqual({ status: 410, why: 'withdrawn' })
    expect(await refusal(chooseLook(sql, id, { look: 'c1', author: 'Ada' }))).toEqual({ status: 410, why: 'withdrawn' })
    await changeReview(sql, id, { withdrawn: false })
    expect(await reviewBehind(sql, token)).toBe(id)
    await changeReview(sql, id, { endsAt: new Date(Date.now() - 1000).toISOString() })
    expect(await refusal(reviewBehind(sql, token))).toEqual({ status: 410, why: 'ended' })
    await changeReview(sql, id, { endsAt: later() })
    await changeReview(sql, id, { deleted: true })
    expect(await refusal(reviewBehind(sql, token))).toEqual({ status: 404, why: 'gone' })
    expect(await changeReview(sql, id, { closed: true })).toBe(false)
    await changeReview(sql, id, { deleted: false })
    expect(await reviewBehind(sql, token)).toBe(id)
    await setDeleted(sql, of, true)
    expect(await refusal(reviewBehind(sql, token))).toEqual({ status: 404, why: 'gone' })
  })
})

describe('comments', () => {
  it('are stored once, however often they are sent, in one order though many are sent at a time', async () => {
    const { id } = await published()
    const all = Array.from({ length: 12 }, (_, i) => put({ text: `Number ${i}` }))
    const text = await Promise.all(
      [...all, ...all].map((each, i) => addComment(sql, id, each, { reader: `r${i % 12}`, address: 'x' })),
    )
    expect(new Set(text.map(({ seq }) => seq)).size).toBe(12)
    const { threads, more } = await threadsOn(sql, id, 'c1')
    expect(threads).toHaveLength(12)
    expect(more).toBe(false)
    expect(threads.map(({ seq }) => seq)).toEqual(threads.map(({ seq }) => seq).sort((one, other) => other - one))
    expect((await findReview(sql, id))?.comments).toBe(12)
  })
  it('are on a colorway, on a spot of its own artwork, or answer one on the same colorway; nothing else', async () => {
    const { id } = await published()
    const spot = { artwork: 'a1', x: 0.25, y: 0.5 }
    const root = await addComment(sql, id, put({ spot }), ADA)
    expect(root).toMatchObject({ spot, by: 'client', thread: null })
    const answer = await addComment(sql, id, put({ author: 'Studio', thread: root.id }), null)
    expect(answer.by).toBe('designer')
    for (const wrong of [
      { look: 'c9' },
      { spot: { ...spot, artwork: 'a2' } },
      { thread: randomUUID() },
      { thread: answer.id },
      { look: 'c2', thread: root.id },
    ])
      expect(await refusal(addComment(sql, id, put(wrong), ADA))).toEqual({ status: 404, why: 'missing' })
    expect((await threadsOn(sql, id, 'c1')).threads).toMatchObject([{ id: root.id, replies: [{ id: answer.id }] }])
    expect((await threadsOn(sql, id, 'c2')).threads).toEqual([])
    expect((await threadsOn(sql, id)).threads).toHaveLength(1)
  })
  it('are text: what turns letters about, towers of marks and control characters are taken out', () => {
    const { author, text } = put({
      author: ' \u202Eadmin\u0000 ',
      text: `a\u0000b\u202Ec\r\nd\n\n\n\ne\uD800 ${'z\u0301\u0302\u0303\u0304\u0305\u0306'}<script>`,
    })
    expect(author).toBe('admin')
    expect(text).toBe('a bc\nd\n\ne  z\u0301\u0302\u0303\u0304<script>')
    expect(commentPutSchema.safeParse({ ...put(), text: ' \n ' }).success).toBe(false)
    expect(commentPutSchema.safeParse({ ...put(), text: 'x'.repeat(2001) }).success).toBe(false)
    expect(commentPutSchema.safeParse({ ...put(), author: '\u202E' }).success).toBe(false)
  })
  it('of one browser come no faster than a person writes; those of others go on', async () => {
    const { id } = await published()
    for (let n = 0; n < 20; n++) await addComment(sql, id, put(), ADA)
    expect(await refusal(addComment(sql, id, put(), ADA))).toEqual({ status: 429, why: 'often' })
    await addComment(sql, id, put(), { reader: 'bo', address: '192.0.2.2' })
    await addComment(sql, id, put({ author: 'Studio' }), null)
    await sql`update review_comments set created_at = created_at - interval '2 minutes' where review_id = ${id}`
    await addComment(sql, id, put(), ADA)
  })
  it('are resolved and opened again; news tell what changed, in order, after a moment', async () => {
    const { id } = await published()
    const one = await addComment(sql, id, put(), ADA)
    const two = await addComment(sql, id, put({ text: 'And warmer.' }), ADA)
    expect((await newsOf(sql, id, 0))?.comments.map(each => each.id)).toEqual([one.id, two.id])
    expect((await newsOf(sql, id, one.seq))?.comments.map(each => each.id)).toEqual([two.id])
    const resolved = await resolveThread(sql, id, one.id, true)
    expect(resolved.resolvedAt).not.toBeNull()
    expect((await newsOf(sql, id, two.seq))?.comments).toEqual([resolved])
    expect((await findReview(sql, id))?.open).toBe(1)
    expect((await resolveThread(sql, id, one.id, false)).resolvedAt).toBeNull()
    expect(await refusal(resolveThread(sql, id, randomUUID(), true))).toEqual({ status: 404, why: 'missing' })
  })
  it('are up to ten thousand, sent page by page', async () => {
    const { id } = await published()
    const root = await addComment(sql, id, put(), ADA)
    await sql`insert into review_comments (review_id, id, seq, changed, thread_id, look, by, author, text, created_at)
      select ${id}, gen_random_uuid(), n + 1, n + 1, case when n % 4 = 0 then ${root.id}::uuid end, 'c1', 'client', 'Ada',
        'Number ' || n, now() - interval '1 hour' from generate_series(1, ${MAX_COMMENTS - 2}) as n`
    await sql`update reviews set seq = ${MAX_COMMENTS}, comments = ${MAX_COMMENTS - 1} where id = ${id}`
    await addComment(sql, id, put(), ADA)
    expect(await refusal(addComment(sql, id, put(), ADA))).toEqual({ status: 409, why: 'full' })
    const seen = new Set<string>()
    for (let before: number | undefined, more = true; more; ) {
      const reported = await threadsOn(sql, id, 'c1', before)
      for (const thread of reported.threads) seen.add(thread.id)
      before = reported.threads.at(-1)?.seq
      more = reported.more
    }
    const answers = (MAX_COMMENTS - 4) / 4
    expect(seen.size).toBe(MAX_COMMENTS - Math.floor(answers))
    const last = (await threadsOn(sql, id, 'c1', root.seq + 1)).threads[0]
    expect(last?.replies).toHaveLength(20)
    const earlier = await answersBefore(sql, id, root.id, last?.replies[0]?.seq ?? 0)
    expect(earlier).toHaveLength(100)
    expect((last?.earlier ?? 0) + 20).toBe(Math.floor(answers))
    expect((await newsOf(sql, id, 0))?.again).toBe(true)
  })
})

describe('the choice', () => {
  it('is one, can be changed and taken back until it is closed, and every one is stored', async () => {
    const { id, project: of } = await published()
    await chooseLook(sql, id, { look: 'c1', author: 'Ada' })
    await chooseLook(sql, id, { look: 'c2', author: 'Bo' })
    expect((await reviewPage(sql, id))?.choice).toMatchObject({ look: 'c2', author: 'Bo' })
    expect(await refusal(chooseLook(sql, id, { look: 'c7', author: 'Bo' }))).toEqual({ status: 404, why: 'missing' })
    await chooseLook(sql, id, { look: null, author: 'Ada' })
    await changeReview(sql, id, { closed: true })
    expect(await refusal(chooseLook(sql, id, { look: 'c1', author: 'Ada' }))).toEqual({ status: 409, why: 'closed' })
    await changeReview(sql, id, { closed: false })
    await chooseLook(sql, id, { look: 'c1', author: 'Ada' })
    const stored = await sql`select look, author from review_choices where review_id = ${id} order by seq`
    expect(stored.map(({ look, author }) => [look, author])).toEqual([
      ['c1', 'Ada'],
      ['c2', 'Bo'],
      [null, 'Ada'],
      ['c1', 'Ada'],
    ])
    expect(await reviewsOf(sql, of)).toMatchObject([{ id, choice: { look: 'c1' }, closed: false }])
  })
})

describe('news', () => {
  const until = async (holds: () => boolean): Promise<void> => {
    for (let n = 0; n < 200 && !holds(); n++) await pause(25)
    expect(holds()).toBe(true)
  }
  it('reach all who watch, by whichever process it happened, once and in order; others hear nothing', async () => {
    const { id } = await published()
    const other = await published()
    const second = connect(own)
    const heard: Record<string, ReviewNews[]> = { one: [], two: [], all: [], other: [] }
    const hear = (who: string) => (written: string | null) => {
      if (written) heard[who]?.push(JSON.parse(written) as ReviewNews)
    }
    const [here, there] = [newsDesk(sql), newsDesk(second)]
    await here.watch({ review: id }, hear('one'))
    await there.watch({ review: id }, hear('two'))
    await there.watch('all', hear('all'))
    const leave = await here.watch({ review: other.id }, hear('other'))
    const text = await Promise.all(
      Array.from({ length: 30 }, (_, i) =>
        addComment(i % 2 ? sql : second, id, put({ text: `Number ${i}` }), { reader: `r${i}`, address: `x${i}` }),
      ),
    )
    const ids = text.sort((one, two) => one.seq - two.seq).map(each => each.id)
    const comments = (who: string): string[] => (heard[who] ?? []).flatMap(each => each.comments.map(one => one.id))
    for (const who of ['one', 'two', 'all']) {
      await until(() => comments(who).length >= 30)
      expect(comments(who)).toEqual(ids)
    }
    expect(heard.other).toEqual([])
    leave()
    await changeReview(sql, id, { withdrawn: true })
    await until(() => heard.two?.at(-1)?.gone === 'withdrawn')
    await second.end({ timeout: 0 })
  })
  it('tell of projects made, deleted and restored, and of the shelf, to those who hear all', async () => {
    const watcher = connect(own)
    const heard: unknown[] = []
    await newsDesk(watcher).watch('all', written => written && heard.push(JSON.parse(written)))
    const { id } = await createProject(sql, newProject('News'))
    await setDeleted(sql, id, true)
    await setDeleted(sql, id, true) // nothing new
    await setDeleted(sql, id, false)
    await makeFolder(sql, 'News')
    await until(() => heard.length >= 4)
    expect(heard).toEqual([
      { project: id, deleted: false },
      { project: id, deleted: true },
      { project: id, deleted: false },
      { shelf: true },
    ])
    await watcher.end({ timeout: 0 })
  })
  it('say that some may have been missed when the database was away', async () => {
    const { id } = await published()
    const watcher = connect(own)
    const heard: Array<string | null> = []
    await newsDesk(watcher).watch({ review: id }, written => heard.push(written))
    heard.length = 0
    await admin`select pg_terminate_backend(pid) from pg_stat_activity where datname = ${NAME} and pid <> pg_backend_pid()`
    await until(() => heard.includes(null))
    heard.length = 0
    for (let n = 0; n < 5; n++) {
      try {
        await addComment(sql, id, put(), ADA)
        break
      } catch {
        await pause(100) // the connection that was ended is found out about
      }
    }
    await until(() => heard.some(written => written?.includes('Lighter') ?? false))
    await watcher.end({ timeout: 0 })
  })
})
