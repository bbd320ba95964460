import { expect, test, type Locator, type Page } from '@playwright/test'
import { isAccessible } from './accessible'
import { goTo } from './label'
import { bandColors, offeredBy, openDemoCopy, saved } from './workspace'

/* Looks of the whole job that are frozen, compared and reopened. */

const colorway = (page: Page, at: number): Locator => page.getByTestId('colorway').nth(at)
const menu = async (page: Page, at: number, what: string): Promise<void> => {
  await colorway(page, at)
    .getByRole('button', { name: /^What to do with/ })
    .click()
  await page.getByRole('menuitem', { name: what }).click()
}
/** Two colorways: the demo as it is, and in another harmony. */
const frozenTwice = async (page: Page): Promise<string[][]> => {
  await openDemoCopy(page, 'hand-over')
  await page.getByTestId('freeze').click()
  await expect(page.getByTestId('colorway')).toHaveCount(1)
  const first = await bandColors(page)
  await goTo(page, 'Compose')
  const triadic = page.locator('[data-proof=triadic]')
  const second = await offeredBy(triadic)
  await triadic.click()
  await page.mouse.move(5, 300)
  await expect.poll(() => bandColors(page)).toEqual(second)
  await goTo(page, 'Hand over')
  await page.getByTestId('freeze').click()
  await expect(page.getByTestId('colorway')).toHaveCount(2)
  return [first, second]
}

test('looks are frozen, named, noted, chosen, ordered, duplicated and deleted, and are there after a reload', async ({
  page,
}) => {
  await frozenTwice(page)
  await expect(colorway(page, 0).getByTestId('colorway-figures')).toContainText(/\d+% of edges kept/)
  const names = (): Promise<string[]> => page.getByTestId('colorway-name').allTextContents()
  const [one = '', two = ''] = await names()
  expect(one).not.toBe(two)
  await menu(page, 1, 'Rename')
  await page.getByRole('textbox', { name: 'Name of the colorway' }).fill('Dusk')
  await page.keyboard.press('Enter')
  await expect.poll(names).toEqual([one, 'Dusk'])
  await menu(page, 1, 'Add a note')
  await page.getByRole('textbox', { name: 'Note on Dusk' }).fill('for the tins')
  await page.keyboard.press('Enter')
  await expect(colorway(page, 1).getByTestId('colorway-note')).toHaveText('for the tins')
  await menu(page, 1, 'Mark as chosen')
  await expect(colorway(page, 1).getByRole('img', { name: 'chosen' })).toBeVisible()
  await colorway(page, 1).locator('[data-handle]').focus()
  await page.keyboard.press('Control+ArrowLeft')
  await expect.poll(names).toEqual(['Dusk', one])
  await menu(page, 0, 'Duplicate')
  await expect.poll(names).toEqual(['Dusk', 'Dusk copy', one])
  await menu(page, 1, 'Delete')
  await expect.poll(names).toEqual(['Dusk', one])
  await page.getByTestId('notices').getByRole('button', { name: 'Undo' }).last().click()
  await expect.poll(names).toEqual(['Dusk', 'Dusk copy', one])
  await saved(page)
  await page.reload()
  await expect.poll(names).toEqual(['Dusk', 'Dusk copy', one])
  await expect(colorway(page, 0).getByRole('img', { name: 'chosen' })).toBeVisible()
})

test('a colorway stays as it was frozen; reopened as itself or as a copy, changes go where they were meant to @full', async ({
  page,
}) => {
  const [first, second] = await frozenTwice(page)
  const strip = (at: number): Promise<string[]> =>
    colorway(page, at)
      .locator('[data-handle] i')
      .evaluateAll(all => all.map(each => (each as HTMLElement).style.background))
  const frozen = await strip(0)
  await menu(page, 0, 'Reopen…')
  await page.getByTestId('reopen-itself').click()
  await expect.poll(() => bandColors(page)).toEqual(first)
  await expect(page.getByTestId('open-colorway')).toContainText('nothing changed yet')
  await goTo(page, 'Compose')
  await page.locator('[data-proof=monochromatic]').click()
  await page.mouse.move(5, 300)
  await goTo(page, 'Hand over')
  await expect(page.getByTestId('open-colorway')).toContainText(/swatch(es)? in (an)?other colors?/)
  expect(await strip(0)).toEqual(frozen)
  await page.getByTestId('freeze-into').click()
  await expect.poll(() => strip(0)).not.toEqual(frozen)
  await expect(page.getByTestId('open-colorway')).toHaveCount(0)
  await menu(page, 1, 'Reopen…')
  await page.getByTestId('reopen-copy').click()
  await expect(page.getByTestId('colorway')).toHaveCount(3)
  await expect.poll(() => bandColors(page)).toEqual(second)
  await expect(page.getByTestId('open-colorway')).toContainText('copy is open')
  await page.getByRole('button', { name: 'Leave it as it was' }).click()
  await expect(page.getByTestId('open-colorway')).toHaveCount(0)
})

test('colorways are lined up large, as a wall and as rows, and two compared in three ways', async ({ page }) => {
  await frozenTwice(page)
  await page.getByTestId('lay-line-up').click()
  const sheet = page.getByTestId('line-up')
  await expect(sheet).toBeFocused()
  const tile = sheet.getByTestId('colorway').first()
  const wall = (await tile.boundingBox())?.height ?? 0
  expect(wall).toBeGreaterThan(300)
  await sheet.getByRole('radio', { name: 'rows' }).click()
  await expect.poll(async () => (await tile.boundingBox())?.width ?? 0).toBeGreaterThan(1000)
  await sheet.getByRole('radio', { name: 'wall' }).click()
  await expect(page.getByTestId('compare-colorways')).toBeDisabled()
  for (const at of [0, 1]) await sheet.getByTestId('colorway').nth(at).locator('[data-handle]').click()
  await page.getByTestId('compare-colorways').click()
  const pair = page.getByTestId('colorway-pair')
  await pair.getByRole('radio', { name: 'swatches' }).click()
  await expect(page.getByTestId('pair-swatches').locator('tbody tr')).toHaveCount((await bandColors(page)).length)
  await pair.getByRole('radio', { name: 'blink' }).click()
  const picture = page.getByTestId('pair-picture')
  await page.keyboard.down('x')
  await expect(picture).toHaveAttribute('data-held', 'true')
  await page.keyboard.up('x')
  await expect(picture).toHaveAttribute('data-held', 'false')
  await pair.getByRole('radio', { name: 'divider' }).click()
  await pair.getByRole('slider').fill('20')
  await expect(picture.locator('> div').nth(1)).toHaveAttribute('style', /inset\(0px 0px 0px 20%\)/)
  await isAccessible(page, '[data-test=line-up]')
  await page.keyboard.press('Escape')
  await expect(pair).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(sheet).toHaveCount(0)
  await expect(page.getByTestId('lay-line-up')).toBeFocused()
})

test('five are proposed, and frozen one by one @full', async ({ page }) => {
  await openDemoCopy(page, 'hand-over')
  await page.getByTestId('propose').click()
  await expect(page.getByTestId('proposed')).toHaveCount(5)
  for (const left of [4, 3]) {
    await page.getByTestId('proposed').first().click()
    await expect(page.getByTestId('proposed')).toHaveCount(left)
  }
  await expect(page.getByTestId('colorway')).toHaveCount(2)
  for (const at of [0, 1]) await expect(colorway(page, at).getByTestId('colorway-figures')).not.toContainText('serious')
  await page.getByTestId('freeze').click()
  await expect(page.getByTestId('colorway')).toHaveCount(3)
})

test('a colorway stays on the artwork it was frozen on, says what became of it since, and is made anew @full', async ({
  page,
}) => {
  await openDemoCopy(page, 'hand-over')
  await page.getByTestId('freeze').click()
  await expect(page.getByTestId('colorway')).toHaveCount(1)
  await expect(colorway(page, 0).getByTestId('since')).toHaveCount(0)
  await goTo(page, 'Remap')
  await page.getByRole('button', { name: 'Show Kite loft' }).click()
  await page.getByRole('tab', { name: 'Inks' }).click()
  const manner = page.getByTestId('manner')
  const before = await manner.inputValue()
  await manner.selectOption(before === 'painted' ? 'flat' : 'painted')
  await expect(manner).toBeEnabled({ timeout: 60_000 })
  await goTo(page, 'Gather')
  await page.getByRole('tab', { name: 'Artwork' }).click()
  await page.getByRole('button', { name: 'Remove Stage' }).click()
  await goTo(page, 'Hand over')
  const since = colorway(page, 0).getByTestId('since')
  await expect(since).toContainText('Kite loft replaced since; Stage removed since')
  await since.getByRole('button', { name: 'Refresh' }).click()
  await expect(since).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(since).toContainText('Stage removed since')
})
