import { chromium, expect, test, type Browser, type Page } from '@playwright/test'
import { createHash } from 'node:crypto'
import { request as ask } from 'node:http'
import postgres from 'postgres'
import { CHROMIUM } from '../browser'
import { isAccessible } from './accessible'
import { cookieFor } from './people'
import { ROUTES } from './routes'
import { serve, testDatabase } from './server'
import { openDemoCopy, OURS, saved } from './workspace'

const PHONE = { viewport: { width: 390, height: 780 }, hasTouch: true, isMobile: true }

const MORE = ['Anchor', 'Buoy', 'Crate', 'Dinghy']
const ALL_PIECES = [
  ...['Poster', 'Badge', 'Kite field', 'Ferry', 'Food and drink', 'First aid', 'Tickets', 'Stage', 'Kite loft'],
  ...MORE,
]
/** Adds four small drawings to the project that is open, and returns to Hand over. */
const addMore = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Remap', exact: true }).click()
  await page.getByRole('tab', { name: 'Set' }).click()
  await page.getByTestId('set-files').setInputFiles(
    MORE.map((name, n) => ({
      name: `${name}.svg`,
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="${20 + n}" height="20"><path fill="#0f6d5f" d="M0 0h9v9z"/></svg>`,
      ),
    })),
  )
  await expect(page.getByTestId('set-count')).toContainText('13 pieces', { timeout: 60_000 })
  await saved(page)
  await page.getByRole('button', { name: 'Hand over', exact: true }).click()
}
/** Publishes two colorways of a copy of the demo, on two pieces of its artwork, or on others; where the link leads. */
const publish = async (
  page: Page,
  title: string,
  pieces: readonly string[] = ['Poster', 'Badge'],
  prepare: (page: Page) => Promise<void> = () => Promise.resolve(),
): Promise<{ link: string; project: string }> => {
  const project = await openDemoCopy(page, 'hand-over')
  await prepare(page)
  await page.getByTestId('freeze').click()
  await page.getByTestId('propose').click()
  await page.getByTestId('proposed').first().click()
  await expect(page.getByTestId('colorway')).toHaveCount(2)
  await page.getByRole('tab', { name: 'Review', exact: true }).click()
  await page.getByTestId('publish').click()
  const dialog = page.getByTestId('review-dialog')
  await page.getByTestId('review-title').fill(title)
  await page.getByTestId('review-greeting').fill('Which one is it?')
  for (const box of await dialog.getByRole('group', { name: 'Artwork' }).getByRole('checkbox').all())
    await box.uncheck()
  for (const name of pieces) await dialog.getByLabel(name, { exact: true }).check()
  await page.getByTestId('review-publish').click()
  const row = page.getByTestId('review-row').filter({ hasText: title })
  await row.getByRole('button', { name: /^Copy the link/ }).click()
  const copied = await page.evaluate(() => navigator.clipboard.readText())
  await row.getByRole('button', { name: /^Comments on/ }).click()
  const link = await page.getByTestId('review-address').inputValue()
  expect(copied).toBe(link)
  return { link, project }
}
const reviewOf = async (page: Page, project: string): Promise<string> =>
  ((await (await page.request.get(`/api/projects/${project}/reviews`)).json()) as Array<{ id: string }>)[0]?.id ?? ''
const visit = async (browser: Browser, link: string, how: object = PHONE): Promise<Page> => {
  const page = await (await browser.newContext(how)).newPage()
  await page.goto(link)
  return page
}
const ready = async (page: Page): Promise<void> => {
  await expect(page.getByTestId('review-tile').first()).toBeVisible()
  await expect(page.getByTestId('review-making')).toBeHidden({ timeout: 60_000 })
}
const comment = async (page: Page, text: string): Promise<void> => {
  await page.getByTestId('comment-text').first().fill(text)
  await page.getByTestId('send-comment').first().click()
  await expect(page.getByTestId('thread').first()).toContainText(text)
}

test('a client looks, points, says and chooses on a phone; the designer sees it at once, answers, closes and withdraws', async ({
  page,
  browser,
}) => {
  const { link, project } = await publish(page, 'For the harbor')
  expect(link).toMatch(/\/review\/[\w-]{32}$/)
  const client = await visit(browser, link)
  await ready(client)
  await expect(client.getByTestId('greeting')).toHaveText('Which one is it?')
  await expect(client.getByTestId('review-tile')).toHaveCount(2)
  await isAccessible(client)

  const first = client.getByTestId('review-tab').first()
  await first.tap()
  const name = (await client.getByTestId('choice').locator('xpath=..').getByRole('heading').textContent()) ?? ''
  const picture = client.getByTestId('review-picture')
  await expect(picture).toHaveJSProperty('complete', true)
  expect(await picture.evaluate(image => (image as HTMLImageElement).naturalWidth)).toBe(1500)
  await client.getByTestId('before-toggle').tap()
  await expect(client.getByTestId('review-before')).toBeVisible()
  await client.getByTestId('before-toggle').tap()
  await expect(client.getByTestId('review-swatch')).toHaveCount(6)

  await client.getByTestId('start-aiming').tap()
  const aim = client.getByTestId('aim')
  const box = (await aim.boundingBox()) ?? { width: 0, height: 0 }
  await aim.tap({ position: { x: box.width / 4, y: box.height / 2 } })
  await expect(client.getByTestId('comment-spot')).toBeVisible()
  await client.getByTestId('review-name').fill('Ada')
  await comment(client, 'Could the sky be lighter?')
  await expect(client.getByTestId('pin')).toHaveText('1')
  await client.getByTestId('choose').tap()
  await expect(client.getByTestId('choice')).toContainText('Chosen by Ada')
  await isAccessible(client)

  // somebody else behind the same link takes it back, and is asked who that is; then it is chosen again
  const other = await visit(browser, link)
  await ready(other)
  await other.getByTestId('review-tab').first().tap()
  await other.getByTestId('unchoose').tap()
  await other.getByTestId('choosing-name').fill('Bo')
  await other.getByTestId('named').tap()
  await expect(client.getByTestId('choose')).toBeVisible()
  await client.getByTestId('choose').tap()
  await expect(other.getByTestId('choice')).toContainText('Chosen by Ada')
  await other.context().close()

  // the designer, who touched nothing, sees both
  const thread = page.getByTestId('thread')
  await expect(thread).toContainText('Could the sky be lighter?')
  await expect(thread).toContainText(`on ${name}`)
  await expect(page.getByTestId('desk-choice')).toContainText(`Ada chose ${name}`)
  const spot = await page.getByTestId('desk-spot').evaluate(mark => (mark as HTMLElement).style.cssText)
  expect(spot).toMatch(/left: 2[45]\.?\d*%; top: (49|50)/)
  await page.getByTestId('take-choice').click()
  await page.getByTestId('desk-answer').click()
  await page.getByTestId('review-name').fill('Studio')
  await page.getByTestId('comment-text').fill('Yes: by a fifth.')
  await page.getByTestId('send-comment').click()
  await expect(client.getByTestId('thread')).toContainText('Yes: by a fifth.')
  await expect(client.getByTestId('comment-designer')).toHaveCount(1)
  await isAccessible(page, '[data-test=hand-over]')

  // elsewhere in the project, what comes is announced
  await page.keyboard.press('2')
  await expect(page.getByTestId('hand-over')).toBeHidden()
  await client.getByTestId('answer').tap()
  await client.getByTestId('thread').getByTestId('comment-text').fill('Perfect.')
  await client.getByTestId('thread').getByTestId('send-comment').tap()
  await expect(page.getByTestId('notices')).toContainText('Ada wrote on “For the harbor”.')
  await page.getByTestId('notices').getByRole('button', { name: 'Open' }).click()
  await expect(page.getByTestId('comment')).toHaveCount(3)
  await page.getByTestId('resolve').click()
  await expect(client.getByTestId('resolved')).toBeVisible()
  await expect(client.getByTestId('pin')).toHaveCount(0)
  await page.getByTestId('close-choice').click()
  await expect(client.getByTestId('choice-closed')).toBeVisible()
  await expect(client.getByTestId('choose')).toBeHidden()

  // the project was marked, and goes on; what the client sees is as it was
  await saved(page)
  const stored = (await (await page.request.get(`/api/projects/${project}`)).json()) as {
    document: { lineUp: { chosen: string | null } }
  }
  expect(stored.document.lineUp.chosen).not.toBeNull()

  // withdrawn while the client writes: announced, and the text stays
  await client.getByTestId('comment-text').first().fill('One more thing')
  await page.getByTestId('withdraw').click()
  await expect(client.getByTestId('review-gone')).toContainText('was withdrawn')
  await expect(client.getByTestId('unsent')).toHaveText('One more thing')
  await isAccessible(client)
  await client.reload()
  await expect(client.getByTestId('review-gone')).toContainText('was withdrawn')
  await expect(client.getByTestId('unsent')).toHaveText('One more thing')
  // and taken back
  const notice = page.getByTestId('notices').getByRole('listitem').filter({ hasText: 'is withdrawn' })
  await notice.getByRole('button', { name: 'Undo' }).click()
  await client.reload()
  await ready(client)
})

test('of many pieces a client finds one by its name @full', async ({ page, browser }) => {
  const { link } = await publish(page, 'Found', ALL_PIECES, addMore)
  const client = await visit(browser, link, { viewport: { width: 1280, height: 800 } })
  await client.getByTestId('review-tile').first().click()
  await expect(client.getByTestId('review-found')).toHaveText('1 of 13')
  await client.getByTestId('review-find').fill('ferr')
  await expect(client.getByTestId('review-found')).toHaveText('1 of 13')
  await expect(client.getByTestId('review-piece')).toHaveCount(1)
  await client.getByRole('button', { name: 'Ferry', exact: true }).click()
  await client.getByTestId('review-find').fill('')
  await expect(client.getByTestId('review-found')).toHaveText(/^[2-9] of 13$/)
  await expect(client.getByRole('button', { name: 'Ferry', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await client.getByTestId('review-find').fill('nothing like it')
  await expect(client.getByTestId('review-piece')).toHaveCount(0)
  await expect(client.getByTestId('review-found')).toHaveText('0 of 13')
  await client.context().close()
})

test('what is shown is frozen with the link: it stays as it was whatever becomes of the project @full', async ({
  page,
  request,
}) => {
  const { link, project } = await publish(page, 'Frozen')
  const api = link.replace('/review/', '/api/review/')
  await expect
    .poll(async () => ((await (await request.get(api)).json()) as { ready: boolean }).ready, { timeout: 60_000 })
    .toBe(true)
  const shown = async (): Promise<string[]> => {
    const pictures = ['large/before/a1', 'large/c1/a1', 'large/c2/a2', 'small/c2/a1']
    const bytes = await Promise.all(pictures.map(async path => (await request.get(`${api}/pictures/${path}`)).body()))
    const { looks, artwork } = (await (await request.get(api)).json()) as Record<string, unknown>
    return [...bytes, JSON.stringify({ looks, artwork })].map(each => createHash('sha256').update(each).digest('hex'))
  }
  const before = await shown()
  expect(new Set(before).size).toBe(5)
  await page.getByRole('tab', { name: 'Colorways', exact: true }).click()
  await page
    .getByRole('button', { name: /What to do with/ })
    .first()
    .click()
  await page.getByRole('menuitem', { name: 'Delete' }).click()
  await expect(page.getByTestId('colorway')).toHaveCount(1)
  await saved(page)
  expect(await shown()).toEqual(before)
  await request.delete(`/api/projects/${project}`, { headers: OURS })
  expect((await request.get(api)).status()).toBe(404)
  await request.post(`/api/projects/${project}/restore`, { headers: OURS })
  expect(await shown()).toEqual(before)
})

test('by keyboard alone: colorways, before, a spot, a comment, the choice; and without colors of its own', async ({
  page,
  browser,
}) => {
  const { link } = await publish(page, 'By keyboard')
  const client = await visit(browser, link, { viewport: { width: 1280, height: 720 }, forcedColors: 'active' })
  await ready(client)
  await client.keyboard.press('ArrowRight')
  await expect(client.getByTestId('review-tab').first()).toHaveAttribute('aria-selected', 'true')
  await client.keyboard.press('ArrowRight')
  await expect(client.getByTestId('review-tab').nth(1)).toHaveAttribute('aria-selected', 'true')
  await client.getByTestId('before-slider').focus()
  await client.keyboard.press('End')
  await expect(client.getByTestId('before-toggle')).toHaveText('Show after')
  await client.keyboard.press('Home')
  await client.getByTestId('start-aiming').focus()
  await client.keyboard.press('Enter')
  await expect(client.getByTestId('aim')).toBeFocused()
  for (const key of ['Shift+ArrowLeft', 'Shift+ArrowUp', 'ArrowUp', 'Enter']) await client.keyboard.press(key)
  await expect(client.getByTestId('comment-spot')).toBeVisible()
  await expect(client.getByTestId('comment-text')).toBeFocused()
  await client.keyboard.type('Here')
  await client.getByTestId('review-name').focus()
  await client.keyboard.type('Bo')
  await client.getByTestId('comment-text').focus()
  await client.keyboard.press('Control+Enter')
  const pin = client.getByTestId('pin')
  await expect(pin).toHaveAttribute('style', /left: 40%; top: 39%/)
  await client.getByTestId('choose').focus()
  await client.keyboard.press('Enter')
  await expect(client.getByTestId('choice')).toContainText('Chosen by Bo')
  await client.keyboard.press('Tab')
  expect(await client.evaluate(() => document.activeElement !== document.body)).toBe(true)
})

test('hostile names, floods, links that are mistyped or ended are met in plain words; ten thousand comments are read @full', async ({
  page,
  browser,
  request,
}) => {
  test.setTimeout(240_000)
  const { link } = await publish(page, 'Hostile')
  const api = link.replace('/review/', '/api/review/')
  const put = (data: Record<string, unknown>, reader = 'x') =>
    request.post(`${api}/comments`, {
      headers: OURS,
      data: { id: crypto.randomUUID(), author: 'Eve', text: 'x', look: 'c1', reader, ...data },
    })
  const client = await visit(browser, link, { viewport: { width: 1280, height: 720 } })
  await ready(client)
  await client.getByTestId('review-tab').first().click()
  let asked = false
  client.on('dialog', () => (asked = true))
  const evil = '<img src=x onerror=alert(1)><script>alert(2)</script> {{constructor.constructor("alert(3)")()}}'
  expect((await put({ author: '<b>Designer</b>\u202E', text: `${evil}\n${'W'.repeat(1500)}` })).status()).toBe(201)
  const thread = client.getByTestId('thread').first()
  await expect(thread.getByTestId('comment-author')).toHaveText('<b>Designer</b>')
  await expect(thread.getByTestId('comment-words')).toContainText(evil)
  await expect(client.getByTestId('comment-designer')).toHaveCount(0)
  expect(await client.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
  expect(asked).toBe(false)
  await expect(page.getByTestId('thread')).toContainText(evil)
  for (const wrong of [
    { text: '' },
    { text: 'x'.repeat(3000) },
    { author: ' ' },
    { spot: { artwork: 'a1', x: 2, y: 0 } },
  ])
    expect((await put(wrong)).status()).toBe(400)
  for (const wrong of [{ look: 'c7' }, { thread: crypto.randomUUID() }, { spot: { artwork: 'a99', x: 0, y: 0 } }])
    expect((await put(wrong)).status()).toBe(404)

  // more than a person writes
  for (let n = 0; n < 25; n++) await put({ text: `Flood ${n}` }, 'flood')
  const flood = await put({ text: 'Once more' }, 'flood')
  expect(flood.status()).toBe(429)
  expect(((await flood.json()) as { message: string }).message).toContain('send it again in a minute')

  // ten thousand, of which the page takes what it shows
  const sql = postgres(testDatabase(), { max: 1 })
  const hash = createHash('sha256')
    .update(link.split('/').at(-1) ?? '')
    .digest()
  await sql`insert into review_comments (review_id, id, seq, changed, look, by, author, text, created_at)
    select reviews.id, gen_random_uuid(), seq + n, seq + n, 'c1', 'client', 'Ada', 'Number ' || n, now() - interval '1 hour'
    from reviews, generate_series(1, 9900) as n where token_hash = ${hash}`
  await sql`update reviews set seq = seq + 9900, comments = comments + 9900 where token_hash = ${hash}`
  await client.reload()
  await client.getByTestId('review-tab').first().click()
  await expect(client.getByTestId('thread')).toHaveCount(40)
  await expect(client.getByTestId('thread').first()).toContainText('Number 9900')
  await client.getByTestId('more-comments').click()
  await expect(client.getByTestId('thread')).toHaveCount(80)
  await expect(client.getByTestId('thread').last()).toContainText('Number 9821')

  // an end that comes
  await sql`update reviews set ends_at = now() - interval '1 second' where token_hash = ${hash}`
  await client.getByTestId('review-name').fill('Ada')
  await client.getByTestId('comment-text').first().fill('Too late')
  await client.getByTestId('send-comment').first().click()
  await expect(client.getByTestId('review-gone')).toContainText('This review ended on')
  await expect(client.getByTestId('unsent')).toHaveText('Too late')
  await sql.end()
  await client.goto(`${link.slice(0, -2)}xx`)
  await expect(client.getByTestId('review-gone')).toContainText('There is no review behind this link')
  await client.goto(link.slice(0, -9))
  await expect(client.getByTestId('review-gone')).toContainText('There is no review behind this link')
})

test('nothing else of the project can be reached by what a link tells; under a name for reviews is nothing else @full', async ({
  page,
  request,
  baseURL,
}) => {
  test.setTimeout(240_000)
  const { link, project } = await publish(page, 'Nothing else')
  const token = link.split('/').at(-1) ?? ''
  const api = `/api/review/${token}`
  await expect
    .poll(async () => ((await (await request.get(api)).json()) as { ready: boolean }).ready, { timeout: 60_000 })
    .toBe(true)
  await request.post(`${api}/comments`, {
    headers: OURS,
    data: { id: crypto.randomUUID(), author: 'Ada', text: 'x', look: 'c1', spot: { artwork: 'a1', x: 0, y: 0 } },
  })
  const reported = [await (await request.get(api)).text(), await (await request.get(`${api}/comments`)).text()].join(
    ' ',
  )
  const { document } = (await (await request.get(`/api/projects/${project}`)).json()) as {
    document: { artwork: Array<{ hash: string; id: string }>; references: Array<{ hash: string }>; lineUp: unknown }
  }
  const secrets = [project, ...document.artwork.map(({ hash }) => hash), ...document.references.map(({ hash }) => hash)]
  for (const secret of secrets) expect(reported).not.toContain(secret)
  const words = [...new Set([token, ...(reported.match(/[\w-]{2,64}/g) ?? [])])]
    .filter(word => /\d/.test(word) || word.length > 20)
    .slice(0, 60)
  expect(words).toContain('c1')
  expect(ROUTES.length).toBeGreaterThan(40)
  const open = ROUTES.filter(({ path }) => !path.startsWith('/api/review/') && path.includes('['))
  for (const { method, path } of open)
    for (const word of words) {
      const at = path.replace(/\[[^\]]+\]/g, word)
      const answer = await request.fetch(at, {
        method,
        headers: OURS,
        ...(method === 'GET' ? {} : { data: { resolved: true, deleted: true, name: 'x', version: 1 } }),
      })
      // a list of what is not there is empty
      const nothing = /^(\[\]|\{"threads":\[\],"more":false\})$/.test(await answer.text())
      expect(nothing || (answer.status() >= 400 && answer.status() < 500), `${method} ${at}: ${answer.status()}`).toBe(
        true,
      )
    }
  // by its own routes only its own
  for (const path of [
    'pictures/large/c1/a9',
    'pictures/huge/c1/a1',
    'pictures/large/..%2fc1/a1',
    `comments?thread=${project}&before=9`,
  ])
    expect(await (await request.get(`${api}/${path}`)).text(), path).not.toContain(project)
  const headers = (await request.get(link)).headers()
  expect(headers['x-robots-tag']).toContain('noindex')
  expect(headers['referrer-policy']).toBe('no-referrer')

  // a name that is open for reviews: everything else is nothing there
  const port = Number(new URL(baseURL ?? '').port) + 57
  const host = `review.test:${port}`
  const served = await serve(testDatabase(), port, { PLUMBAGO_REVIEW_ADDRESS: `http://${host}/` })
  const under = (path: string, method = 'GET'): Promise<number> =>
    new Promise((done, fail) => {
      const asked = ask({ hostname: '127.0.0.1', port, path, method, headers: { host } }, answer => {
        answer.destroy()
        done(answer.statusCode ?? 0)
      })
      asked.on('error', fail)
      asked.end()
    })
  expect(await under(api)).toBe(200)
  expect(await under(`/review/${token}`)).toBe(200)
  expect(await under(`${api}/pictures/small/c1/a1`)).toBe(200)
  for (const { method, path } of ROUTES.filter(each => !/^\/api\/(review|brand)\//.test(each.path)))
    expect(await under(path.replace(/\[[^\]]+\]/g, project), method), path).toBe(404)
  for (const path of [
    '/',
    '/project/x',
    `/project/${project}/gather`,
    '/api/projects',
    '/press/x',
    '/api/health',
    `/api/review/../projects`,
  ])
    expect(await under(path), path).toBe(404)
  // where reviews are reached from elsewhere, whoever makes links is asked who they are
  const renewing = `${served.address}/api/reviews/${await reviewOf(page, project)}/link`
  expect((await request.post(renewing, { headers: OURS })).status()).toBe(401)
  const cookie = await cookieFor(testDatabase(), served.address, `Ines ${project}`, 'designer')
  const renewed = await request.post(renewing, { headers: { ...OURS, cookie } })
  const { link: other } = (await renewed.json()) as { link: string }
  expect(other).toMatch(new RegExp(`^http://${host}/review/[\\w-]{32}$`))
  // which works without a secure connection, where browsers can do less
  const browser = await chromium.launch({
    ...CHROMIUM,
    args: [...CHROMIUM.args, '--host-resolver-rules=MAP review.test 127.0.0.1'],
  })
  const client = await browser.newPage(PHONE)
  await client.goto(other)
  await ready(client)
  expect(await client.evaluate(() => isSecureContext)).toBe(false)
  await client.getByTestId('review-tab').first().tap()
  await client.getByTestId('review-name').fill('Bo')
  await comment(client, 'Over plain http')
  await client.getByTestId('choose').tap()
  await expect(client.getByTestId('choice')).toContainText('Chosen by Bo')
  await client.getByTestId('review-swatch').first().getByRole('button').tap()
  await expect(client.getByTestId('notices')).toContainText('over a secure connection')
  await browser.close()
  await served.stop()
})
