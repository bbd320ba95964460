import { expect, test, type Page } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { bandColors, newProject, openDemoCopy, OURS, projectNamed, saved } from './workspace'
import { prepareDatabase, serve, startDatabase, stopDatabase } from './server'

const OWN = 'fault-postgres'

const setBase = async (page: Page, text: string): Promise<void> => {
  await page.keyboard.press('1')
  await page.getByTestId('base-field').fill(text)
  await page.keyboard.press('Enter')
  await page.getByTestId('base-field').blur()
}

const stopSaves = (page: Page): Promise<void> =>
  page.route('**/api/projects/*', (route, request) => (request.method() === 'PUT' ? route.abort() : route.continue()))

/** Work that waits in a window while another window saves: what is saved by others is shown only where nothing waits. */
const atOdds = async (page: Page, other: Page): Promise<void> => {
  await stopSaves(other)
  await setBase(other, '#aa4400')
  await expect(other.getByTestId('waiting')).toBeVisible()
  await setBase(page, '#112233')
  await saved(page)
  await other.unroute('**/api/projects/*')
}

test('a save that meets a newer version keeps both and says so', async ({ page, context }) => {
  const id = await openDemoCopy(page)
  const other = await context.newPage()
  await other.goto(`/project/${id}/gather`)
  await expect(other.getByTestId('artwork')).toBeVisible()
  await atOdds(page, other)
  const dialog = other.getByTestId('conflict')
  await expect(dialog).toContainText('Both versions are kept')
  await dialog.getByRole('button', { name: 'Continue with mine' }).click()
  await expect(other.getByTestId('project-name')).toContainText('kept from a conflict')
  await expect.poll(async () => (await bandColors(other))[0]).toBe('#aa4400')
  await page.reload()
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#112233')
})

test('the server answers a stale save with 409 and what is stored, and nothing is overwritten', async ({ request }) => {
  const made = (await (await request.post('/api/projects', { headers: OURS, data: { name: 'Stale' } })).json()) as {
    id: string
    document: object
  }
  const put = (version: number, name: string) =>
    request.put(`/api/projects/${made.id}`, { headers: OURS, data: { version, document: { ...made.document, name } } })
  expect((await put(1, 'First')).status()).toBe(200)
  const stale = await put(1, 'Second')
  expect(stale.status()).toBe(409)
  expect(await stale.json()).toMatchObject({
    message: expect.stringContaining('changed elsewhere'),
    data: { version: 2, document: { name: 'First' } },
  })
})

test('wrong requests get a plain 4xx, not a stack', async ({ request, baseURL }) => {
  const json = { ...OURS, 'content-type': 'application/json' }
  for (const [answer, status] of [
    [await request.post('/api/projects', { data: 'not json', headers: json }), 400],
    [await request.post('/api/projects', { data: { nonsense: 1 }, headers: OURS }), 400],
    [await request.post('/api/projects', { data: 'x', headers: { ...OURS, 'content-type': 'text/plain' } }), 415],
    [await request.get('/api/projects/not-an-id'), 404],
    [await request.get('/api/nothing'), 404],
    [await request.get(`/api/artwork/${'0'.repeat(64)}`), 404],
    [await request.post('/api/projects', { data: { name: 'x' }, headers: { origin: 'http://elsewhere.test' } }), 403],
    [await request.get('/api/projects', { headers: { host: 'elsewhere.test' } }), 421],
    [await request.get('/api/projects?limit=9999'), 400],
  ] as const) {
    expect(answer.status()).toBe(status)
    const { message } = (await answer.json()) as { message: string }
    expect(message.length).toBeGreaterThan(5)
    expect(message).not.toMatch(/Error:|:\d+:\d+|node_modules/)
  }
  const page = await request.get(baseURL ?? '/')
  expect(page.headers()['content-security-policy']).toMatch(/default-src 'none'; script-src 'self' 'sha256-/)
})

test('with the server gone the work goes on, is kept, and is saved when it is back', async ({ page }) => {
  await newProject(page, 'Dropped server')
  await saved(page)
  await page.context().setOffline(true)
  await setBase(page, '#0a7a55')
  await expect(page.getByTestId('waiting')).toContainText('The server isn’t responding')
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#0a7a55')
  await page.context().setOffline(false)
  await expect(page.getByTestId('save-state')).toContainText('Saved', { timeout: 20_000 })
  await page.reload()
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#0a7a55')
})

test('work left unsaved in a closed window is there when the project is opened again', async ({ page }) => {
  await newProject(page, 'Closed window')
  await saved(page)
  await page.route('**/api/projects/*', (route, request) =>
    request.method() === 'PUT' ? route.abort() : route.continue(),
  )
  await setBase(page, '#123abc')
  await expect(page.getByTestId('waiting')).toBeVisible()
  const address = page.url()
  await page.goto('about:blank')
  await page.unroute('**/api/projects/*')
  await page.goto(address)
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#123abc')
  await saved(page)
})

test('with the database gone the work is kept, and saved when it is back @full', async ({ page }) => {
  // a database of its own, so that tests beside it do not lose theirs
  const url = startDatabase(OWN)
  prepareDatabase(url)
  const served = await serve(url, Number(process.env.TEST_PORT ?? 4190) + 7)
  try {
    await page.goto(served.address)
    await page.getByTestId('new-project-button').click()
    await page.getByLabel('Name of the new project').fill('Dropped database')
    await page.getByRole('button', { name: /^A color/ }).click()
    await saved(page)
    stopDatabase(OWN)
    await setBase(page, '#7a0a55')
    await expect(page.getByTestId('waiting')).toContainText('The database isn’t responding', { timeout: 20_000 })
    startDatabase(OWN)
    await expect(page.getByTestId('save-state')).toContainText('Saved', { timeout: 30_000 })
    await page.reload()
    await expect.poll(async () => (await bandColors(page))[0]).toBe('#7a0a55')
  } finally {
    await served.stop()
    stopDatabase(OWN)
  }
})

test('artwork that cannot be loaded is named, and the rest of the project is there @full', async ({ page }) => {
  await page.route('**/api/artwork/*/source', route =>
    route.fulfill({ status: 503, json: { message: 'The database isn’t responding.' } }),
  )
  await page.goto(`/project/${await projectNamed(page, 'Harbor wayfinding')}/compose`)
  await expect(page.getByTestId('notices')).toContainText('cannot be shown: The database isn’t responding.')
  expect(await bandColors(page)).toHaveLength(4)
})

test('two windows of one project keep drafts of their own; neither is lost when both are closed', async ({
  page,
  context,
}) => {
  await newProject(page, 'Two windows')
  await saved(page)
  const other = await context.newPage()
  await other.goto(page.url())
  await expect(other.getByTestId('project-name')).toHaveText('Two windows')
  await stopSaves(page)
  await stopSaves(other)
  await setBase(page, '#112233')
  await setBase(other, '#aa4400')
  await expect(page.getByTestId('waiting')).toContainText('kept in this browser')
  await expect(other.getByTestId('waiting')).toBeVisible()
  const address = page.url()
  await other.close()
  await page.goto('about:blank')
  await page.unroute('**/api/projects/*')
  await page.goto(address)
  await expect(page.getByTestId('notices')).toContainText('Work left unsaved in another window is kept as')
  await saved(page)
  const [base = ''] = await bandColors(page)
  expect(['#112233', '#aa4400']).toContain(base)
  await page.goto(`/project/${await projectNamed(page, 'Two windows (left unsaved)')}/gather`)
  await expect.poll(async () => (await bandColors(page))[0]).toBe(base === '#112233' ? '#aa4400' : '#112233')
})

test('where the browser has no room for a draft, a message says that the work is not stored @full', async ({
  page,
}) => {
  await newProject(page, 'Full browser')
  await saved(page)
  await page.evaluate(() => {
    Storage.prototype.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
  })
  await stopSaves(page)
  await setBase(page, '#123abc')
  await expect(page.getByTestId('waiting')).toContainText('no space left to keep your work: leave this window open')
  await expect(page.getByTestId('waiting')).not.toContainText('is kept in this browser')

  // it can be saved as a file, which becomes a project again
  const saving = page.waitForEvent('download')
  await page.getByTestId('save-as-file').click()
  const file = await saving
  expect(file.suggestedFilename()).toBe('full-browser.plumbago.json')
  const path = await file.path()
  await page.goto('/')
  await page.getByTestId('project-file').setInputFiles({
    ...{ name: 'full-browser.plumbago.json', mimeType: 'application/json' },
    buffer: await readFile(path),
  })
  await expect(page.getByTestId('project-name')).toHaveText('Full browser')
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#123abc')
  await page.goto('/')
  await page.getByTestId('project-file').setInputFiles({
    ...{ name: 'other.plumbago.json', mimeType: 'application/json' },
    buffer: Buffer.from('{"plumbago":1,"document":{"name":"\u0000"}}'),
  })
  await expect(page.getByTestId('notices')).toContainText('The file is not a saved project.')
})

test('an answer that is lost does not become a conflict with oneself', async ({ page }) => {
  await newProject(page, 'Lost answer')
  await saved(page)
  let lost = 0
  await page.route('**/api/projects/*', async (route, request) => {
    if (request.method() !== 'PUT' || lost++) return route.continue()
    await route.fetch()
    await route.abort()
  })
  await setBase(page, '#0b5563')
  await expect(page.getByTestId('waiting')).toBeVisible()
  await setBase(page, '#b5563a')
  await saved(page)
  await expect(page.getByTestId('conflict')).toBeHidden()
  await page.reload()
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#b5563a')
})

test('a conflict that cannot be kept yet says why, and is kept when it can @full', async ({ page, context }) => {
  const id = await openDemoCopy(page)
  const other = await context.newPage()
  await other.goto(`/project/${id}/gather`)
  await expect(other.getByTestId('artwork')).toBeVisible()
  await other.route('**/api/projects', (route, request) =>
    request.method() === 'POST'
      ? route.fulfill({ status: 503, json: { message: 'The disk of the server is full.' } })
      : route.continue(),
  )
  await atOdds(page, other)
  await expect(other.getByTestId('conflict')).toContainText('The disk of the server is full.')
  await other.unroute('**/api/projects')
  await expect(other.getByTestId('conflict')).toContainText('Both versions are kept', { timeout: 20_000 })
})

test('the trail of a project that was left does not come into the next @full', async ({ page }) => {
  const demo = await openDemoCopy(page)
  await page.getByTestId('harmony-triadic').click()
  await page.getByTestId('harmony-square').click()
  await saved(page)
  await newProject(page, 'After another')
  await saved(page)
  let answer: (() => void) | null = null
  await page.route(`**/api/projects/${demo}/trail`, async route => {
    const fixed = await route.fetch()
    await new Promise<void>(resolve => {
      answer = resolve
    })
    await route.fulfill({ response: fixed }).catch(() => null)
  })
  await page.getByRole('link', { name: 'All projects' }).click()
  await page.locator(`a[href="/project/${demo}/compose"]`).click()
  await expect(page.getByTestId('artwork').locator('svg').first()).toBeVisible()
  await expect.poll(() => answer !== null).toBe(true)
  await page.getByRole('link', { name: 'All projects' }).click()
  await page.getByRole('link', { name: 'Open After another' }).click()
  await expect(page.getByTestId('project-name')).toHaveText('After another')
  ;(answer as unknown as () => void)()
  await page.waitForTimeout(600)
  await expect(page.getByTestId('state')).toHaveCount(0)
})
