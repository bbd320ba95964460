import { expect, test, type Page } from '@playwright/test'
import { contrastOf } from '#core/color/contrast'
import { lchOf } from '#core/color/convert'
import { deltaE } from '#core/color/difference'
import { bandColors, newProject, offeredBy, openDemoCopy, saved, startFrom } from './workspace'

const plan = (page: Page) => page.getByTestId('tone-plan')
const proof = (page: Page, name: string) => page.getByTestId(`tones-${name}`).getByRole('button').first()
const lights = (colors: readonly string[]): number[] => colors.map(hex => lchOf(hex).l)
const best = (colors: readonly string[]): number =>
  Math.max(...colors.flatMap((one, i) => colors.slice(0, i).map(other => contrastOf(one, other))))

test('a brand color gives a scheme one would show: no neon, a light, a dark, a pair for lettering @full', async ({
  page,
}) => {
  await newProject(page, 'A terracotta')
  await startFrom(page, 'Base color')
  for (const typed of ['#e07a5f', '#0f6d5f', '#2b2b2b', '#f3d9e0']) {
    await page.getByLabel('Base color in any notation').fill(typed)
    await page.getByLabel('Base color in any notation').press('Enter')
    await expect.poll(async () => (await bandColors(page))[0]).toBe(typed)
    const colors = await bandColors(page)
    expect(colors).toHaveLength(5)
    expect(best(colors)).toBeGreaterThan(4.5)
    expect(Math.max(...lights(colors)) - Math.min(...lights(colors))).toBeGreaterThan(0.6)
    for (const hex of colors) expect(lchOf(hex).c).toBeLessThan(0.19)
  }
})

test('tone plans are chosen from the list and on their sheet, previewed, taken back, and there after a reload', async ({
  page,
}) => {
  const id = await openDemoCopy(page)
  const spread = await bandColors(page)
  await plan(page).selectOption('quiet with an accent')
  await expect.poll(() => bandColors(page)).not.toEqual(spread)
  const quiet = await bandColors(page)
  expect(quiet[0]).toBe(spread[0])
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect.poll(() => bandColors(page)).toEqual(spread)
  await expect(plan(page)).toHaveValue('spread')

  await page.getByRole('tab', { name: 'Tones' }).click()
  await expect(proof(page, 'like the picture')).toBeVisible()
  await expect(proof(page, 'spread')).toHaveAttribute('aria-pressed', 'true')
  const light = await offeredBy(page.locator('[data-proof=light]'))
  await proof(page, 'light').hover()
  await expect.poll(() => bandColors(page)).toEqual(light)
  await page.mouse.move(360, 20)
  await expect.poll(() => bandColors(page)).toEqual(spread)
  await proof(page, 'deep').click()
  await expect(plan(page)).toHaveValue('deep')
  const deep = await bandColors(page)
  expect(Math.max(...lights(deep))).toBeLessThan(0.65)
  await proof(page, 'like the picture').click()
  await expect(plan(page)).toHaveValue('like the picture')
  const like = await bandColors(page)
  expect(like[0]).toBe(spread[0])
  expect(like).not.toEqual(deep)
  await saved(page)
  await page.mouse.move(360, 20) // a proof that comes to lie under the pointer is previewed
  await page.goto(`/project/${id}/compose`)
  await expect.poll(() => bandColors(page)).toEqual(like)
  await expect(plan(page)).toHaveValue('like the picture')
})

test('a turn of the whole never jumps, and more swatches leave those before them @full', async ({ page }) => {
  await openDemoCopy(page)
  const turn = page.getByRole('slider', { name: 'Turn' })
  let before = await bandColors(page)
  for (const to of [1, 2, 3]) {
    await turn.fill(String(to))
    await expect.poll(() => bandColors(page)).not.toEqual(before)
    const after = await bandColors(page)
    after.forEach((hex, i) => expect(deltaE(hex, before[i] ?? '')).toBeLessThan(9))
    before = after
  }
  await page.getByRole('button', { name: 'More swatches' }).click()
  await expect.poll(async () => (await bandColors(page)).length).toBe(before.length + 1)
  expect((await bandColors(page)).slice(0, 5)).toEqual(before.slice(0, 5))
})

test('on a low screen the plan is chosen too', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 600 })
  await openDemoCopy(page)
  const before = await bandColors(page)
  await plan(page).selectOption('light')
  const mean = (all: readonly string[]): number => lights(all).reduce((sum, l) => sum + l, 0) / all.length
  await expect.poll(async () => mean(await bandColors(page))).toBeGreaterThan(mean(before) + 0.05)
})
