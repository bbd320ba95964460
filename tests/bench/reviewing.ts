import { chromium } from '@playwright/test'
import { randomUUID } from 'node:crypto'
import { Agent, get, request, type IncomingMessage } from 'node:http'
import { setTimeout as pause } from 'node:timers/promises'
import type { Review, ReviewThread } from '#core/document/review'
import { apply, NOTHING_KNOWN } from '#core/commands/commands'
import type { Project, StoredProject } from '#core/document/project'
import { CHROMIUM } from '../browser'
import { cookieFor } from '../e2e/people'
import { startWorker } from '../e2e/server'
import { percentile } from './frame'

/* 200 readers of a review page while 20 clients comment, and how soon a comment is on the designer's screen. */

const READERS = 200
const CLIENTS = 20
const LASTS = 60_000
/** Pause of a client between two comments, and of a reader between two looks, in milliseconds. */
const THINKS = 3100
const LOOKS = 1000

const json = async <Answer>(address: string, cookie: string, path: string, body?: unknown): Promise<Answer> => {
  const init = body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) }
  const headers = { cookie, 'content-type': 'application/json' }
  return (await (await fetch(address + path, { ...init, headers })).json()) as Answer
}

/** What came of a kind of request: how many a second, how long it took in milliseconds, how many failed. */
export interface Answered {
  what: string
  perSecond: number
  middle: number
  p95: number
  p99: number
  failed: number
}

/** Publishes the demo for review, by whoever is signed in, and waits until its pictures are made. */
export const published = async (
  address: string,
  cookie: string,
): Promise<{ review: Review; link: string; project: string }> => {
  const all = await json<Array<{ id: string; name: string }>>(address, cookie, '/api/projects?limit=100')
  const demo = all.find(({ name }) => name === 'Breezeholm kite festival')
  const { id, version, document } = await json<StoredProject>(address, cookie, '/api/projects', { copyOf: demo?.id })
  const artwork = document.artwork.slice(0, 2).map(each => each.id)
  const endsAt = new Date(Date.now() + 86_400_000).toISOString()
  const made = await json<{ review: Review; link: string }>(address, cookie, `/api/projects/${id}/reviews`, {
    version,
    title: 'Bench',
    looks: ['now'],
    artwork,
    endsAt,
  })
  for (;;) {
    const [review] = await json<Review[]>(address, cookie, `/api/projects/${id}/reviews`)
    if (review?.ready) return { ...made, project: id }
    await pause(200)
  }
}

/**
 * Publishes all artwork of the demo in five colorways: how long it takes until a client has the first picture of the first
 * colorway, and all of them, in seconds.
 */
export const pictureTimes = async (address: string, databaseUrl: string): Promise<{ first: number; all: number }> => {
  const cookie = await cookieFor(databaseUrl, address, `Designer ${randomUUID().slice(0, 8)}`, 'designer')
  const worker = startWorker(databaseUrl)
  await pause(3000) // as one that is up already
  const projects = await json<Array<{ id: string; name: string }>>(address, cookie, '/api/projects?limit=100')
  const demo = projects.find(({ name }) => name === 'Breezeholm kite festival')
  const stored = await json<StoredProject>(address, cookie, '/api/projects', { copyOf: demo?.id })
  const document = (['complementary', 'triadic', 'square', 'analogous', 'tetradic'] as const).reduce(
    (now: Project, kind) =>
      apply(
        apply(now, { do: 'compose', harmony: { kind } }, NOTHING_KNOWN),
        { do: 'freeze', name: kind, time: new Date().toISOString() },
        NOTHING_KNOWN,
      ),
    { ...stored.document, lineUp: { ...stored.document.lineUp, colorways: [] } },
  )
  const save = { id: randomUUID(), version: stored.version, document, trail: { put: [], remove: [] } }
  const saved = await fetch(`${address}/api/projects/${stored.id}`, {
    method: 'PUT',
    body: JSON.stringify(save),
    headers: { cookie, 'content-type': 'application/json' },
  })
  const { version } = (await saved.json()) as { version: number }
  const start = performance.now()
  const { link } = await json<{ link: string }>(address, cookie, `/api/projects/${stored.id}/reviews`, {
    ...{ version, title: 'Pictures', looks: document.lineUp.colorways.map(({ id }) => id) },
    artwork: document.artwork.map(({ id }) => id),
    endsAt: new Date(Date.now() + 86_400_000).toISOString(),
  })
  const api = address + new URL(link, address).pathname.replace('/review/', '/api/review/')
  const drawn = async (): Promise<string[] | null> => {
    const { paths } = await json<{ paths: string[] | null }>(api, '', '/drawn?asked=small/c1/a1')
    return paths
  }
  const until = async (isDone: (paths: string[] | null) => boolean): Promise<number> => {
    while (!isDone(await drawn())) await pause(100)
    return (performance.now() - start) / 1000
  }
  const first = await until(paths => !paths || paths.includes('small/c1/a1'))
  const all = await until(paths => !paths)
  worker.kill()
  return { first, all }
}

/** What the page of the bench says of itself: when each comment came to stand on it. */
const WATCH = `globalThis.seen = {}
new MutationObserver(() => {
  for (const thread of document.querySelectorAll('[data-comment]'))
    globalThis.seen[thread.dataset.comment] ??= performance.timeOrigin + performance.now()
}).observe(document, { childList: true, subtree: true })`

/** Readers and clients on one review for a minute; the address has to take the word of a proxy for where clients are. */
export const reviewTimes = async (
  address: string,
  databaseUrl: string,
): Promise<{ answered: Answered[]; text: number; lost: number; seen: number[]; heard: number; streams: number }> => {
  const cookie = await cookieFor(databaseUrl, address, `Designer ${randomUUID().slice(0, 8)}`, 'designer')
  const worker = startWorker(databaseUrl)
  const { review, link, project } = await published(address, cookie)
  worker.kill()
  const api = link.replace('/review/', '/api/review/')
  const agent = new Agent({ keepAlive: true, maxSockets: READERS })
  const times = new Map<string, number[]>()
  const failures = new Map<string, number>()
  const note = (what: string, ms: number, ok: boolean): void => {
    times.set(what, [...(times.get(what) ?? []), ms])
    if (!ok) failures.set(what, (failures.get(what) ?? 0) + 1)
  }
  const timed = (what: string, path: string, method = 'GET', body?: unknown, from = ''): Promise<boolean> =>
    new Promise(done => {
      const began = performance.now()
      const over = (ok: boolean): void => {
        note(what, performance.now() - began, ok)
        done(ok)
      }
      const headers = { 'x-forwarded-for': from, ...(body ? { 'content-type': 'application/json' } : {}) }
      const asked = request(address + path, { agent, method, headers }, answer => {
        answer.on('end', () => over((answer.statusCode ?? 500) < 300)).on('error', () => over(false))
        answer.resume()
      })
      asked.on('error', () => over(false))
      asked.end(body ? JSON.stringify(body) : undefined)
    })

  // the designer looks on
  const browser = await chromium.launch(CHROMIUM)
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const [name = '', value = ''] = cookie.split(/=(.*)/s)
  await page.context().addCookies([{ name, value, url: address }])
  await page.addInitScript(WATCH)
  await page.goto(`${address}/project/${project}/hand-over`)
  await page.getByRole('tab', { name: 'Review', exact: true }).click()
  await page
    .locator('[data-test=review-row]')
    .getByRole('button', { name: /^Comments on/ })
    .click()
  await page.locator('[data-test=desk-all]').waitFor()

  let heard = 0
  let streams = 0
  const open: IncomingMessage[] = []
  for (let i = 0; i < READERS; i++)
    get(`${address}${api}/live`, answer => {
      open.push(answer)
      if (answer.statusCode === 200) streams++
      answer.on('data', (piece: Buffer) => (heard += piece.toString().split('data: {').length - 1))
      answer.on('error', () => streams--)
    })
  await pause(1000)
  const until = performance.now() + LASTS
  const reader = async (own: number): Promise<void> => {
    await pause((own / READERS) * LOOKS)
    const kinds = [
      ['the page', api],
      ['its comments', `${api}/comments?look=c1`],
      ['a picture', `${api}/pictures/small/c1/a1`],
      ['a large picture', `${api}/pictures/large/c1/a2`],
    ] as const
    for (let turn = own; performance.now() < until; turn++) {
      const [what, path] = kinds[turn % kinds.length] as (typeof kinds)[number]
      await timed(what, path)
      await pause(LOOKS)
    }
  }
  const sent = new Map<string, number>()
  const client = async (own: number): Promise<void> => {
    await pause((own / CLIENTS) * THINKS)
    while (performance.now() < until) {
      const id = randomUUID()
      const text = {
        id,
        author: `Client ${own}`,
        text: `How about a warmer sky? ${own}`,
        look: 'c1',
        reader: `r${own}`,
      }
      const at = Date.now()
      if (await timed('a comment', `${api}/comments`, 'POST', text, `192.0.2.${own}`)) sent.set(id, at)
      await pause(THINKS)
    }
  }
  await Promise.all([
    ...Array.from({ length: READERS }, (_, i) => reader(i)),
    ...Array.from({ length: CLIENTS }, (_, i) => client(i)),
  ])
  await pause(1000)
  for (const answer of open) answer.destroy()
  const seenAt = await page.evaluate(() => (globalThis as typeof globalThis & { seen: Record<string, number> }).seen)
  await browser.close()
  agent.destroy()

  const stored = new Set<string>()
  for (let before = '', more = true; more; ) {
    const reported = await json<{ threads: ReviewThread[]; more: boolean }>(
      address,
      cookie,
      `/api/reviews/${review.id}/comments?${before && `before=${before}`}`,
    )
    for (const { id } of reported.threads) stored.add(id)
    before = String(reported.threads.at(-1)?.seq ?? '')
    more = reported.more
  }
  return {
    answered: [...times].map(([what, all]) => ({
      ...{ what, perSecond: all.length / (LASTS / 1000), failed: failures.get(what) ?? 0 },
      ...{ middle: percentile(all, 0.5), p95: percentile(all, 0.95), p99: percentile(all, 0.99) },
    })),
    text: sent.size,
    lost: [...sent.keys()].filter(id => !stored.has(id)).length,
    seen: [...sent].map(([id, at]) => (seenAt[id] ?? Infinity) - at),
    ...{ heard, streams },
  }
}
