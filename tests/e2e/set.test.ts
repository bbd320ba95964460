import { expect, test, type Page } from '@playwright/test'
import { unzipSync } from 'fflate'
import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { openDemoCopy, paintOf } from './workspace'

const INK = '#222a52'
const svg = (color: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 20"><rect width="20" height="20" fill="${color}"/></svg>`
const tray = (page: Page) => page.getByTestId('tray').getByRole('listitem')

test.beforeEach(async ({ page }) => {
  await openDemoCopy(page, 'remap')
  await expect(page.getByTestId('ribbons')).toBeVisible()
})

test('an exception holds for one artwork alone, is counted, and given up', async ({ page }) => {
  await page.getByRole('button', { name: 'Show Badge' }).click()
  await page.getByRole('checkbox', { name: 'Only this one' }).check()
  await expect.poll(() => paintOf(page, '.night')).toContain('rgb')
  const before = await paintOf(page, '.night')
  await page.locator(`[data-ink="${INK}"]`).click()
  await page.getByRole('button', { name: 'Leave as is' }).click()
  await page.mouse.move(400, 20)
  await expect.poll(() => paintOf(page, '.night')).toBe('rgb(34, 42, 82)')
  await page.getByRole('button', { name: 'Show Poster' }).click()
  await expect(page.locator(`[data-ink="${INK}"]`)).not.toHaveAttribute('aria-label', /left as is/)
  await page.getByRole('tab', { name: 'Set' }).click()
  await expect(tray(page)).toHaveCount(9)
  await expect(tray(page).nth(1)).toContainText('1 exception')
  await tray(page).nth(1).getByRole('button', { name: 'Badge follows all again' }).click()
  await expect(tray(page).nth(1)).not.toContainText('exception')
  await page.getByRole('button', { name: 'Show Badge', exact: true }).click()
  await expect.poll(() => paintOf(page, '.night')).toBe(before)
})

test('a whole folder comes in, packed files too, and what cannot be read is listed', async ({ page }) => {
  await page.getByRole('tab', { name: 'Set' }).click()
  const folder = mkdtempSync(join(tmpdir(), 'set-'))
  mkdirSync(join(folder, 'inner'))
  writeFileSync(join(folder, 'one.svg'), svg('#aa3311'))
  writeFileSync(join(folder, 'inner', 'two.svgz'), gzipSync(svg('#1133aa')))
  writeFileSync(join(folder, 'broken.svg'), 'no drawing at all')
  writeFileSync(join(folder, 'notes.txt'), 'only a text')
  await page.getByTestId('set-folder').setInputFiles(folder)
  await expect(tray(page)).toHaveCount(11)
  await expect(page.getByTestId('report')).toContainText('broken.svg')
  await expect(page.getByTestId('report').getByRole('alert')).toHaveCount(1)
})

test('all artwork goes out at once, each file in its colors @full', async ({ page }) => {
  await page.getByRole('tab', { name: 'Set' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Apply to all' }).click()
  const file = await download
  expect(file.suggestedFilename()).toMatch(/\.zip$/)
  const chunks: Buffer[] = []
  for await (const chunk of await file.createReadStream()) chunks.push(chunk as Buffer)
  const files = unzipSync(new Uint8Array(Buffer.concat(chunks)))
  expect(Object.keys(files).sort()).toEqual([
    'badge.svg',
    'ferry.svg',
    'first-aid.svg',
    'food-and-drink.svg',
    'kite-field.svg',
    'kite-loft.png',
    'poster.svg',
    'stage.svg',
    'tickets.svg',
  ])
  expect(Buffer.from(files['badge.svg'] ?? []).toString()).not.toContain(INK)
  await expect(page.getByTestId('set-failures')).toBeHidden()
})

test('what cannot be written is listed, and tried again @full', async ({ page }) => {
  let down = true
  await page.route('**/api/artwork/*/source', route => (down ? route.abort() : route.continue()))
  await page.reload()
  await page.getByRole('tab', { name: 'Set' }).click()
  await expect(tray(page)).toHaveCount(9)
  await page.getByRole('button', { name: 'Apply to all' }).click()
  await expect(page.getByTestId('set-failures')).toContainText('9 could not be written')
  down = false
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Try these again' }).click()
  expect((await download).suggestedFilename()).toMatch(/\.zip$/)
  await expect(page.getByTestId('set-failures')).toBeHidden()
})
