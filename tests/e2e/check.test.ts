import { expect, test } from '@playwright/test'
import { contrastOf } from '#core/color/contrast'
import { exactly, finding, goTo, labelIn } from './label'
import { bandColors, newProject, openDemoCopy, restingColors, saved, stageColors } from './workspace'

/* Problems of a scheme in use, and the mending. */

test('lettering that cannot be read is found, shown where, its mending previewed, taken and undone', async ({
  page,
}) => {
  await labelIn(page, '#f8f4ea #e8dcc0 #cfc8b8 #b8b080')
  await exactly(page)
  const letters = finding(page, 'lettering').first()
  await expect(letters).toContainText('is not legible')
  await expect(letters.getByRole('img', { name: 'serious' })).toBeVisible()
  await expect(page.getByTestId('serious-count')).toContainText('▲')
  const [band, stage] = [await bandColors(page), await restingColors(page)]
  await letters.getByRole('button', { name: /^Show where/ }).focus()
  await expect.poll(() => stageColors(page)).not.toEqual(stage)
  const fix = letters.getByTestId('fix').first()
  await fix.hover()
  await expect.poll(() => bandColors(page)).not.toEqual(band)
  const advised = await bandColors(page)
  await page.mouse.move(5, 300)
  await expect.poll(() => bandColors(page)).toEqual(band)
  const before = await finding(page, 'lettering').count()
  await fix.click()
  await expect(finding(page, 'lettering')).toHaveCount(before - 1)
  await page.mouse.move(5, 300) // what comes to lie under the pointer is previewed
  await expect.poll(() => bandColors(page)).toEqual(advised)
  await page.keyboard.press('Control+z')
  await expect(finding(page, 'lettering')).toHaveCount(before)
  await expect.poll(() => bandColors(page)).toEqual(band)
})

test('a finding is put aside with a note, stays so after a reload, and comes back when its figures change', async ({
  page,
}) => {
  await labelIn(page, '#f8f4ea #202020 #2e4f7f #e8b040 #e9b142')
  const first = page.getByTestId('finding').first()
  await expect(first).toContainText('nearly identical')
  await expect(first.getByTestId('fix').first()).toBeVisible() // the list has come to rest
  const words = ((await first.locator('p').first().textContent()) ?? '').trim()
  const count = await page.getByTestId('finding').count()
  await first.getByTestId('put-aside').click()
  await first.getByRole('textbox', { name: 'Why it is set aside' }).fill('only on the large label')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('aside')).toContainText('Set aside: 1')
  await expect(page.getByTestId('finding')).toHaveCount(count - 1)
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('aside')).toContainText('Set aside: 1')
  await expect(page.getByTestId('finding')).toHaveCount(count - 1)
  await page.getByText('Set aside: 1').click()
  await expect(page.getByTestId('aside')).toContainText('only on the large label')
  await page.getByRole('button', { name: 'Bring back' }).click()
  await expect(page.getByTestId('finding')).toHaveCount(count)
  await expect(page.getByTestId('finding').first()).toContainText(words.slice(0, 20))
})

test('all pairs stand in a triangle; a chosen one is moved live, and the nearest color that passes is taken @full', async ({
  page,
}) => {
  await openDemoCopy(page, 'check')
  await page.getByRole('tab', { name: 'Contrast' }).click()
  const colors = await bandColors(page)
  await expect(page.getByTestId('pair')).toHaveCount((colors.length * (colors.length - 1)) / 2)
  for (const level of ['3', '4.5', '7']) {
    await page.getByLabel('Pairs shown').selectOption(level)
    const pass = colors.flatMap((one, i) => colors.slice(0, i).filter(other => contrastOf(one, other) >= Number(level)))
    await expect(page.locator('[data-test=pair]:not(.faint)')).toHaveCount(pass.length)
  }
  await page.getByLabel('Pairs shown').selectOption('0')
  const pairs = colors.flatMap((one, i) => colors.slice(0, i).map(other => [one, other] as const))
  const weak = pairs.findIndex(([one, other]) => contrastOf(one, other) < 4)
  await page.getByTestId('pair').nth(weak).focus()
  await page.keyboard.press('Enter')
  const pair = page.getByTestId('chosen-pair')
  const ratio = async (): Promise<number> => parseFloat((await page.getByTestId('pair-ratio').textContent()) ?? '0')
  const was = await ratio()
  expect(was).toBeCloseTo(Math.floor(contrastOf(...(pairs[weak] ?? ['', ''])) * 10) / 10, 1)
  const passing = pair.locator('[data-test=nearest][data-level="4.5"]').first()
  await passing.hover()
  await expect.poll(ratio).toBeGreaterThanOrEqual(4.5)
  await page.mouse.move(5, 300)
  await expect.poll(ratio).toBe(was)
  await passing.click()
  await expect.poll(ratio).toBeGreaterThanOrEqual(4.5)
  await page.keyboard.press('Control+z')
  await expect.poll(ratio).toBe(was)
})

test('the artwork is seen by the eyes of others, side by side and on the stage through the steps @full', async ({
  page,
}) => {
  await labelIn(page, '#f8f4ea #202020 #c0504d #7f7a3a')
  await page.getByRole('tab', { name: 'Vision' }).click()
  const deutan = page.locator('[data-eyes=deutan]')
  await expect(page.getByTestId('seen-by')).toHaveCount(5)
  await expect(page.locator('[data-eyes=everyone]')).toHaveAttribute('data-merged', '0')
  const full = Number(await deutan.getAttribute('data-merged'))
  await page.getByRole('textbox', { name: 'Severity in percent' }).fill('0')
  await page.getByRole('textbox', { name: 'Severity in percent' }).press('Enter')
  await expect(deutan).toHaveAttribute('data-merged', '0')
  await page.getByRole('textbox', { name: 'Severity in percent' }).fill('100')
  await page.getByRole('textbox', { name: 'Severity in percent' }).press('Enter')
  await expect(deutan).toHaveAttribute('data-merged', String(full))
  await deutan.click()
  const seen = (): Promise<string> =>
    page
      .getByTestId('swatch')
      .first()
      .evaluate(block => getComputedStyle(block).filter)
  await expect.poll(seen).toContain('eyes-deutan')
  // what the screen shows of the band is what the published matrix makes of the color
  const box = (await page.getByTestId('swatch').nth(2).boundingBox()) ?? { x: 0, y: 0 }
  const shot = await page.screenshot({ clip: { x: box.x + 20, y: box.y + 14, width: 2, height: 2 } })
  const { default: sharp } = await import('sharp')
  const [r = 0, g = 0, b = 0] = await sharp(shot).removeAlpha().raw().toBuffer()
  const { simulateVision } = await import('#core/color/vision')
  const wanted = simulateVision('deutan', '#c0504d')
  const rgb = [1, 3, 5].map(at => parseInt(wanted.slice(at, at + 2), 16))
  ;[r, g, b].forEach((value, i) => expect(Math.abs(value - (rgb[i] ?? 0))).toBeLessThanOrEqual(3))
  for (const step of ['2', '3']) {
    await page.keyboard.press(step)
    await expect.poll(seen).toContain('eyes-deutan')
  }
  await page.keyboard.press('b')
  await expect.poll(seen).toBe('none')
  await page.keyboard.press('b')
  await expect.poll(seen).toContain('eyes-deutan')
  await page.getByTestId('eyes').selectOption('gray')
  await expect.poll(seen).toContain('eyes-gray')
})

test('gone back on the trail, it is checked and dealt for as before @full', async ({ page }) => {
  await labelIn(page, '#f8f4ea #202020 #2e4f7f #e8b040 #e9b142')
  await goTo(page, 'Compose')
  await page.locator('[data-proof=triadic]').click()
  await expect(page.locator('[data-proof=triadic]')).toHaveAttribute('aria-pressed', 'true')
  await page.getByTestId('state').nth(-2).click()
  await expect.poll(() => bandColors(page)).toEqual(['#f8f4ea', '#202020', '#2e4f7f', '#e8b040', '#e9b142'])
  await page.getByRole('tab', { name: 'Dealt' }).click()
  await expect(page.locator('[data-proof^=deal]')).toHaveCount(24)
  await goTo(page, 'Check')
  await expect(finding(page, 'alike')).toContainText('nearly identical')
  await expect(finding(page, 'alike').getByTestId('fix').first()).toBeVisible()
})

test('without artwork the stand-in is checked, and the view says so @full', async ({ page }) => {
  await newProject(page, 'Nothing yet')
  await goTo(page, 'Check')
  await expect(page.getByTestId('check')).toContainText('these findings are for the stand-in')
  await expect(page.getByTestId('findings').or(page.getByText('No problems found.'))).toBeVisible()
  await expect(page.getByTestId('check').getByRole('alert')).toHaveCount(0)
})
