import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { hexOfHsb } from '#core/color/convert'
import { newProject, saved, startFrom } from './workspace'

/* A whole brand: an archive of icons in folders comes in at once, is looked through, and goes out in the scheme. */

/** In the short run a part of them: what 300 take longer for is measured by the bench. */
const COUNT = process.env.FULL ? 300 : 60

const icon = (n: number): string => {
  const [ground, shape, sign] = [
    hexOfHsb({ h: n % 7 ? 210 : 20, s: 0.5, b: 0.9 }),
    hexOfHsb({ h: (n * 40) % 360, s: 0.8, b: 0.5 }),
    '#ffffff',
  ]
  const arm = 3 + (n % 9)
  return (
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24">' +
    `<rect width="24" height="24" rx="${n % 12}" fill="${ground}"/><circle cx="12" cy="12" r="8" fill="${shape}"/>` +
    `<path d="M12 ${12 - arm / 2}v${arm}M${12 - arm / 2} 12h${arm}" stroke="${sign}" stroke-width="2"/><!--${n}--></svg>`
  )
}
const archive = (): Buffer => {
  const files: Record<string, Uint8Array> = {
    'icons/readme.txt': strToU8('Ours'),
    '__MACOSX/._a.svg': strToU8('nothing'),
    'icons/broken.svg': strToU8('<svg'),
  }
  for (let n = 0; n < COUNT; n++)
    files[`icons/${n % 3 ? 'actions' : 'places'}/${n % 5 ? 'Größe' : 'icon'}-${n}.svg`] = strToU8(icon(n))
  return Buffer.from(zipSync(files))
}
const tiles = (page: Page) => page.getByTestId('tray').locator('[data-tile]')

test('a brand of icons comes in from empty Home, is looked through, and is handed over', async ({ page }) => {
  test.setTimeout(300_000)
  await page.goto('/')
  await page.getByTestId('new-project-button').click()
  await page.getByLabel('Name of the new project').fill('A whole brand')
  await page.getByRole('button', { name: /^A color/ }).click()
  await page.getByRole('tab', { name: 'Artwork' }).click()
  await page
    .getByTestId('artwork-file')
    .setInputFiles({ name: 'brand.zip', mimeType: 'application/zip', buffer: archive() })
  await expect(page.getByTestId('incoming-count')).toContainText(`of ${COUNT + 1}`)
  // another step does not interrupt it
  await page.keyboard.press('2')
  await expect(page.getByTestId('notices')).toContainText(
    `Added ${COUNT} of ${COUNT + 1} files. 1 could not be added.`,
    { timeout: 120_000 },
  )
  await page.keyboard.press('1')
  const report = page.getByTestId('report')
  await expect(report.getByRole('alert')).toContainText('“broken.svg” was not added')
  await saved(page)

  await page.keyboard.press('3')
  await page.getByRole('tab', { name: 'Set' }).click()
  await expect(page.getByTestId('set-count')).toContainText(`${COUNT} pieces`)
  // only what is in sight is there
  expect(await tiles(page).count()).toBeLessThan(COUNT)
  await expect(page.getByTestId('tray').locator('canvas').first()).toBeVisible()

  await page.getByTestId('wall-folder').selectOption('brand/icons/places')
  await expect(page.getByTestId('wall-found')).toHaveText(`${COUNT / 3} of ${COUNT}`)
  await page.getByTestId('wall-words').fill('icon-15')
  await expect(tiles(page).first()).toHaveAccessibleName(/^Show icon-15,/)
  await page.getByTestId('wall-words').fill('')
  await tiles(page)
    .nth(0)
    .click({ modifiers: ['Control'] })
  await tiles(page)
    .nth(3)
    .click({ modifiers: ['Shift'] })
  const picked = page.getByTestId('wall-picked')
  await expect(picked).toContainText('4 selected')
  // one ink of several pieces goes to a swatch in these alone, as one step
  await page.getByTestId('wall-recolor').click()
  const form = page.getByTestId('wall-ink')
  await form.getByLabel('Swatch it goes to').selectOption('As is')
  await form.getByRole('button', { name: 'Recolor' }).click()
  await expect(page.getByTestId('notices')).toContainText(/left as is in \d pieces? now/)
  await expect(page.getByTestId('wall-recolor')).toBeFocused()
  await expect(picked.getByRole('button', { name: 'Follow all' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(picked.getByRole('button', { name: 'Follow all' })).toHaveCount(0)
  await picked.getByRole('button', { name: 'All but these' }).click()
  await expect(picked).toContainText(`${COUNT / 3 - 4} selected`)
  await picked.getByRole('button', { name: 'Remove' }).click()
  await expect(page.getByTestId('set-count')).toContainText(`${COUNT - COUNT / 3 + 4} pieces`)
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('set-count')).toContainText(`${COUNT} pieces`)

  // a rectangle drawn from between the pieces picks those it touches; they stand for all on proofs
  const [first, last] = [await tiles(page).nth(0).boundingBox(), await tiles(page).nth(1).boundingBox()]
  if (!first || !last) throw new Error('There are no pieces.')
  await page.mouse.move(last.x + last.width + 5, first.y + 4)
  await page.mouse.down()
  await page.mouse.move(first.x + 20, first.y + 20, { steps: 4 })
  await page.mouse.up()
  await expect(picked).toContainText('2 selected')
  await page.getByTestId('wall-represent').click()
  await expect(page.getByTestId('notices')).toContainText(`show 2 pieces of ${COUNT}`)
  await page.keyboard.press('2')
  await expect(page.getByText(`2 of ${COUNT} pieces`)).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText(`9 of ${COUNT} pieces`)).toBeVisible()

  // findings say in how many pieces they hold, and lead from one to the next
  await page.keyboard.press('4')
  const pieces = page.getByTestId('finding-pieces').first()
  await expect(pieces).toContainText(/\d+ pieces?/, { timeout: 60_000 })
  await pieces.getByRole('button', { name: 'Next piece with this finding' }).click()
  await expect(pieces).toContainText(/^[12] of \d+ piece/)
  await page.keyboard.press('3')

  // the same archive again adds nothing twice
  await page
    .getByTestId('set-files')
    .setInputFiles({ name: 'brand.zip', mimeType: 'application/zip', buffer: archive() })
  await expect(page.getByTestId('notices')).toContainText(`${COUNT} are in the project already`, { timeout: 120_000 })
  await expect(page.getByTestId('set-count')).toContainText(`${COUNT} pieces`)

  await page.getByRole('button', { name: 'Hand over', exact: true }).click()
  await page.getByRole('tab', { name: 'Files' }).click()
  await page.getByTestId('choose-files').click()
  const dialog = page.getByTestId('files-dialog')
  await dialog.getByRole('checkbox', { name: /^PNG/ }).uncheck()
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 180_000 }),
    page.getByTestId('write-files').click(),
  ])
  const written = unzipSync(await readFile(await download.path()))
  const drawings = Object.keys(written).filter(path => path.endsWith('.svg'))
  expect(drawings).toHaveLength(COUNT)
  expect(drawings).toContain('artwork/brand/icons/places/icon-0.svg')
  expect(drawings).toContain('artwork/brand/icons/actions/größe-1.svg')
})

test('a window that is closed while artwork comes in keeps what was read, says so, and nothing comes in twice', async ({
  page,
}) => {
  await newProject(page, 'Cut short')
  await startFrom(page, 'Artwork')
  const zip = { name: 'brand.zip', mimeType: 'application/zip', buffer: archive() }
  // some of them never come to their end
  const some = /\/api\/artwork\?.*icon-/
  await page.route(some, () => new Promise(() => undefined))
  await page.getByTestId('artwork-file').setInputFiles(zip)
  await expect(page.getByTestId('incoming-count')).toHaveText(/^[1-9]\d* of/)
  page.on('dialog', dialog => void dialog.accept())
  await page.unroute(some)
  await page.reload()
  const notice = page.getByTestId('notices').getByText(/(\d+) of \d+ files had been read/)
  await expect(notice).toBeVisible()
  const read = Number(/^(\d+)/.exec((await notice.textContent())?.trim() ?? '')?.[1])
  expect(read).toBeGreaterThan(0)
  await startFrom(page, 'Artwork')
  await expect(page.getByRole('tab', { name: 'Artwork' })).toContainText(String(read))
  await page.getByTestId('artwork-file').setInputFiles(zip)
  await expect(page.getByTestId('notices')).toContainText(`${read} are in the project already`, { timeout: 120_000 })
  await expect(page.getByRole('tab', { name: 'Artwork' })).toContainText(String(COUNT))
})
