import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import { aside, canvas, farthest, hasColor, pixelsOf, point, withWebGL } from './onStage'
import { bandColors, newProject, saved, startFrom } from './workspace'
import { showFiles } from './label'

const PAINTING = 'demo/artwork/kites-over-dunes.jpg'
const WIDE = 420
const SKY = [0.5, 0.42] as const
const KITE = [0.63, 0.2] as const

/** A project of its own with the demo's painting, small. */
const smallPainting = async (page: Page): Promise<string> => {
  await newProject(page, 'Small painting')
  await startFrom(page, 'Artwork')
  await page.getByTestId('artwork-file').setInputFiles({
    name: 'dunes.jpg',
    mimeType: 'image/jpeg',
    buffer: await sharp(PAINTING).resize(WIDE).jpeg({ quality: 95 }).toBuffer(),
  })
  await expect(canvas(page)).toBeVisible()
  await page.keyboard.press('3')
  await expect(page.getByTestId('ribbons')).toBeVisible()
  await aside(page)
  return page.url()
}
/** A written file that comes of what is done. */
const written = async (page: Page, act: () => Promise<void>): Promise<Buffer> => {
  const [file] = await Promise.all([page.waitForEvent('download', { timeout: 120_000 }), act()])
  const chunks: Buffer[] = []
  for await (const chunk of await file.createReadStream()) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks)
}
/** The most two pixels beside each other in a row of what was read are apart, that were alike before. */
const steps = (before: readonly number[], after: readonly number[]): number => {
  let max = 0
  for (let i = 4; i < before.length; i++) {
    if (i % 4 === 3) continue
    const at = i - (i % 4)
    const like = [0, 1, 2].every(n => Math.abs((before[at + n] ?? 0) - (before[at + n - 4] ?? 0)) <= 6)
    if (like) max = Math.max(max, Math.abs((after[i] ?? 0) - (after[i - 4] ?? 0)))
  }
  return max
}

test('a painting has few inks, is recolored without a seam, live, and the same by the graphics card as by the worker', async ({
  page,
}) => {
  await withWebGL(page, true)
  const address = await smallPainting(page)
  await expect(canvas(page)).toHaveAttribute('data-painted-by', 'gl')
  const inks = page.locator('[data-ink]')
  expect(await inks.count()).toBeGreaterThanOrEqual(5)
  expect(await inks.count()).toBeLessThanOrEqual(16)
  const card = await pixelsOf(page)
  await page.keyboard.down('o')
  await expect.poll(async () => farthest(card, await pixelsOf(page))).toBeGreaterThan(40)
  const original = await pixelsOf(page)
  await page.keyboard.up('o')
  await expect.poll(async () => farthest(card, await pixelsOf(page))).toBe(0)
  expect(steps(original, card)).toBeLessThan(60)

  const hold = page.getByRole('slider', { name: 'Hold' })
  await hold.fill('0')
  await expect.poll(async () => farthest(card, await pixelsOf(page))).toBeGreaterThan(8)
  await page.keyboard.press('ControlOrMeta+z')
  await expect.poll(async () => farthest(card, await pixelsOf(page))).toBe(0)
  await saved(page)

  await withWebGL(page, false)
  await page.goto(address)
  await expect(canvas(page)).toHaveAttribute('data-painted-by', 'pixels')
  await expect.poll(async () => farthest(card, await pixelsOf(page))).toBeLessThanOrEqual(1)
})

test('what a painting is read as can be chosen, an ink pointed at joins; an area is touched up and goes out in full @full', async ({
  page,
}) => {
  await smallPainting(page)
  await page.getByRole('tab', { name: 'Inks' }).click()
  const manner = page.getByTestId('manner')
  await expect(manner).not.toHaveValue('flat')
  const found = await manner.inputValue()
  const count = async (): Promise<number> =>
    Number(/\d+/.exec((await page.getByTestId('ink-count').textContent()) ?? '')?.[0])
  const few = await count()
  expect(few).toBeGreaterThan(4)
  await manner.selectOption('flat')
  await expect(manner).toBeEnabled({ timeout: 30_000 })
  await expect.poll(count).toBeGreaterThan(few)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(manner).toHaveValue(found)
  await expect.poll(count).toBe(few)

  // canceled on the way, the picture stays taken as it was
  let go = (): void => undefined
  const fixed = new Promise<void>(resolve => {
    go = resolve
  })
  await page.route('**/api/artwork/*/manner', async route => {
    await fixed
    await route.continue().catch(() => null)
  })
  await manner.selectOption('flat')
  await expect(page.getByTestId('taking-apart')).toBeVisible()
  await page.getByTestId('cancel-taking').click()
  await expect(page.getByTestId('taking-apart')).toHaveCount(0)
  await expect(manner).toHaveValue(found)
  await expect(manner).toBeEnabled()
  go()
  await page.unroute('**/api/artwork/*/manner')
  expect(await count()).toBe(few)
  await expect(page.getByTestId('notices').getByRole('alert')).toHaveCount(0)

  await page.getByTestId('add-ink').click()
  const kite = await point(page, ...KITE)
  await page.mouse.click(kite.x, kite.y)
  await expect.poll(count).toBe(few + 1)
  await expect(page.getByTestId('add-ink')).toHaveAttribute('aria-pressed', 'false')
  await page.getByTestId('add-ink').click()
  await page.keyboard.press('Escape')
  await page.mouse.click(kite.x, kite.y)
  await expect.poll(count).toBe(few + 1)

  await page.getByRole('tab', { name: 'Touch-ups' }).click()
  await expect(canvas(page)).toBeVisible()
  const sky = await point(page, ...SKY)
  await page.mouse.click(sky.x, sky.y)
  await expect(page.getByTestId('picked')).toHaveText('1 area selected')
  const before = await pixelsOf(page)
  await page.locator('[data-paint="s2"]').click()
  await aside(page)
  await expect(page.getByTestId('touches')).toContainText('1 area')
  await expect.poll(async () => farthest(before, await pixelsOf(page))).toBeGreaterThan(20)
  await page.keyboard.press('5')
  await showFiles(page)
  const png = await written(page, () => page.getByTestId('png-dunes').click())
  const { width, hasAlpha, format } = await sharp(png).metadata()
  expect([format, width, hasAlpha]).toEqual(['png', WIDE, true])
  await page.keyboard.press('3')
  await hasColor(
    page,
    [0.02, 0.02],
    (await sharp(png).extract({ left: 8, top: 5, width: 1, height: 1 }).raw().toBuffer())
      .subarray(0, 3)
      .reduce((hex, value) => hex + value.toString(16).padStart(2, '0'), '#'),
  )
  expect((await bandColors(page)).length).toBeGreaterThan(2)
})

test('an ink of a painting is moved to a color pointed at, and taken away @full', async ({ page }) => {
  await smallPainting(page)
  await page.getByRole('tab', { name: 'Inks' }).click()
  const lines = page.getByTestId('ink-lines').locator('[data-line]')
  const inks = (): Promise<string[]> =>
    lines.evaluateAll(all => all.map(line => line.getAttribute('data-line') ?? '').sort())
  await expect(lines.first()).toBeVisible()
  const few = await inks()
  const [, second = ''] = await lines.evaluateAll(all => all.map(line => line.getAttribute('data-line') ?? ''))
  await page.locator(`[data-line="${second}"]`).click()
  await page.getByRole('button', { name: 'Move the ink', exact: true }).click()
  await expect(page.getByText('Point at its color in the picture')).toBeVisible()
  const kite = await point(page, ...KITE)
  await page.mouse.click(kite.x, kite.y)
  await expect.poll(inks).not.toEqual(few)
  const moved = await inks()
  expect(moved).toHaveLength(few.length)
  expect(moved).not.toContain(second)

  await page.locator(`[data-line="${moved[0]}"]`).click()
  await page.getByRole('button', { name: 'Remove the ink', exact: true }).click()
  await expect.poll(inks).toEqual(moved.slice(1))
  await page.keyboard.press('Escape')
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: /^Undo/ }).click()
  await expect.poll(inks).toEqual(few)
})

test('a painting of more than 12 megapixels is taken in; taking it apart and writing it are stopped and done again @full', async ({
  page,
}) => {
  const wide = 4400
  const large = await sharp(PAINTING).resize(wide).jpeg({ quality: 90 }).toBuffer()
  const { height } = await sharp(large).metadata()
  await newProject(page, 'Large painting')
  await startFrom(page, 'Artwork')
  let letPass = (): void => undefined
  const fixed = new Promise<void>(done => (letPass = done))
  await page.route('**/api/artwork/*/stage', async route => {
    await fixed
    await route.continue()
  })
  await page
    .getByTestId('artwork-file')
    .setInputFiles({ name: 'wide dunes.jpg', mimeType: 'image/jpeg', buffer: large })
  await page.getByTestId('stop-unmixing').click({ timeout: 60_000 })
  letPass()
  await expect(page.getByRole('alert').filter({ hasText: 'Stopped' })).toBeVisible()
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(canvas(page)).toBeVisible()
  await expect(canvas(page)).toHaveAttribute('width', '1280')

  await page.keyboard.press('5')
  await showFiles(page)
  const write = page.getByTestId('png-wide dunes')
  await write.click()
  await expect(write).toContainText('Stop')
  await write.click()
  await expect(page.getByText('nothing was saved')).toBeVisible()
  await expect(write).toContainText('PNG')
  const png = await written(page, () => write.click())
  const out = await sharp(png).metadata()
  expect([out.width, out.height, out.format]).toEqual([wide, height, 'png'])
  const small = await sharp(png).resize(300).raw().toBuffer()
  const before = await sharp(large).resize(300).ensureAlpha().raw().toBuffer()
  expect(farthest([...before], [...small])).toBeGreaterThan(20)
})
