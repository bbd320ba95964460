import { execFileSync } from 'node:child_process'
import { mkdtemp, readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { unzipSync } from 'fflate'
import sharp from 'sharp'
import { brochure } from '../../demo/brochure'
import { isAccessible } from './accessible'
import { goTo, showFiles } from './label'
import { newProject, saved, startFrom } from './workspace'

/* Artwork that comes as PDF and leaves as the same PDF in other colors. */

const run = (command: string, ...args: string[]): string =>
  execFileSync(command, args, { stdio: ['ignore', 'pipe', 'ignore'] }).toString()

/** A folder with the card of the festival, and the same protected by a password. */
const cards = async (): Promise<{ folder: string; card: string; secret: string }> => {
  const folder = await mkdtemp(join(tmpdir(), 'pdf-walk-'))
  const [card, secret] = [join(folder, 'card.pdf'), join(folder, 'secret.pdf')]
  await writeFile(card, await brochure())
  run('qpdf', '--encrypt', 'sails', 'owner', '256', '--', card, secret)
  return { folder, card, secret }
}
/** The color of the seal on the cover, as poppler paints it. */
const sealOf = async (pdf: string): Promise<string> => {
  run('pdftoppm', '-r', '72', '-f', '1', '-l', '1', '-singlefile', '-png', pdf, pdf)
  const { data, info } = await sharp(`${pdf}.png`).removeAlpha().raw().toBuffer({ resolveWithObject: true })
  const at = (556 * info.width + 344) * 3
  return [...data.subarray(at, at + 3)].join()
}

/** The pixels of the picture on the second page. */
const pictureOf = async (pdf: string): Promise<string> => {
  run('pdfimages', '-png', '-f', '2', '-l', '2', pdf, pdf)
  return (await sharp(`${pdf}-000.png`).raw().toBuffer()).toString('base64')
}

/** The inks of the first swatch in print. */
const inksOfFirst = (page: Page): Promise<string> =>
  page.getByTestId('print-row').first().locator('td').nth(1).innerText()

test('a card in CMYK goes from its pages to a PDF in three colorways', async ({ page }) => {
  test.setTimeout(180_000)
  const { folder, card, secret } = await cards()
  await newProject(page, 'Festival card')
  await startFrom(page, 'Artwork')
  const add = page.getByTestId('artwork-file')
  const dialog = page.getByTestId('pdf-dialog')

  await add.setInputFiles(secret)
  await dialog.getByLabel('Password').fill('wind')
  await page.keyboard.press('Enter')
  await expect(dialog).toContainText('The password is wrong.')
  await dialog.getByLabel('Password').fill('sails')
  await page.keyboard.press('Enter')
  await expect(dialog.getByRole('checkbox', { name: 'Page 2' })).toBeChecked()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('report')).toContainText('No page of it was chosen.')
  await expect(page.getByTestId('artwork-list')).toHaveCount(0)

  await add.setInputFiles(card)
  await expect(dialog.getByRole('checkbox')).toHaveCount(2)
  await isAccessible(page, '[data-test=pdf-dialog]')
  await dialog.getByRole('checkbox', { name: 'Page 1' }).press('Space')
  await expect(dialog.getByRole('checkbox', { name: 'Page 1' })).not.toBeChecked()
  await expect(dialog.getByRole('button', { name: 'Add 1 page' })).toBeVisible()
  await dialog.getByRole('button', { name: 'All' }).click()
  await dialog.getByRole('button', { name: 'Add 2 pages' }).click()
  await expect(page.getByTestId('artwork-list')).toContainText('card 2')
  await expect(page.getByTestId('artwork-list')).toContainText('9 inks')
  await expect(page.getByTestId('artwork').locator('svg').first()).toBeVisible()

  await startFrom(page, 'Base color')
  await page.getByTestId('base-field').fill('#0f6d5f')
  await page.getByTestId('base-field').press('Enter')
  await goTo(page, 'Remap')
  await page.getByRole('tab', { name: 'Inks' }).click()
  await expect(page.locator('[data-line="#e24b43"]')).toHaveAttribute('title', 'spot color Festival Red 100%')

  // the picture on the second page changes, too, as it is asked for
  await page.getByRole('button', { name: 'Show card 2' }).click()
  const lines = page.locator('[data-line]')
  const before = await lines.count()
  await page.getByTestId('also-pictures').check()
  await expect.poll(() => lines.count(), { timeout: 60_000 }).toBeGreaterThan(before)

  // by a profile of the printer's own; one that is none is refused
  await goTo(page, 'Check')
  await page.getByRole('tab', { name: 'Print' }).click()
  const profile = page.getByTestId('profile-file')
  await profile.setInputFiles({ name: 'none.icc', mimeType: 'application/vnd.iccprofile', buffer: Buffer.from('no') })
  await expect(page.getByTestId('notices')).toContainText('The file is no ICC profile.')
  const coated = await inksOfFirst(page)
  await profile.setInputFiles('public/press/uncoated.icc')
  await expect(page.getByLabel('Paper', { exact: true })).toHaveValue('own')
  await expect.poll(() => inksOfFirst(page)).not.toBe(coated)
  await expect(page.getByTestId('file-inks')).toContainText('0 0 0 100letters in black ink alone100%')

  for (const [i, harmony] of ['triadic', 'analogous', 'square'].entries()) {
    await goTo(page, 'Compose')
    await page.locator(`[data-proof=${harmony}]`).click()
    await goTo(page, 'Hand over')
    await page.getByTestId('freeze').click()
    await expect(page.getByTestId('colorway')).toHaveCount(i + 1)
  }
  await showFiles(page)
  await page.getByTestId('choose-files').click()
  const files = page.getByTestId('files-dialog')
  await expect(files.getByTestId('spot-colors')).toContainText('Festival Red')
  const closed = files.locator('details:not([open]) > summary')
  while (await closed.count()) await closed.first().click()
  await expect(files.getByTestId('planned-file').filter({ hasText: 'card.pdf' })).toHaveCount(3)
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 120_000 }),
    files.getByTestId('write-files').click(),
  ])
  const written = unzipSync(await readFile(await download.path()))
  const pdfs = Object.keys(written).filter(path => path.endsWith('/artwork/card.pdf'))
  expect(pdfs).toHaveLength(3)
  const seals = await Promise.all(
    pdfs.map(async (path, i) => {
      const own = join(folder, `${i}.pdf`)
      await writeFile(own, written[path]!)
      expect(run('qpdf', '--check', own)).toContain('No syntax or stream encoding errors')
      expect(run('pdftotext', own, '-')).toBe(run('pdftotext', card, '-'))
      return sealOf(own)
    }),
  )
  expect(new Set([await sealOf(card), ...seals]).size).toBe(4)
  const pictures = await Promise.all([card, ...pdfs.map((_, i) => join(folder, `${i}.pdf`))].map(pictureOf))
  expect(new Set(pictures).size).toBe(4)

  // one piece by itself: the PDF with both of its pages
  const [alone] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('button', { name: 'Download card 1 as PDF' }).click(),
  ])
  expect(alone.suggestedFilename()).toBe('card.pdf')
  const own = join(folder, 'alone.pdf')
  await writeFile(own, await readFile(await alone.path()))
  expect(run('pdfinfo', own)).toMatch(/Pages:\s+2/)
  await saved(page)
})
