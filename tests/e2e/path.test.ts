import { expect, test } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { bandColors, dragTo, middleOf, recoloredFrom, restingColors, saved, stageColors } from './workspace'
import { showFiles } from './label'

test('from the demo to recolored artwork: base, harmony, exchange, reload, download @full', async ({ page }) => {
  await page.goto('/')
  const choices = page.getByRole('button', { name: 'Choices for Breezeholm kite festival', exact: true })
  await expect(page.getByTestId('project-card').first()).toBeVisible()
  const cards = page.getByTestId('project-card')
  while ((await choices.count()) === 0) {
    // other tests' projects stand before it
    const shown = await cards.count()
    await page.getByRole('button', { name: 'Show more' }).first().click() // the shelf beside has one too
    await expect.poll(() => cards.count()).toBeGreaterThan(shown)
  }
  await choices.click()
  const [answer] = await Promise.all([
    page.waitForResponse(
      response => response.request().method() === 'POST' && response.url().includes('/api/projects'),
    ),
    page.getByRole('menuitem', { name: 'Duplicate' }).click(),
  ])
  const { id } = (await answer.json()) as { id: string }
  await page.locator(`a[href="/project/${id}/compose"]`).click() // other tests make copies of it too
  await expect(page.getByTestId('artwork')).toBeVisible()
  await expect.poll(() => stageColors(page)).not.toEqual([]) // it is drawn once it has been read
  const before = await restingColors(page)

  await page.keyboard.press('1')
  await page.getByTestId('base-field').fill('C8553D')
  await page.getByRole('button', { name: 'Use', exact: true }).click()
  await expect.poll(async () => (await bandColors(page))[0]).toBe('#c8553d')
  await page.mouse.move(400, 20)
  await recoloredFrom(page, before)

  await page.getByRole('button', { name: 'Compose', exact: true }).click()
  await page.getByTestId('harmony-triadic').getByRole('button').first().click()
  await expect(page.getByTestId('harmony-triadic').getByRole('button').first()).toHaveAttribute('aria-pressed', 'true')
  const band = await bandColors(page)
  expect(band).toHaveLength(6)

  await page.getByRole('button', { name: 'Remap', exact: true }).click()
  await page.mouse.move(400, 20)
  await expect(page.getByTestId('ribbons')).toBeVisible()
  const matched = await restingColors(page)
  await dragTo(page, await middleOf(page, '[data-swatch=s1]'), await middleOf(page, '[data-swatch=s3]'))
  await page.mouse.move(400, 20) // a pointer over a swatch would spotlight it
  const exchanged = await recoloredFrom(page, matched)
  await saved(page)

  await page.reload()
  await expect(page.getByTestId('artwork')).toBeVisible()
  await expect.poll(() => stageColors(page)).toEqual(exchanged)
  expect(await bandColors(page)).toEqual(band)

  await page.getByRole('button', { name: 'Hand over', exact: true }).click()
  await showFiles(page)
  await page.getByLabel('Only colors the artwork uses').uncheck()
  const [svg] = await Promise.all([page.waitForEvent('download'), page.getByTestId('svg-Poster').click()])
  expect(svg.suggestedFilename()).toBe('poster.svg')
  const [out, source] = await Promise.all([
    readFile(await svg.path(), 'utf8'),
    readFile('demo/artwork/poster.svg', 'utf8'),
  ])
  expect(out).not.toBe(source)
  expect(out.replace(/#[\da-f]{6}/g, '#')).toBe(source.replace(/#[\da-f]{6}/g, '#'))
  expect(new Set(out.match(/#[\da-f]{6}/g))).toEqual(new Set(exchanged))

  const [css] = await Promise.all([page.waitForEvent('download'), page.getByTestId('download-scheme').click()])
  const styles = await readFile(await css.path(), 'utf8')
  for (const hex of band) expect(styles).toContain(`: ${hex};`)
  await page.getByLabel('Format of the scheme').selectOption('tokens')
  const [tokens] = await Promise.all([page.waitForEvent('download'), page.getByTestId('download-scheme').click()])
  const [group] = Object.values(
    JSON.parse(await readFile(await tokens.path(), 'utf8')) as Record<
      string,
      Record<string, { $value: { hex: string } }>
    >,
  )
  expect(
    Object.entries(group ?? {})
      .filter(([key]) => !key.startsWith('$'))
      .map(([, token]) => token.$value.hex),
  ).toEqual(band)
})
