import { expect, test, type Page } from '@playwright/test'
import { dragTo, middleOf, openDemoCopy, paintOf, saved, stageColors } from './workspace'

const INK = '#222a52'
const rgb = (hex: string): string => `rgb(${[1, 3, 5].map(at => parseInt(hex.slice(at, at + 2), 16)).join(', ')})`
const label = async (page: Page): Promise<string> => await page.locator(`[data-ink="${INK}"]`).getAttribute('aria-label') ?? ''

test.beforeEach(async ({ page }) => {
  await openDemoCopy(page)
  await page.keyboard.press('3')
  await expect(page.getByTestId('ribbons')).toBeVisible()
})

test('a ribbon dragged to another swatch takes its ink there', async ({ page }) => {
  const before = await label(page)
  await page.getByRole('radio', { name: 'flat' }).click()
  await dragTo(page, await middleOf(page, `[data-ink="${INK}"]`), await middleOf(page, '[data-swatch=s5]'))
  await expect.poll(() => label(page)).not.toBe(before)
  await page.mouse.move(400, 20)
  const swatch = await page.locator('[data-swatch=s5]').evaluate(element => getComputedStyle(element).backgroundColor)
  await expect.poll(() => paintOf(page, '#lighthouse rect')).toBe(swatch)
  await page.keyboard.press('Control+z')
  await expect.poll(() => label(page)).toBe(before)
})

test('a click leaves an ink as is, another brings it back under a swatch, Escape calls a drag off', async ({ page }) => {
  await page.locator(`[data-ink="${INK}"]`).click()
  await expect.poll(() => label(page)).toContain('left as is')
  await page.mouse.move(400, 20)
  await expect.poll(() => paintOf(page, '#lighthouse rect')).toBe(rgb(INK))
  await page.locator(`[data-ink="${INK}"]`).click()
  await expect.poll(() => label(page)).not.toContain('left as is')
  await page.mouse.move(400, 20)
  const before = await stageColors(page)
  const [from, to] = [await middleOf(page, `[data-ink="${INK}"]`), await middleOf(page, '[data-swatch=s4]')]
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 5 })
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await page.mouse.move(400, 20)
  await expect.poll(() => stageColors(page)).toEqual(before)
})

test('the keyboard sends an ink, leaves it as is, and exchanges swatches', async ({ page }) => {
  await page.locator(`[data-ink="${INK}"]`).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem', { name: 'Leave as is' }).press('Enter')
  await expect.poll(() => label(page)).toContain('left as is')
  const before = await stageColors(page)
  await page.locator('[data-swatch=s1]').focus()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem').last().press('Enter')
  await expect.poll(() => stageColors(page)).not.toEqual(before)
})

test('holding O shows the original, letting go the scheme', async ({ page }) => {
  await page.mouse.move(400, 20)
  const worn = await paintOf(page, '#lighthouse rect')
  await page.keyboard.down('o')
  await expect.poll(() => paintOf(page, '#lighthouse rect')).toBe(rgb(INK))
  await page.keyboard.up('o')
  await expect.poll(() => paintOf(page, '#lighthouse rect')).toBe(worn)
})

test('pointing at an ink spotlights it; pointing at the artwork lights its ink', async ({ page }) => {
  const worn = await stageColors(page)
  await page.locator('[data-ink="#f8ead0"]').hover()
  await expect.poll(async () => (await stageColors(page)).filter((color, i) => color === worn[i]).length).toBeLessThan(worn.length / 3)
  await page.mouse.move(400, 20)
  await expect.poll(() => stageColors(page)).toEqual(worn)
  const box = await page.getByTestId('artwork').boundingBox()
  if (!box) throw new Error('There is no artwork.')
  await page.mouse.move(box.x + box.width * 0.075 + 20, box.y + box.height * 0.1)
  await expect(page.locator('.ink.lit').first()).toBeVisible()
})

test('shading and matching again are kept, and all artwork follows the one remapping', async ({ page }) => {
  await page.getByRole('radio', { name: 'flat' }).click()
  await page.locator(`[data-ink="${INK}"]`).click()
  await page.mouse.move(400, 20)
  const flat = await stageColors(page)
  await saved(page)
  await page.reload()
  await expect.poll(() => stageColors(page)).toEqual(flat)
  await page.getByRole('button', { name: 'Show Badge' }).click()
  await expect(page.locator('[data-ink]')).toHaveCount(5)
  await expect.poll(() => paintOf(page, '.night')).toBe(rgb(INK))
  await page.getByRole('button', { name: 'Match again' }).click()
  await expect.poll(() => paintOf(page, '.night')).not.toBe(rgb(INK))
})
