import { execFile } from 'node:child_process'
import { mkdtemp, readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { isAccessible } from './accessible'
import { serve, testDatabase, type Served } from './server'
import { bandColors, openDemoCopy, saved } from './workspace'

/* Publishing: a colorway behind a link, its versions, and a folder that follows it. */

const pulled = (link: string, folder: string, ...more: string[]): Promise<{ code: number; out: string; err: string }> =>
  new Promise(resolve => {
    execFile('bin/plumbago', ['pull', link, '-o', folder, ...more], (error, out, err) =>
      resolve({ code: error ? Number(error.code) : 0, out, err }),
    )
  })
let served: Served | undefined
test.afterEach(() => served?.stop())
const row = (page: Page) => page.getByTestId('publication-row')
const publish = async (page: Page): Promise<string> => {
  await page.getByRole('tab', { name: 'Published', exact: true }).click()
  await page.getByTestId('publish-colorway').click()
  await page.getByTestId('publication-title').fill('Harbor')
  const artwork = page.getByTestId('publication-dialog').getByRole('group', { name: 'Artwork' })
  await artwork.getByRole('button', { name: 'None' }).click()
  for (const name of ['Badge', 'Ferry']) await artwork.getByLabel(name, { exact: true }).check()
  await page.getByTestId('publication-publish').click()
  await expect(row(page).getByTestId('publication-words')).toContainText('Version 1', { timeout: 60_000 })
  return row(page).getByTestId('publication-address').inputValue()
}

test('a colorway is published; a folder follows it from version to version, until it is withdrawn', async ({
  page,
  request,
  baseURL,
}) => {
  test.setTimeout(180_000)
  const project = await openDemoCopy(page, 'hand-over')
  const link = await publish(page)
  expect(link).toMatch(/\/brand\/[\w-]{32}$/)
  await isAccessible(page, '[data-test=publications]')
  // the tests' own port is one that programs refuse to ask at; another server stands on the same database
  const { address } = (served = await serve(testDatabase(), Number(new URL(baseURL ?? '').port) + 83))
  const pull = (from: string, into: string, ...words: string[]) =>
    pulled(from.replace(/^http:\/\/[^/]+/, address), into, ...words)
  const folder = await mkdtemp(join(tmpdir(), 'plumbago-brand-'))
  expect(await pull(link, folder)).toMatchObject({ code: 3, err: '' })
  const css = await readFile(join(folder, 'scheme.css'), 'utf8')
  const before = await bandColors(page)
  for (const hex of before) expect(css).toContain(hex)
  const bare = (svg: string): string => svg.replace(/#[\da-f]{6}/g, '#')
  const badge = await readFile(join(folder, 'artwork/badge.svg'), 'utf8')
  expect(bare(badge)).toBe(bare(await readFile('demo/artwork/badge.svg', 'utf8')))
  expect((await pull(link, folder)).code).toBe(0)

  // the project changes: the publication says so, and is published again
  await page.getByTestId('swatch').first().click()
  const card = page.getByTestId('swatch-card')
  await card.getByRole('textbox', { name: 'Hue as a number' }).fill('300')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await bandColors(page))[0]).not.toBe(before[0])
  const [after = ''] = await bandColors(page)
  await page.keyboard.press('Escape')
  await saved(page)
  await expect(row(page).getByTestId('publication-since')).toContainText(new RegExp(`${before[0]} → .*${after}`))
  expect((await pull(link, folder)).code).toBe(0) // nothing leaves before it is published
  await row(page).getByTestId('publish-again').click()
  await expect(page.getByTestId('publication-title')).toHaveValue('Harbor')
  await page.getByTestId('publication-publish').click()
  await expect(row(page).getByTestId('publication-words')).toContainText('Version 2', { timeout: 60_000 })
  await expect(row(page).getByTestId('publication-since')).toBeHidden()
  await row(page).getByText('Earlier versions').click()
  await expect(row(page).getByRole('listitem').first()).toContainText(new RegExp(`${before[0]} → .*${after}`))
  expect((await pull(link, folder, '--check')).code).toBe(3)
  const second = await pull(link, folder)
  expect([second.code, second.out]).toEqual([3, expect.stringContaining('changed scheme.css')])
  expect(await readFile(join(folder, 'roles.css'), 'utf8')).toContain(`--dominant: ${after}`)

  // whoever opens the link sees what it is, and what it changed; Home tells that there is something published
  const other = await page.context().newPage()
  await other.goto(link)
  await expect(other.getByTestId('brand-version')).toContainText(`Version 2`)
  await expect(other.getByTestId('brand-version')).toContainText(after)
  await expect(other.getByTestId('brand-piece')).toHaveCount(2)
  await expect(other.getByTestId('brand-command')).toHaveText(`plumbago pull ${link} -o brand`)
  await expect
    .poll(() =>
      other
        .getByTestId('brand')
        .locator('img')
        .evaluateAll(all => all.map(each => (each as HTMLImageElement).naturalWidth > 0)),
    )
    .toEqual([true, true])
  await isAccessible(other, '[data-test=brand]')
  await other.goto('/')
  const tile = other.getByTestId('project-card').filter({ has: other.locator(`a[href*="${project}"]`) })
  await expect(tile.getByTestId('project-published')).toHaveText('Published: Harbor, version 2')
  await other.close()

  // answers are tagged, may be used by other pages, run nothing, and hold nothing of the project
  const api = link.replace('/brand/', '/api/brand/')
  const list = await request.get(api)
  const { etag = '', 'plumbago-version': version } = list.headers()
  expect(version).toBe('2')
  expect(await list.text()).not.toContain(project)
  expect((await request.get(api, { headers: { 'if-none-match': etag } })).status()).toBe(304)
  const file = await request.get(`${api}/files/artwork/badge.svg`)
  expect(file.headers()).toMatchObject({
    'content-type': 'image/svg+xml',
    'access-control-allow-origin': '*',
    'x-content-type-options': 'nosniff',
  })
  expect(file.headers()['content-security-policy']).toContain('sandbox')
  const known = { 'if-none-match': file.headers().etag ?? '' }
  expect((await request.get(`${api}/files/artwork/badge.svg`, { headers: known })).status()).toBe(304)
  for (const path of ['artwork%2F..%2Fscheme.css', '..%2F..%2Fprojects', 'nothing.css', '%00', '%zz%', ''])
    expect((await request.get(`${api}/files/${path}`)).status(), path).toBe(404)

  await row(page).getByRole('button', { name: 'What to do with Harbor' }).click()
  await page.getByRole('menuitem', { name: 'Withdraw' }).click()
  await expect(row(page).getByTestId('publication-withdrawn')).toBeVisible()
  await writeFile(join(folder, 'scheme.css'), 'mine')
  const refused = await pull(link, folder)
  expect([refused.code, refused.err]).toEqual([2, expect.stringContaining('withdrawn')])
  expect(await readFile(join(folder, 'scheme.css'), 'utf8')).toBe('mine')
  await page.getByTestId('notices').getByRole('button', { name: 'Undo' }).click()
  await expect(row(page).getByTestId('publication-withdrawn')).toBeHidden()

  // a new link ends the old one
  await row(page).getByRole('button', { name: 'What to do with Harbor' }).click()
  await page.getByRole('menuitem', { name: 'New link' }).click()
  await expect(row(page).getByTestId('publication-address')).not.toHaveValue(link)
  expect((await request.get(api)).status()).toBe(404)
  expect((await pull(await row(page).getByTestId('publication-address').inputValue(), folder, '--over')).code).toBe(3)
})
