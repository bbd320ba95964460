import { expect, test } from '@playwright/test'
import { get, type IncomingMessage } from 'node:http'
import { brotliDecompressSync, gunzipSync } from 'node:zlib'
import {
  bandColors,
  offeredBy,
  openDemoCopy,
  projectNamed,
  recoloredFrom,
  restingColors,
  saved,
  throttle,
} from './workspace'

/* Traffic over the wire: answers and files, as the product itself serves them. */

interface Answer {
  status: number
  headers: IncomingMessage['headers']
  body: Buffer
}

/** Asks without undoing any coding, as `fetch` would. */
const ask = (url: string, headers: Record<string, string> = {}): Promise<Answer> =>
  new Promise((resolve, reject) => {
    get(url, { headers }, answer => {
      const pieces: Buffer[] = []
      answer.on('data', (piece: Buffer) => pieces.push(piece))
      answer.on('error', reject)
      answer.on('end', () =>
        resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body: Buffer.concat(pieces) }),
      )
    }).on('error', reject)
  })

test('answers of JSON and SVG are compressed as it is asked for, and say the same', async ({ page, baseURL }) => {
  // one of the demo: those other tests have just made may have no artwork, and no preview
  const path = `${baseURL}/api/projects/${await projectNamed(page, 'Breezeholm kite festival')}`
  const plain = await ask(path)
  expect(plain.headers['content-encoding']).toBeUndefined()
  expect(plain.headers.vary).toContain('accept-encoding')
  for (const [accepted, coding, decode] of [
    ['br, gzip', 'br', brotliDecompressSync],
    ['gzip', 'gzip', gunzipSync],
  ] as const) {
    const { headers, body } = await ask(path, { 'accept-encoding': accepted })
    expect(headers['content-encoding']).toBe(coding)
    expect(headers['content-type']).toMatch(/^application\/json/)
    expect(headers['cache-control']).toBe('no-store')
    expect(JSON.parse(decode(body).toString())).toEqual(JSON.parse(plain.body.toString()))
    expect(body.length).toBeLessThan(plain.body.length / 2)
  }
  const preview = await ask(`${path}/preview`, { 'accept-encoding': 'br' })
  expect(preview.headers['content-encoding']).toBe('br')
  expect(preview.headers['content-type']).toContain('svg')
  expect(brotliDecompressSync(preview.body).toString()).toContain('<svg')
})

test('what is small, a failure, or packed already is sent as it is; news come at once', async ({ baseURL }) => {
  const base = baseURL ?? ''
  const small = await ask(`${base}/api/health`, { 'accept-encoding': 'br' })
  expect(small.headers['content-encoding']).toBeUndefined()
  const missing = await ask(`${base}/api/projects/00000000-0000-4000-8000-000000000000`, { 'accept-encoding': 'br' })
  expect(missing.status).toBe(404)
  expect(JSON.parse(missing.body.toString())).toMatchObject({ statusCode: 404 })
  const list = JSON.parse((await ask(`${base}/api/projects`)).body.toString()) as Array<{ id: string }>
  const maps: Answer[] = []
  for (const { id } of list) {
    const { document } = JSON.parse((await ask(`${base}/api/projects/${id}`)).body.toString()) as {
      document: { artwork: Array<{ hash: string }> }
    }
    for (const { hash } of document.artwork.slice(0, 1))
      maps.push(await ask(`${base}/api/artwork/${hash}/map`, { 'accept-encoding': 'br, gzip' }))
  }
  const map = maps.find(({ status }) => status === 200) // artwork that is shown in its own shapes has none
  expect(map?.headers['content-encoding']).toBe('gzip') // as it is stored
  expect(gunzipSync(map?.body ?? '').length).toBeGreaterThan(map?.body.length ?? 0)
  const first = await new Promise<{ coding: string | undefined; text: string }>((resolve, reject) => {
    get(`${base}/api/live`, { headers: { 'accept-encoding': 'br, gzip', 'accept': 'text/event-stream' } }, answer => {
      answer.once('data', (piece: Buffer) => {
        resolve({ coding: answer.headers['content-encoding'], text: piece.toString() })
        answer.destroy()
      })
    }).on('error', reject)
  })
  expect(first.coding).toBeUndefined()
  expect(first.text).toMatch(/^(?::|event|data|retry|id)/)
})

test('scripts and styles are served as they were compressed when the app was built', async ({ baseURL }) => {
  const base = baseURL ?? ''
  const page = (await ask(base)).body.toString()
  const script = /(?:src|href)="(\/_nuxt\/[^"]+\.js)"/.exec(page)?.[1] ?? ''
  const [plain, zipped] = [await ask(base + script), await ask(base + script, { 'accept-encoding': 'gzip, br' })]
  expect(zipped.headers['content-encoding']).toBe('gzip')
  expect(gunzipSync(zipped.body)).toEqual(plain.body)
  expect(zipped.headers['cache-control']).toContain('immutable')
  const again = await ask(base + script, {
    'accept-encoding': 'gzip, br',
    'if-none-match': String(zipped.headers.etag),
  })
  expect(again.status).toBe(304)
})

test('the page carries neither schemas nor parsers: those are in workers', async ({ page }) => {
  const scripts = new Map<string, Promise<string>>()
  page.on('response', response => {
    const url = response.url()
    if (url.endsWith('.js') && !/worker/.test(url))
      scripts.set(
        url,
        response.text().catch(() => ''),
      )
  })
  await openDemoCopy(page, 'compose')
  await expect(page.locator('[data-proof]')).toHaveCount(9)
  const texts = await Promise.all(scripts.values())
  expect(texts.length).toBeGreaterThan(5)
  for (const text of texts) {
    expect(text).not.toContain('invalid_type') // Zod
    expect(text).not.toContain('CDC-token') // css-tree
  }
})

test('on a slow network the artwork stands first, then its proofs; work goes on and is saved', async ({ page }) => {
  const id = await openDemoCopy(page, 'compose')
  await page.goto('about:blank')
  await throttle(page, { megabits: 2, latency: 150 })
  const asked: string[] = []
  page.on('request', request => asked.push(new URL(request.url()).pathname))
  await page.goto(`/project/${id}/compose`)
  await expect(page.getByTestId('artwork').locator('svg').first()).toBeVisible({ timeout: 60_000 })
  await expect(page.locator('[data-proof] canvas')).toHaveCount(9, { timeout: 60_000 })
  // only what is on the stage is asked for before its proofs stand
  const sources = asked.filter(path => /\/artwork\/[^/]+\/(?:source|map|proof)$/.test(path))
  expect(new Set(sources.slice(0, 2).map(path => path.split('/')[3])).size).toBe(1)
  const [before, proof] = [await restingColors(page), page.locator('[data-proof="square"]')]
  const offered = await offeredBy(proof)
  await proof.click()
  await expect.poll(() => bandColors(page)).toEqual(offered)
  await saved(page)
  await recoloredFrom(page, before)
})
