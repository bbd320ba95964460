import { expect, type Locator, type Page } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { bandColors, newProject, startFrom } from './workspace'

/* A label to check: paper, lettering on it, a band, a mark on the band. */

const LABEL =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">' +
  '<rect width="100" height="100" fill="#f8f4ea"/><path d="M10 14h80v6H10zM10 26h50v6H10z" fill="#202020"/>' +
  '<rect y="60" width="100" height="40" fill="#2e4f7f"/><circle cx="70" cy="78" r="14" fill="#e8b040"/></svg>'

/** Goes to a step. */
export const goTo = async (page: Page, step: string): Promise<void> => {
  await page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name: step }).click()
}

/** A project with the label, in colors that are typed. */
export const labelIn = async (page: Page, colors: string): Promise<void> => {
  await newProject(page, 'Label')
  await startFrom(page, 'Artwork')
  await page
    .getByTestId('artwork-file')
    .setInputFiles({ name: 'sardines.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(LABEL) })
  await expect(page.getByRole('button', { name: 'Show sardines' })).toBeVisible()
  await startFrom(page, 'Base color')
  await page.getByTestId('base-field').fill(colors)
  await page.getByTestId('base-field').press('Enter')
  await expect.poll(() => bandColors(page)).toEqual(colors.split(' '))
  await goTo(page, 'Check')
  await expect(page.getByTestId('check')).toBeVisible()
}
/** Shows the files in Hand over. */
export const showFiles = async (page: Page): Promise<void> => {
  await page.getByRole('tab', { name: 'Files' }).click()
  await expect(page.getByTestId('choose-files')).toBeVisible()
}
/** Downloads the first file that Hand over offers for the artwork as it is now. Returns what it says. */
export const firstFile = async (page: Page): Promise<string> => {
  await showFiles(page)
  const first = page.getByRole('button', { name: /^Download/ }).first()
  const [download] = await Promise.all([page.waitForEvent('download'), first.click()])
  return readFile(await download.path(), 'utf8')
}
/** The findings of a rule. */
export const finding = (page: Page, rule: string): Locator => page.locator(`[data-test=finding][data-rule=${rule}]`)

/** Every ink becomes its swatch exactly, flat, whatever the picture wants. */
export const exactly = async (page: Page): Promise<void> => {
  await goTo(page, 'Remap')
  await page.getByRole('textbox', { name: 'Hold in percent' }).fill('0')
  await page.getByRole('textbox', { name: 'Hold in percent' }).press('Enter')
  await page.getByRole('radio', { name: 'Flat' }).click()
  await goTo(page, 'Check')
}

/** Types another color into the card of a swatch. */
export const recolor = async (page: Page, at: number, hex: string): Promise<void> => {
  await page.getByTestId('swatch').nth(at).click()
  await page.getByRole('textbox', { name: 'Color of the swatch in any notation' }).fill(hex)
  await page.getByRole('textbox', { name: 'Color of the swatch in any notation' }).press('Enter')
  await expect.poll(() => bandColors(page).then(all => all[at])).toBe(hex)
  await page.keyboard.press('Escape')
}
