import { chromium, expect, test, type Browser, type Page } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import postgres from 'postgres'
import { connect } from '../../server/db/connect'
import { addPerson } from '../../server/db/people'
import { isAccessible } from './accessible'
import { cookieFor, PASSWORD } from './people'
import { ROUTES } from './routes'
import { ownDatabase, type OwnDatabase, serve, testDatabase, type Served } from './server'
import { bandColors, saved } from './workspace'

/* People: a server that asks who one is, with a database in which nobody is yet. */

test.describe.configure({ mode: 'serial' })

const PORT = Number(process.env.TEST_PORT ?? 4190) + 61
const JSON_ = { 'content-type': 'application/json' }
let served: Served
let url = ''
let database: OwnDatabase
let owner = ''

const text = (...words: string[]): string =>
  execFileSync('bin/plumbago', ['people', '--at', served.address, ...words], {
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: url },
  })
const ask = (path: string, cookie = '', init: RequestInit = {}): Promise<Response> =>
  fetch(`${served.address}${path}`, {
    redirect: 'manual',
    ...init,
    headers: { ...(cookie && { cookie }), ...JSON_, ...(init.headers as Record<string, string>) },
  })
const put = (path: string, cookie: string, body: unknown, method = 'PUT'): Promise<Response> =>
  ask(path, cookie, { method, body: JSON.stringify(body) })

test.beforeAll(async () => {
  database = await ownDatabase('people')
  url = database.url
  // behind a proxy, whose word for where clients are is taken
  served = await serve(url, PORT, { PLUMBAGO_SIGN_IN: '1', PLUMBAGO_PROXY: '1', PLUMBAGO_METRICS: 'count me' })
})
test.afterAll(async () => {
  await served.stop()
  await database.drop()
})

/** A page of somebody who is signed in. */
const pageOf = async (browser: Browser, cookie: string): Promise<Page> => {
  const context = await browser.newContext({ baseURL: served.address })
  const [name = '', value = ''] = cookie.split(/=(.*)/s)
  await context.addCookies([{ name, value, url: served.address, httpOnly: true, sameSite: 'Lax' }])
  return context.newPage()
}
const someone = (name: string, role: 'viewer' | 'designer' | 'owner' = 'designer'): Promise<string> =>
  cookieFor(url, served.address, name, role)
const newPassword = async (page: Page, password: string): Promise<void> => {
  await page.getByTestId('new-password').fill(password)
  await page.getByTestId('new-password-again').fill(password)
}
const signIn = async (page: Page, name: string, password: string): Promise<void> => {
  await page.getByTestId('sign-in-name').fill(name)
  await page.getByTestId('sign-in-password').fill(password)
  await page.getByTestId('sign-in-go').click()
}
const setBase = async (page: Page, hex: string): Promise<void> => {
  await page.keyboard.press('1')
  await page.getByTestId('base-field').fill(hex)
  await page.getByTestId('base-field').press('Enter')
}
const baseOf = async (page: Page): Promise<string> => (await bandColors(page))[0] ?? ''
const projectOf = async (cookie: string, name: string): Promise<string> =>
  ((await (await put('/api/projects', cookie, { name }, 'POST')).json()) as { id: string }).id
const open = async (page: Page, project: string): Promise<void> => {
  await page.goto(`${served.address}/project/${project}/gather`)
  await expect(page.getByTestId('base-field')).toBeVisible()
}

test('the first start: the owner sets a password by a link that works once, lets people in, who set theirs', async ({
  page,
  browser,
}) => {
  await page.goto(`${served.address}/project/x/gather`)
  await expect(page.getByTestId('sign-in')).toBeVisible()
  await isAccessible(page)
  // two starts at once print two links; the one that is used first holds
  const [link = '', other = ''] = [text('--first'), text('--first')].map(text => /http\S+/.exec(text)?.[0] ?? '')
  await page.goto(link)
  await expect(page.getByTestId('welcome')).toContainText('You are the first one here')
  await isAccessible(page)
  await page.getByTestId('welcome-name').fill('Mara Lindqvist')
  await newPassword(page, 'short')
  await expect(page.getByTestId('new-password-why')).toContainText('at least 10 characters')
  await page.getByTestId('new-password').fill(PASSWORD)
  await expect(page.getByTestId('new-password-why')).toContainText('don’t match')
  await expect(page.getByTestId('welcome-go')).toBeDisabled()
  await newPassword(page, PASSWORD)
  await page.getByTestId('welcome-go').click()
  await expect(page.getByTestId('project-card').first()).toBeVisible()
  expect(text('--first')).toBe('')
  for (const used of [link, other]) {
    const late = await (await browser.newContext()).newPage()
    await late.goto(used)
    await expect(late.getByTestId('welcome-problem')).toContainText('already used')
  }
  const cookies = await page.context().cookies()
  owner = cookies.map(({ name, value }) => `${name}=${value}`).join('; ')
  expect(cookies).toMatchObject([{ name: 'plumbago', httpOnly: true, sameSite: 'Lax' }])

  await page.getByTestId('person-menu').click()
  await page.getByRole('menuitem', { name: 'People' }).click()
  const dialog = page.getByTestId('people')
  await page.getByTestId('person-name').fill('Jon Oddsson')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  const jon = await dialog.getByTestId('person-link').locator('input').inputValue()
  await expect(dialog.getByTestId('person')).toHaveCount(2)
  await isAccessible(page)
  await page.getByTestId('person-name').fill('jon oddsson')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByTestId('people-outcome')).toContainText('is already called “jon oddsson”')
  await dialog.getByLabel('Role of Mara Lindqvist').selectOption('viewer')
  await expect(page.getByTestId('people-outcome')).toContainText('There has to be an owner')
  await expect(dialog.getByLabel('Role of Mara Lindqvist')).toHaveValue('owner')

  const second = await (await browser.newContext({ baseURL: served.address })).newPage()
  await second.goto(jon)
  await expect(second.getByRole('heading', { name: 'Welcome, Jon Oddsson' })).toBeVisible()
  await newPassword(second, 'the lighthouse blinks')
  await second.getByTestId('welcome-go').click()
  await expect(second.getByTestId('project-card').first()).toBeVisible()
  await second.getByTestId('person-menu').click()
  await second.getByRole('menuitem', { name: 'Sign out' }).click()
  await expect(second.getByTestId('sign-in')).toBeVisible()
  expect((await second.request.get('/api/projects')).status()).toBe(401)
  await signIn(second, 'jon ODDSSON', 'wrong')
  await expect(second.getByTestId('sign-in-problem')).toContainText('name or the password is not correct')
  await signIn(second, 'jon ODDSSON', 'the lighthouse blinks')
  await expect(second.getByTestId('project-card').first()).toBeVisible()
  expect(text()).toBe('Jon Oddsson, designer\nMara Lindqvist, owner\n')
  // taken out, and let in again
  await dialog.getByRole('button', { name: 'Remove Jon Oddsson' }).click()
  await expect(dialog.getByTestId('person')).toHaveCount(1)
  expect((await second.request.get('/api/projects')).status()).toBe(401)
  await dialog.getByRole('button', { name: 'Restore access' }).click()
  await expect(dialog.getByTestId('person')).toHaveCount(2)
})

test('two people in one project see each other, and each other’s changes at once; undo is one’s own; at odds both are kept', async ({
  browser,
}) => {
  const [ada, bo] = await Promise.all(['Ada', 'Bo'].map(async name => pageOf(browser, await someone(name))))
  if (!ada || !bo) throw new Error('Nobody is there.')
  await bo.clock.setSystemTime(new Date('2036-02-29T12:00:00Z')) // whose clock is years ahead
  const project = await projectOf(owner, 'Together')
  await open(ada, project)
  await expect(ada.getByTestId('others')).toHaveCount(0)
  await open(bo, project)
  await expect(ada.getByTestId('others')).toContainText('Bo has it open')
  await expect(bo.getByTestId('others')).toContainText('Ada has it open')
  const first = await baseOf(bo)
  await setBase(ada, '#e07a5f')
  await expect.poll(() => baseOf(bo)).toBe('#e07a5f')
  await expect(bo.getByTestId('announcement')).toContainText('Ada changed the project')
  await expect(bo.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled()
  // each undoes what is their own
  await bo.getByTestId('project-name').click()
  await bo.getByRole('textbox', { name: /name/i }).fill('Together by the sea')
  await bo.keyboard.press('Enter')
  await expect(ada.getByTestId('project-name')).toHaveText('Together by the sea')
  await ada.getByRole('button', { name: /^Undo:/ }).click()
  await expect.poll(() => baseOf(bo)).toBe(first)
  await expect(ada.getByTestId('project-name')).toHaveText('Together by the sea')
  await bo.getByRole('button', { name: /^Undo:/ }).click()
  await expect(ada.getByTestId('project-name')).toHaveText('Together')
  await Promise.all([saved(ada), saved(bo)])
  // a pointer that rests where it previews keeps nothing away
  await bo.getByRole('button', { name: 'Compose', exact: true }).click()
  await bo.getByTestId('harmony-triadic').hover()
  await setBase(ada, '#2a7f62')
  await expect.poll(() => baseOf(bo)).toBe('#2a7f62')
  await bo.getByRole('button', { name: 'Gather', exact: true }).click()
  // a second window of one's own
  const again = await ada.context().newPage()
  await open(again, project)
  await expect(ada.getByTestId('others')).toContainText('It is open in another window')
  // an answer that comes late, after another was asked for, is not shown
  let arrive = (): void => {}
  const late = new Promise<void>(done => (arrive = done))
  let fixed = 0
  await ada.route('**/api/here', async route => {
    const answer = await route.fetch()
    if (fixed++ === 0) await late
    await route.fulfill({ response: answer })
  })
  const third = await ada.context().newPage()
  await open(third, project)
  await expect.poll(() => fixed).toBeGreaterThan(0)
  await Promise.all([again.close({ runBeforeUnload: true }), third.close({ runBeforeUnload: true })])
  await expect(ada.getByTestId('others')).not.toContainText('another window')
  arrive()
  await ada.unrouteAll({ behavior: 'wait' })
  await expect(ada.getByTestId('others')).not.toContainText('another window')
  // work that waits is not overwritten by what comes in: it conflicts, and both stay
  await bo.route('**/api/projects/*', route => (route.request().method() === 'PUT' ? route.abort() : route.continue()))
  await setBase(bo, '#0f6d5f')
  await expect(bo.getByTestId('waiting')).toBeVisible()
  await setBase(ada, '#f4c2c2')
  await saved(ada)
  await expect.poll(() => baseOf(bo)).toBe('#0f6d5f')
  await bo.unroute('**/api/projects/*')
  await expect(bo.getByTestId('conflict')).toContainText('Together (kept from a conflict)')
  await bo.getByRole('button', { name: 'Open the other version' }).click()
  await expect.poll(() => baseOf(bo)).toBe('#f4c2c2')
  await ada.goto('about:blank')
  await expect(bo.getByTestId('others')).toHaveCount(0)
  // what is deleted while somebody works in it is announced there, and on Home it goes and comes back by itself
  await ada.goto('/')
  await expect(ada.getByRole('link', { name: 'Open Together' }).first()).toBeVisible()
  const brief = await projectOf(owner, 'Short-lived')
  await expect(ada.getByRole('link', { name: 'Open Short-lived' })).toBeVisible()
  await open(bo, brief)
  await ada.getByRole('button', { name: 'Choices for Short-lived' }).click()
  await ada.getByRole('menuitem', { name: 'Delete' }).click()
  await expect(bo.getByTestId('notices')).toContainText('deleted elsewhere')
  await expect(ada.getByRole('link', { name: 'Open Short-lived' })).toHaveCount(0)
  await bo.getByRole('button', { name: 'Restore' }).click()
  await expect(ada.getByRole('link', { name: 'Open Short-lived' })).toBeVisible()
  await ada.context().close()
})

test('a role that is taken away while one saves, and being signed out everywhere: a message says so, and the work stays', async ({
  browser,
}) => {
  const page = await pageOf(browser, await someone('Ravn'))
  const project = await projectOf(owner, 'Taken away')
  await open(page, project)
  const people = (await (await ask('/api/people', owner)).json()) as Array<{ id: string; name: string }>
  const ravn = people.find(({ name }) => name === 'Ravn')?.id ?? ''
  // the save is on its way when the role goes
  let go = (): void => {}
  const fixed = new Promise<void>(done => (go = done))
  await page.route('**/api/projects/*', async route => {
    if (route.request().method() === 'PUT') await fixed
    await route.continue()
  })
  await setBase(page, '#e07a5f')
  await expect(page.getByTestId('save-state')).toContainText('Saving')
  expect((await put(`/api/people/${ravn}`, owner, { role: 'viewer' })).status).toBe(204)
  go()
  await expect(page.getByTestId('waiting')).toContainText('only designers can change it')
  await expect.poll(() => baseOf(page)).toBe('#e07a5f')
  expect((await put(`/api/people/${ravn}`, owner, { role: 'designer' })).status).toBe(204)
  await saved(page)
  expect(((await (await ask(`/api/projects/${project}`, owner)).json()) as { version: number }).version).toBe(2)

  // signed out everywhere, from another browser
  const other = await pageOf(browser, await someone('Nobody else'))
  await other.goto('/sign-in')
  await signIn(other, 'Ravn', PASSWORD)
  await expect(other.getByTestId('project-card').first()).toBeVisible()
  await other.getByTestId('person-menu').click()
  await other.getByRole('menuitem', { name: 'Password' }).click()
  await expect(other.getByTestId('place')).toHaveCount(2)
  await isAccessible(other)
  await other.getByTestId('old-password').fill('not this')
  await newPassword(other, 'boats in the harbor')
  await other.getByRole('button', { name: 'Change password' }).click()
  await expect(other.getByTestId('own-problem')).toContainText('current password is not correct')
  await other.getByTestId('out-everywhere').click()
  await expect(other.getByTestId('sign-in')).toBeVisible()
  await setBase(page, '#0f6d5f')
  await expect(page.getByTestId('sign-in-again')).toContainText('Your work here is kept')
  await isAccessible(page)
  await expect(page.getByTestId('sign-in-name')).toHaveValue('Ravn')
  await page.getByTestId('sign-in-password').fill(PASSWORD)
  await page.getByTestId('sign-in-go').click()
  await expect(page.getByTestId('sign-in-again')).toBeHidden()
  await saved(page)
  await page.reload()
  await expect.poll(() => baseOf(page)).toBe('#0f6d5f')
})

test('a viewer looks at everything, sees what others do, and changes nothing', async ({ browser }) => {
  const page = await pageOf(browser, await someone('Vera', 'viewer'))
  const project = await projectOf(owner, 'Looked at')
  await page.goto('/')
  await expect(page.getByTestId('project-card').first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'New project' })).toHaveCount(0)
  await open(page, project)
  const before = await baseOf(page)
  await setBase(page, '#e07a5f')
  await expect(page.getByTestId('notices')).toContainText('only designers can change it')
  await expect.poll(() => baseOf(page)).toBe(before)
  await page.getByRole('button', { name: 'Compose', exact: true }).click()
  await expect(page.getByTestId('bench').locator('h2').first()).toHaveText('Compose')
  const designer = await pageOf(browser, await someone('Dag'))
  await open(designer, project)
  await setBase(designer, '#123abc')
  await expect.poll(() => baseOf(page)).toBe('#123abc')
  await page.getByTestId('person-menu').click()
  await page.getByRole('menuitem', { name: 'People' }).click()
  await expect(page.getByTestId('people').getByRole('button')).toHaveCount(1) // “Close”
  expect(((await (await ask(`/api/projects/${project}`, owner)).json()) as { version: number }).version).toBe(2)
})

test('ten thousand wrong passwords come to nothing, and whoever has the right one is let in from elsewhere @full', async ({
  browser,
}) => {
  test.setTimeout(240_000)
  await someone('Sought after')
  const guess = (n: number, from: string): Promise<number> =>
    ask('/api/session', '', {
      method: 'POST',
      headers: { 'x-forwarded-for': `203.0.113.7, ${from}` },
      body: JSON.stringify({ name: 'Sought after', password: `guess ${n}` }),
    }).then(({ status }) => status)
  const counts: Record<number, number> = {}
  let next = 0
  const sign = async (from: string): Promise<Response> =>
    ask('/api/session', '', {
      method: 'POST',
      headers: { 'x-forwarded-for': from },
      body: JSON.stringify({ name: 'Sought after', password: PASSWORD }),
    })
  let between = 0
  await Promise.all([
    ...Array.from({ length: 40 }, async () => {
      while (next < 10_000) {
        const status = await guess(next++, '198.51.100.9')
        counts[status] = (counts[status] ?? 0) + 1
      }
    }),
    (async () => {
      while (next < 9000) {
        expect((await ask('/api/health')).status).toBe(200)
        if ((await sign('192.0.2.77')).status === 200) between++
        await new Promise(done => setTimeout(done, 200))
      }
    })(),
  ])
  const through = counts[401] ?? 0
  expect(through + (counts[429] ?? 0)).toBe(10_000)
  expect(through).toBeGreaterThan(0)
  expect(through).toBeLessThan(15)
  expect(between).toBeGreaterThan(0)
  // who sits where it was tried from has to wait, and learns how long
  const context = await browser.newContext({ extraHTTPHeaders: { 'x-forwarded-for': '198.51.100.9' } })
  const page = await context.newPage()
  await page.goto(`${served.address}/sign-in`)
  await signIn(page, 'Sought after', PASSWORD)
  await expect(page.getByTestId('sign-in-problem')).toContainText('Too many wrong attempts. Try again in')
  await expect(page.getByTestId('sign-in-go')).toBeDisabled()
  await expect(page.getByTestId('sign-in')).toContainText(/\d+ s/)
  // where it was tried from, the right one waits too
  const late = await sign('198.51.100.9')
  expect(late.status).toBe(429)
  expect(((await late.json()) as { message: string }).message).toMatch(/^Too many wrong attempts\. Try again in \d+ /)
})

test('every route: nobody and whoever forged, stole or kept a session get nothing; viewers change nothing; owners own @full', async () => {
  test.setTimeout(120_000)
  const [viewer, designer] = [await someone('Vilde', 'viewer'), await someone('Dina')]
  const old = await someone('Old')
  const sql = connect(url)
  await sql`update sessions set ends_at = now() - interval '1 day'
    where person_id = (select id from people where name = 'Old')`
  const { token } = await addPerson(sql, 'Never came', 'owner')
  await sql.end()
  const [name = '', value = ''] = designer.split(/=(.*)/s)
  const swapped = `${value.slice(0, -1)}${value.endsWith('A') ? 'B' : 'A'}`
  const forged = [
    '',
    `${name}=`,
    `${name}=made up`,
    `${name}=${swapped}`,
    `${name}=${token}`,
    old,
    `${name}=${'x'.repeat(4000)}`,
  ]
  const project = await projectOf(designer, 'Every route')
  const isOpen = /^\/api\/(review\/|brand\/|welcome\/|health$|ready$|metrics$|me$|session$)/
  const filled = (path: string): string => path.replace(/\[[^\]]+\]/g, project)
  expect(ROUTES.length).toBeGreaterThan(50)
  for (const { method, path } of ROUTES) {
    if (path === '/api/live' || path === '/api/sessions' || path === '/api/session') continue
    const asked = (cookie: string): Promise<Response> =>
      ask(filled(path), cookie, { method, ...(method === 'GET' ? {} : { body: '{}' }) })
    if (!isOpen.test(path))
      for (const cookie of forged) {
        const answer = await asked(cookie)
        expect(answer.status, `${method} ${path} as nobody: ${cookie}`).toBe(401)
        expect(await answer.text()).not.toContain('Every route')
      }
    const asViewer = (await asked(viewer)).status
    if (method !== 'GET' && !isOpen.test(path) && !/\/(here|password)$/.test(path))
      expect(asViewer, `${method} ${path} as a viewer`).toBe(403)
    else expect([401, 403], `${method} ${path} as a viewer`).not.toContain(asViewer)
    if (method === 'DELETE') continue
    const asDesigner = (await asked(designer)).status
    if (path.startsWith('/api/people') && method !== 'GET') expect(asDesigner, `${method} ${path}`).toBe(403)
    else if (!path.startsWith('/api/me/'))
      expect([401, 403], `${method} ${path} as a designer`).not.toContain(asDesigner)
  }
  // pages lead to where one signs in, and from there nowhere but here
  const html = { headers: { accept: 'text/html' } }
  for (const path of ['/', '/project/x/gather', '//evil.example']) {
    const answer = await ask(path, '', html)
    expect(answer.status, path).toBe(302)
    expect(answer.headers.get('location'), path).toBe(`/sign-in?to=${encodeURIComponent(path)}`)
  }
  // a request forged by another page is refused, whoever is signed in
  const foreign: Array<Record<string, string>> = [
    { origin: 'https://evil.example' },
    { 'sec-fetch-site': 'cross-site' },
  ]
  for (const headers of foreign)
    expect((await ask(`/api/projects/${project}`, designer, { method: 'DELETE', headers })).status).toBe(403)
  expect((await ask(`/api/projects/${project}`, designer)).status).toBe(200)
  // what is sealed by another installation is nothing here
  expect((await ask('/api/projects', `__Host-${designer}`)).status).toBe(401)
  // by https the cookie is bound to this host
  const secure = await ask('/api/session', '', {
    method: 'POST',
    headers: { 'x-forwarded-proto': 'https', 'x-forwarded-for': '192.0.2.200' },
    body: JSON.stringify({ name: 'Dina', password: PASSWORD }),
  })
  expect(secure.headers.get('set-cookie')).toMatch(/^__Host-plumbago=.*; Secure/)
})

test('where the database only lets itself be read, everything is shown, nothing is stored, and a message says so', async () => {
  const admin = postgres(testDatabase(), { onnotice: () => {} })
  const cookie = await someone('Reader')
  const project = await projectOf(cookie, 'Read only')
  const document = ((await (await ask(`/api/projects/${project}`, cookie)).json()) as { document: object }).document
  const readOnly = async (on: boolean): Promise<void> => {
    await admin.unsafe(`alter database ${database.name} set default_transaction_read_only = ${on ? 'on' : 'off'}`)
    await admin`select pg_terminate_backend(pid) from pg_stat_activity where datname = ${database.name}`
    await expect.poll(async () => (await ask('/api/ready')).status).toBe(200)
  }
  const save = (version: number): Promise<Response> => put(`/api/projects/${project}`, cookie, { version, document })
  await readOnly(true)
  expect((await ask(`/api/projects/${project}`, cookie)).status).toBe(200)
  for (const refused of [await save(1), await put('/api/projects', cookie, { name: 'x' }, 'POST')]) {
    expect(refused.status).toBe(503)
    expect(await refused.text()).toContain('read-only at the moment; nothing was saved')
  }
  await readOnly(false)
  expect((await save(1)).status).toBe(200)
  await admin.end()
})

test('requests have ids, are counted, and say nothing of links', async () => {
  const answer = await ask('/api/me', '', { headers: { 'x-request-id': 'from-the-balancer' } })
  expect(answer.headers.get('x-request-id')).toBe('from-the-balancer')
  const odd = await ask('/api/health', '', { headers: { 'x-request-id': '"<script>' } })
  expect(odd.headers.get('x-request-id')).toMatch(/^[\da-f-]{36}$/)
  expect(await (await ask('/api/ready')).json()).toEqual({ ready: true })
  for (const authorization of ['', 'Bearer wrong'])
    expect((await ask('/api/metrics', owner, { headers: { authorization } })).status).toBe(404)
  const text = await (await ask('/api/metrics', '', { headers: { authorization: 'Bearer count me' } })).text()
  expect(text).toContain('plumbago_request_seconds_count{method="PUT",route="/api/projects/:id",status="200"}')
  expect(text).toContain('plumbago_jobs{state="waiting"} 0')
  const token = 'A'.repeat(32)
  await ask(`/api/review/${token}?x=1`)
  await ask(`/review/${token}`)
  await ask(`/brand/${token}`)
  await ask(`/api/brand/${token}/files/scheme.css`)
  await ask(`/api/welcome/${token}`)
  const lines = (): Array<{ id: string; path: string; status: number }> =>
    served
      .text()
      .split('\n')
      .filter(line => line.startsWith('{'))
      .map(line => JSON.parse(line) as { id: string; path: string; status: number })
  await expect.poll(() => lines().some(({ path }) => path === '/api/welcome/…')).toBe(true)
  expect(lines().find(({ id }) => id === 'from-the-balancer')).toMatchObject({ path: '/api/me', status: 200 })
  expect(lines().map(({ path }) => path)).toContain('/api/review/…')
  expect(lines().map(({ path }) => path)).toContain('/api/brand/…/files/scheme.css')
  expect(served.text()).not.toContain(token)
  expect(served.text()).not.toContain(PASSWORD)
})

test('where one is led after signing in is an address of our own', async () => {
  const browser = await chromium.launch(test.info().project.use.launchOptions)
  const page = await browser.newPage()
  await someone('Led')
  for (const to of ['//evil.example', 'https://evil.example', '/\\evil.example', 'javascript:alert(1)']) {
    await page.context().clearCookies()
    await page.goto(`${served.address}/sign-in?to=${encodeURIComponent(to)}`)
    await signIn(page, 'Led', PASSWORD)
    await expect(page.getByTestId('project-card').first()).toBeVisible()
    expect(new URL(page.url()).origin).toBe(served.address)
  }
  await browser.close()
})
